import { join } from 'node:path';
import { buildAll, ROOT } from './build';
import { runKills } from './kills';

const KILLS = 60;
const LIMIT_IN_MILLISECONDS = 600_000;

describe('pulling the plug', () => {
  it(
    `${KILLS} times, on server, database or both in the middle of writes, loses nothing that was acknowledged`,
    async () => {
      await buildAll();
      const { kills, quietestRound, lost } = await runKills(KILLS, join(ROOT, '.test-data', 'kills'));
      expect(lost).toEqual([]);
      expect(kills).toBe(KILLS);
      expect(quietestRound).withContext('the plug was pulled while it was busy').toBeGreaterThanOrEqual(6);
    },
    LIMIT_IN_MILLISECONDS,
  );
});
