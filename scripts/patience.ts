/**
 * How long a spec may take, for every suite: long enough for a machine that does several other things, because a spec
 * that only waits on a disk or a database says nothing by its pace. What must be quick says so in its own expectation.
 */
jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;
