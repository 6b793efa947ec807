import { readFile } from 'node:fs/promises';
import { Builder } from '../builder';
import { choose } from '../choose';
import { expect, test, type Page } from '../story';

async function saved(page: Page): Promise<string> {
  await page.goto('/backup');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save backup' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^workshop-\d{4}-\d\d-\d\d\.ndjson$/);
  return await readFile(await download.path(), 'utf8');
}

const backup = (text: string): { name: string; mimeType: string; buffer: Buffer } => ({
  name: 'workshop.ndjson',
  mimeType: 'application/x-ndjson',
  buffer: Buffer.from(text),
});

test('a machine that was deleted comes back from the backup, one that went on stays as it is', async ({ page }) => {
  const builder = new Builder(page);
  await builder.makeMachine('Went on');
  const wentOn = page.url();
  await builder.makeMachine('Deleted by mistake');
  const deleted = new URL(page.url()).pathname.split('/')[2] ?? '';
  await page.goto(`/machines/${deleted}/logbook`);
  await page.getByLabel('Write a note').fill('Kept with it');
  await page.getByRole('button', { name: 'Write it in' }).click();
  await expect(page.locator('cn-log-entry')).toHaveCount(1);
  const file = await saved(page);
  expect((await page.request.delete(`/api/machines/${deleted}`)).status()).toBe(204);
  await page.goto(wentOn);
  await builder.station('Driver');
  await choose(page.getByLabel('Microsteps', { exact: true }), /^1\/4 step/);
  await builder.saved();

  await page.goto('/backup');
  await page.getByLabel('Backup file').setInputFiles(backup(file));
  const table = page.getByRole('table', { name: 'Machines of the backup' });
  await expect(table.getByRole('row', { name: /^Deleted by mistake will be added/ })).toBeVisible();
  const differing = table.getByRole('row', { name: /^Went on skipped: the one here stays/ });
  await expect(differing).toBeVisible();
  await page.getByText('replace it with the backup', { exact: true }).click();
  await expect(table.getByRole('row', { name: /^Went on will replace the one here/ })).toBeVisible();
  await expect(page.getByText('Changes made here since the backup will be lost.')).toBeVisible();
  await page.getByText('keep the one here', { exact: true }).click();
  await page.getByRole('button', { name: 'Restore', exact: true }).click();
  await expect(page.getByText(/^Restored: 1 machine\./)).toBeVisible();

  await page.goto(`/machines/${deleted}/logbook`);
  await expect(page.locator('cn-log-entry')).toContainText('Kept with it');
  await page.goto(wentOn);
  await builder.station('Driver');
  await expect(page.locator('cn-drive-line')).toContainText('1/4');
});

test('a backup that was cut short or changed is refused with the reason', async ({ page }) => {
  await new Builder(page).makeMachine('In the backup');
  const file = await saved(page);
  await page.getByLabel('Backup file').setInputFiles(backup(file.slice(0, file.length - 200)));
  await expect(
    page.getByText(/^This file cannot be used\. Nothing was changed\. The file ends .*: it is truncated\.$/),
  ).toBeVisible();
  await page.getByLabel('Backup file').setInputFiles(backup(file.replace('In the backup', 'In the buckup')));
  await expect(
    page.getByText(/^This file cannot be used\. .*checksum does not match\. Use another copy\.$/),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'Restore', exact: true })).toHaveCount(0);
  await page.getByLabel('Backup file').setInputFiles(backup(file));
  await expect(page.getByRole('row', { name: /^In the backup already here, unchanged/ })).toBeVisible();
});
