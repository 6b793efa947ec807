import { Builder } from '../builder';
import { expect, test } from '../story';
import { goWithin } from '../within';

test('how an operation is done by hand is one click away, and terms say what they mean', async ({ page }) => {
  await new Builder(page).makeMachine('Looked up');
  await goWithin(page, new URL(page.url()).pathname.replace(/[^/]+$/, 'current'));
  await page.getByRole('link', { name: 'How it is done by hand' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Help' })).toBeVisible();
  const current = page.getByRole('article').filter({ has: page.getByRole('heading', { name: /Current/ }) });
  await expect(current).toBeInViewport();
  await expect(current.getByRole('img')).toBeVisible();
  await expect(current.locator('abbr', { hasText: /^trimmer$/ })).toHaveAttribute('title', /sets its current limit/);

  await page.getByLabel('Search the help').fill('reversal');
  await expect(page.getByText('Lost motion', { exact: false }).first()).toBeVisible();
  await expect(page.getByRole('article')).toHaveCount(1);
  await page.getByLabel('Search the help').fill('no such word');
  await expect(page.getByText('No operations match.')).toBeVisible();
  await expect(page.getByText('No terms match.')).toBeVisible();
});

test('a term, and what the logbook says, are found with one key; a label says what its term means', async ({
  page,
}) => {
  const builder = new Builder(page);
  await builder.makeMachine('Found again');
  await builder.station('Screw');
  await expect(page.locator('label', { hasText: /^Thread pitch$/ })).toHaveAttribute('title', /thread/);
  await goWithin(page, new URL(page.url()).pathname.replace(/[^/]+$/, 'logbook'));
  await page.getByLabel('Write a note').fill('Squealed like the ferry at low water');
  await page.getByRole('button', { name: 'Write it in' }).click();
  await expect(page.locator('cn-log-entry')).toHaveCount(1);
  await page.getByLabel('Write a note').fill('Oiled');
  await page.getByRole('button', { name: 'Write it in' }).click();
  await expect(page.locator('cn-log-entry')).toHaveCount(2);
  await builder.goTo('Supply');
  await page.keyboard.press('f');
  await page.getByRole('combobox', { name: 'What to find' }).fill('ferry');
  const found = page.getByRole('listbox', { name: 'Found' }).getByRole('option');
  await expect(found).toHaveCount(1);
  await expect(found).toContainText('logbook, note');
  await page.keyboard.press('Enter');
  await expect(page.locator('cn-log-entry')).toHaveCount(1);
  await expect(page.locator('cn-log-entry')).toContainText('ferry');
  await page.locator('h1').click();
  await page.keyboard.press('f');
  await page.getByRole('combobox', { name: 'What to find' }).fill('detent torque term');
  await expect(found.first()).toContainText(/detent torque/i);
  await page.keyboard.press('Enter');
  await expect(page.getByText('What a stepper holds without current, from its magnet alone.')).toBeInViewport();
});
