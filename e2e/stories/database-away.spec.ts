import { existsSync, readFileSync } from 'node:fs';
import { expect, test } from '../story';
import { Builder } from '../builder';

/** Its process, as its own file has it, another one after each start; 0 while there is none. */
const processIn = (file: string): number => (existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0);

test.describe('a builder goes on', () => {
  test('while the database is frozen for a quarter of a minute and then killed, and loses nothing', async ({
    page,
    stand,
  }) => {
    test.setTimeout(120_000);
    const builder = new Builder(page);
    await builder.makeMachine('Frozen slide');
    await builder.describeScrewAxis();
    await builder.station('Screw');
    const frozen = processIn(stand.databaseProcess);
    process.kill(frozen, 'SIGSTOP');
    try {
      await page.getByLabel('Thread pitch', { exact: true }).fill('3 mm');
      const banner = page.getByRole('alert').filter({ hasText: 'Not saved, trying again' });
      await expect(banner).toContainText('The database does not answer', { timeout: 20_000 });
      await expect(banner).toContainText('kept in this browser too');
      await page.waitForTimeout(4000);
    } finally {
      process.kill(frozen, 'SIGCONT');
    }
    await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible({ timeout: 30_000 });
    await expect(page.getByRole('dialog')).toBeHidden();

    process.kill(processIn(stand.databaseProcess), 'SIGKILL');
    await page.getByLabel('Thread pitch', { exact: true }).fill('7 mm');
    await expect.poll(() => [0, frozen].includes(processIn(stand.databaseProcess)), { timeout: 60_000 }).toBe(false);
    await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible({ timeout: 60_000 });
    await page.reload();
    await expect(page.locator('cn-drive-line')).toContainText(/[^\d]7\s*mm\/turn/);
  });
});
