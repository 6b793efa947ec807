import { readFile } from 'node:fs/promises';
import { Builder } from '../builder';
import { choose } from '../choose';
import { expect, test, type Page } from '../story';
import { goWithin } from '../within';

/** A small PNG, its left third red and the rest green. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAADwAAAAoCAMAAACVZWnNAAAABlBMVEUrajygKiLCALRjAAAACXBIWXMAAAPoAAAD6AG1e1JrAAAAPklEQVRIie3QMQoAMBACQff/nw5cqoDI1cGp3UZhaIvGo4cFGGn/aHxpC6NxQA8b6aMHhrZoPHpYgJH2H8QHLWkDIb978YYAAAAASUVORK5CYII=',
  'base64',
);
const photo = (name: string, buffer = PNG): { name: string; mimeType: string; buffer: Buffer } => ({
  name,
  mimeType: 'image/png',
  buffer,
});

const log = (page: Page): ReturnType<Page['locator']> => page.locator('cn-log-entry');

/** Opens a page of the machine that is open. */
const openPage = async (page: Page, path: string): Promise<void> =>
  await goWithin(page, new URL(page.url()).pathname.replace(/[^/]+$/, path));

async function openLogbook(page: Page, name: string): Promise<void> {
  await new Builder(page).makeMachine(name);
  await openPage(page, 'logbook');
  await expect(page.getByLabel('Write a note')).toBeVisible();
}

test('a note goes in with its axis, tags and photos, and is found again by each of them', async ({ page }) => {
  await openLogbook(page, 'Noted router');
  await page.getByLabel('Write a note').fill('Belt squeals above 200 mm/s');
  await choose(page.getByLabel('What the note is about'), 'axis X');
  await page.getByLabel('Tags of the note').fill('#Noise, belt <b>');
  await expect(page.getByRole('alert')).toContainText('“<b>” is no tag');
  await expect(page.getByRole('button', { name: 'Write it in' })).toBeDisabled();
  await page.getByLabel('Tags of the note').fill('#Noise, belt');
  await page.getByLabel('Photos of the note').setInputFiles([photo('pulley.png'), photo('idler.png')]);
  await page.getByLabel('What pulley.png shows').fill('The pulley, from above');
  await page.getByRole('button', { name: 'Write it in' }).click();
  await expect(log(page)).toHaveCount(1);
  await expect(page.getByLabel('Write a note')).toHaveValue('');
  await expect(log(page).locator('img')).toHaveCount(2);
  // What is shown has come from the server and could be opened as a picture.
  const pulley = log(page).getByRole('img', { name: 'The pulley, from above' });
  await expect.poll(() => pulley.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(60);

  await page.getByLabel('Write a note').fill('Lamp flickers');
  await page.getByLabel('Tags of the note').fill('lamp');
  await page.getByRole('button', { name: 'Write it in' }).click();
  await expect(log(page)).toHaveCount(2);

  await page.getByRole('button', { name: /^noise\s+show what is tagged so/ }).click();
  await expect(log(page)).toHaveText([/Belt squeals/]);
  await page.getByRole('button', { name: 'show all' }).click();
  await expect(log(page)).toHaveText([/Lamp flickers/, /Belt squeals/]);
  await page.getByLabel('Search the logbook').fill('flickers');
  await expect(log(page)).toHaveText([/Lamp flickers/]);
  await page.getByLabel('Search the logbook').fill('nothing like it');
  await expect(page.getByText('No entries match.')).toBeVisible();
  await page.getByRole('button', { name: 'show all' }).click();
  await choose(page.getByLabel('Kind', { exact: true }), 'stamp');
  await expect(page.getByText('No entries match.')).toBeVisible();
});

test('what is no photo is refused beside the note, and nothing of the note is lost', async ({ page }) => {
  await openLogbook(page, 'Careful router');
  await page.getByLabel('Write a note').fill('Seen under the plate');
  await page.getByLabel('Photos of the note').setInputFiles([{ ...photo('sheet.pdf'), mimeType: 'application/pdf' }]);
  await expect(page.getByRole('alert')).toContainText('“sheet.pdf” is no JPEG, PNG or WebP picture.');
  // One that says it is a picture is looked at by the server.
  await page
    .getByLabel('Photos of the note')
    .setInputFiles([
      photo('page.png', Buffer.concat([PNG, Buffer.from('<script>alert(1)</script>')])),
      photo('good.png'),
    ]);
  await page.getByRole('button', { name: 'Write it in' }).click();
  await expect(page.getByRole('alert')).toContainText('The note is kept. “page.png” is not:');
  await expect(page.getByRole('alert')).toContainText('a page or a script besides');
  await page.getByRole('button', { name: 'remove page.png' }).click();
  await page.getByRole('button', { name: 'Write it in' }).click();
  await expect(log(page).locator('img')).toHaveCount(1);
  await expect(log(page)).toHaveCount(1);

  await log(page).getByRole('button', { name: 'Photo of' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete …' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete photo' }).click();
  await expect(log(page).locator('img')).toHaveCount(0);
});

test('a stamp writes itself in, entries get tags and photos later, and all of it is given away', async ({ page }) => {
  await openLogbook(page, 'Stamped router');
  await openPage(page, 'wiring');
  await page.getByRole('button', { name: /^Stamp wiring/ }).click();
  const anyway = page.getByRole('button', { name: 'Stamp it all the same' });
  await anyway
    .or(page.getByText(/^Operation 40 Stamped/i))
    .first()
    .waitFor();
  if (await anyway.isVisible()) await anyway.click();
  await expect(page.getByText(/^Operation 40 Stamped/i)).toBeVisible();
  await new Builder(page).saved();
  await openPage(page, 'logbook');
  await expect(log(page)).toContainText('40 Wiring stamped');
  await expect(page.getByRole('region', { name: 'Revisions' })).toContainText('Operation stamped');

  await log(page)
    .getByRole('button', { name: /^tags of/ })
    .click();
  await page.getByLabel('Tags of this entry').fill('inspected');
  await page.getByRole('button', { name: 'Keep the tags' }).click();
  await expect(log(page).getByRole('button', { name: /^inspected/ })).toBeVisible();
  await log(page)
    .getByLabel(/^Photo of the entry of/)
    .setInputFiles([photo('box.png')]);
  await expect(log(page).locator('img')).toHaveCount(1);

  for (const [button, words] of [
    ['CSV of these entries', ',stamp,,inspected,'],
    ['Markdown of these entries', '# Logbook of Stamped router'],
  ] as const) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button }).click(),
    ]);
    const text = await readFile(await download.path(), 'utf8');
    expect(text).toContain(words);
    expect(text).toContain('40 Wiring stamped');
  }
});
