import { TRAINING_MOST, type TrainingResult } from '@crisp-notch/contract';
import { clientOf } from '../testing/client';
import { startTestApp, type TestApp } from '../testing/test-app';
import { addTraining } from './training.store';

const result = (key: number, said: object = {}): object => ({
  level: 'plain',
  key: key.toString(16).padStart(32, '0'),
  hidden: ['the nut, belt or gear has worn: there is play'],
  isRight: true,
  measurements: 3,
  bestMeasurements: 2,
  minutes: 41.5,
  inVain: 1,
  score: 67,
  ...said,
});

describe('results of exercises', () => {
  let test: TestApp;
  beforeEach(async () => {
    test = await startTestApp();
  });
  afterEach(() => test.close());
  const { get, post } = clientOf(() => test);
  const kept = async (): Promise<readonly TrainingResult[]> =>
    (await get('/api/training')).body as readonly TrainingResult[];

  it('are kept in their order, each once', async () => {
    expect(await kept()).toEqual([]);
    const first = await post('/api/training', result(1));
    expect([first.status, (first.body as TrainingResult).score]).toEqual([201, 67]);
    await post('/api/training', result(2, { level: 'two', score: 0, isRight: false }));
    await post('/api/training', result(1));
    expect((await kept()).map(({ key, level, score }) => [key.at(-1), level, score])).toEqual([
      ['1', 'plain', 67],
      ['2', 'two', 0],
    ]);
  });

  it('that come at the same moment are all kept', async () => {
    await Promise.all(Array.from({ length: 8 }, (_, index) => post('/api/training', result(index + 1))));
    expect((await kept()).length).toBe(8);
  });

  it('of a level that there is none of, or beyond its points, are refused', async () => {
    for (const wrong of [{ level: 'master' }, { score: 101 }, { key: 'zz' }, { hidden: [''] }, { minutes: -1 }])
      expect([wrong, (await post('/api/training', result(9, wrong))).status]).toEqual([wrong, 422]);
    expect(await kept()).toEqual([]);
  });

  it('beyond so many lose the oldest', async () => {
    const many = Array.from(
      { length: TRAINING_MOST + 3 },
      (_, index) =>
        ({ ...result(index + 1), at: new Date(Date.UTC(2026, 0, 1) + 1000 * index).toISOString() }) as TrainingResult,
    );
    await addTraining(test.database, many.slice().reverse());
    const left = await kept();
    expect([left.length, left[0]?.key, left.at(-1)?.key]).toEqual([
      TRAINING_MOST,
      many[3]?.key as string,
      many.at(-1)?.key as string,
    ]);
  });
});
