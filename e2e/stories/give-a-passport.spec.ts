import { execFile } from 'node:child_process';
import { readFile, stat } from 'node:fs/promises';
import { promisify } from 'node:util';
import { expect, test, type Page } from '../story';
import { goWithin } from '../within';

const run = promisify(execFile);

/** Blanks of all kinds as one: what is justified or kept together on paper is the same text. */
const plain = (text: string): string => text.replace(/[\s\u00a0\u2009\u202f]+/g, ' ').trim();

async function openPassport(page: Page, machine: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('link', { name: machine }).click();
  await page.waitForURL(/drive-lines/);
  await goWithin(page, new URL(page.url()).pathname.replace(/[^/]+$/, 'passport'));
  await expect(page.getByRole('heading', { name: 'Parts and cost' })).toBeVisible({ timeout: 30_000 });
}

async function given(page: Page, button: string): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 90_000 }),
    page.getByRole('button', { name: button, exact: true }).click(),
  ]);
  return await download.path();
}

test('the passport of a machine: every figure of it in a PDF, text that can be searched, fonts of its own', async ({
  page,
}) => {
  await openPassport(page, 'Fret mill');
  await expect(page.getByText('Not signed off', { exact: true })).toBeVisible();
  // What stands on the page is what the design is reckoned to, the figures of all axes.
  const figures = await page
    .locator('dl div')
    .evaluateAll((rows) =>
      rows.map(
        (row) => [row.querySelector('dt')?.textContent ?? '', row.querySelector('dd')?.textContent ?? ''] as const,
      ),
    );
  expect(figures.length).toBeGreaterThan(150);
  const path = await given(page, 'PDF, A4');
  const { stdout: fonts } = await run('pdffonts', [path]);
  expect(fonts).toMatch(/AtkinsonHyperlegible/);
  // Name, type, encoding, then whether it is embedded, a subset, and can be read as text.
  for (const line of fonts.trim().split('\n').slice(2)) expect(line).toMatch(/yes yes yes/);
  const { stdout } = await run('pdftotext', ['-layout', path, '-'], { maxBuffer: 50_000_000 });
  const text = plain(stdout);
  const missing = figures.filter(([, value]) => !text.includes(plain(value)));
  expect(missing).toEqual([]);
  const names = figures.filter(
    ([name]) =>
      !plain(name)
        .split(' ')
        .every((word) => text.includes(word)),
  );
  expect(names).toEqual([]);
  for (const words of [
    'Machine passport',
    'Notch ruler of X',
    'Step check on X',
    'Corrections',
    'Logbook',
    'page 1 of',
  ])
    expect(text).toContain(words);
  const { stdout: about } = await run('pdfinfo', [path]);
  expect(about).toMatch(/Page size:\s+595\.28 x 841\.89 pts \(A4\)/);
  expect(about).toMatch(/Tagged:\s+yes/);
  const pages = Number(/Pages:\s+(\d+)/.exec(about)?.[1]);
  expect(text.match(/Machine passport · revision \d+ · \d{4}-\d\d-\d\d page \d+ of \d+/g)?.length).toBe(pages);
});

test('on Letter, and as HTML that needs nothing else', async ({ page, context }) => {
  await openPassport(page, 'Clock-wheel table');
  const letter = await given(page, 'PDF, Letter');
  const { stdout } = await run('pdfinfo', [letter]);
  expect(stdout).toMatch(/Page size:\s+612 x 792 pts \(letter\)/);
  const html = await readFile(await given(page, 'HTML'), 'utf8');
  expect(html).not.toMatch(/<script|<link|src="http|url\(http/);
  const alone = await context.newPage();
  const asked: string[] = [];
  alone.on('request', (request) => asked.push(request.url()));
  await alone.setContent(html);
  await expect(alone.getByRole('heading', { level: 1, name: 'Clock-wheel table' })).toBeVisible();
  await expect(alone.getByRole('img', { name: /^Code of http/ })).toBeVisible();
  expect(asked.filter((address) => !address.startsWith('data:'))).toEqual([]);
  await alone.close();
});

test('what was signed off is stamped so, and says what has changed since', async ({ page }) => {
  const made = await page.request.get('/api/machines');
  const [some] = ((await made.json()) as readonly { readonly id: string; readonly name: string }[]).filter(
    ({ name }) => name === 'Pen lathe',
  );
  const { document } = (await (await page.request.get(`/api/machines/${some?.id}`)).json()) as {
    readonly document: Readonly<Record<string, unknown>> & { readonly note: string };
  };
  const copy = (await (
    await page.request.post('/api/machines', { data: { document: { ...document, name: 'Signed lathe' } } })
  ).json()) as { readonly id: string };
  await page.goto(`/machines/${copy.id}/sign-off`);
  await page.getByRole('button', { name: /^Stamp sign-off/ }).click();
  const anyway = page.getByRole('button', { name: 'Stamp it all the same' });
  await anyway
    .or(page.getByText(/^Operation 80 Stamped/i))
    .first()
    .waitFor();
  if (await anyway.isVisible()) await anyway.click();
  await expect(page.getByText(/^Operation 80 Stamped/i)).toBeVisible();
  await page.getByRole('link', { name: 'Machine passport' }).last().click();
  await expect(page.getByText(/^Signed off, \d{4}-\d\d-\d\d$/)).toBeVisible({ timeout: 30_000 });
  await goWithin(page, `/machines/${copy.id}/drive-lines?station=driver`);
  await page.getByLabel('Microsteps', { exact: true }).click();
  await page.getByRole('option', { name: /^1\/4 step/ }).click();
  await goWithin(page, `/machines/${copy.id}/passport`);
  await expect(page.getByText(/^Signed off, \d{4}-\d\d-\d\d; changed since$/)).toBeVisible({ timeout: 30_000 });
  await expect(page.locator('.paper').getByText(/driver, microsteps was \d+, is 4/)).toBeVisible();
  const path = await given(page, 'PDF, A4');
  expect((await stat(path)).size).toBeGreaterThan(50_000);
  const { stdout } = await run('pdftotext', ['-layout', path, '-'], { maxBuffer: 50_000_000 });
  expect(plain(stdout)).toMatch(/Since it was signed off: .* microsteps was \d+, is 4/);
});
