import { defaultJob } from '@crisp-notch/core/machine';
import { unitsOf } from '@crisp-notch/core/quantity';
import { jobFields } from './job-fields';

describe('the fields of a job', () => {
  for (const kind of ['linear', 'rotary'] as const) {
    const { first, more } = jobFields(kind);
    const all = [...first, ...more];

    it(`ask everything of a ${kind} axis that its document holds, once`, () => {
      const keys = Object.keys(defaultJob(kind)).filter((key) => key !== 'kind' && key !== 'guides');
      expect(all.map((field) => field.key).sort()).toEqual(keys.sort());
    });

    it(`of a ${kind} axis have units to be typed in, and labels of their own`, () => {
      for (const field of all) expect(unitsOf(field.asked.dimension).length).withContext(field.key).toBeGreaterThan(0);
      expect(new Set(all.map((field) => field.asked.label)).size).toBe(all.length);
    });

    it(`let a ${kind} axis leave empty only what its document may leave out`, () => {
      const job = defaultJob(kind) as unknown as Readonly<Record<string, unknown>>;
      // What stands in every new job and may not be emptied has a usual value.
      for (const field of all.filter((item) => item.asked.isOptional === false))
        expect(job[field.key]).withContext(field.key).not.toBeNull();
    });
  }
});
