// The layout of wiring plans, as its package ships it: run in a worker, it answers the messages of its own interface.
import 'elkjs/lib/elk-worker.min.js';
