import { readFileSync } from 'node:fs';
import { inflateSync } from 'node:zlib';
import type { Machine } from '@crisp-notch/core/machine';
import { choose } from '../choose';
import { asDelivered, type DemoName } from '../demo';
import { expect, test, type Page } from '../story';
import { goWithin } from '../within';

/** A copy of a machine of the demo of one's own, at the page where its work is planned. */
async function copied(page: Page, name: DemoName, called: string): Promise<void> {
  const document = { ...((await asDelivered(page, name)) as Machine), name: called };
  const made = await page.request.post('/api/machines', { data: { document } });
  expect(made.status()).toBe(201);
  await page.goto(`/machines/${((await made.json()) as { readonly id: string }).id}/plan`);
}

/** A file that a button hands over, as text. */
async function handedOver(page: Page, button: string): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ]);
  return readFileSync(await download.path(), 'utf8');
}

const figure = (page: Page, name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });

test.describe('work is planned by what the machine is', () => {
  test('a thread: geared exactly, stopped where the carriage cannot keep up, its program kept as it was planned', async ({
    page,
  }) => {
    await copied(page, 'Pen lathe', 'Thread lathe');
    await expect(page.getByRole('heading', { name: 'Plan the work' })).toBeVisible();
    await page.getByLabel('Pitch', { exact: true }).fill('20 tpi');
    await page.getByLabel('Pitch', { exact: true }).press('Enter');
    await expect(figure(page, 'Lead')).toContainText(/1\.27\smm/);
    await page.getByRole('button', { name: 'Steps of the carriage per count' }).click();
    await expect(page.getByText(/in lowest terms/)).toContainText(/= \d+\/\d+, in lowest terms/);
    await expect(figure(page, 'Off over 100 mm of thread')).toContainText(/\b0\smm/);
    await page.getByLabel('Spindle', { exact: true }).fill('3000 rpm');
    await page.getByLabel('Spindle', { exact: true }).press('Enter');
    await expect(page.getByRole('alert')).toContainText('The spindle turns too quick');
    await expect(page.getByRole('button', { name: 'Thread program' })).toHaveCount(0);
    await page.getByLabel('Spindle', { exact: true }).fill('150 rpm');
    await page.getByLabel('Spindle', { exact: true }).press('Enter');
    const program = await handedOver(page, 'Thread program');
    expect(program).toMatch(/^G33 Z-20\.1 K1\.27$/m);
    expect(program).toMatch(/^G97 S150$/m);
    await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
    await page.reload();
    await expect(page.getByLabel('Pitch', { exact: true })).toHaveValue(/20/);
    // Undone step by step, as anything of the machine.
    await page.getByLabel('Starts', { exact: true }).fill('2');
    await page.getByLabel('Starts', { exact: true }).press('Enter');
    await expect(figure(page, 'Lead')).toContainText(/2\.54\smm/);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(figure(page, 'Lead')).toContainText(/1\.27\smm/);
    await expect(page.getByText('M6', { exact: true })).toHaveCount(0);
    await page
      .getByRole('button', { name: /^Show all \d+/ })
      .last()
      .click();
    await expect(page.getByText('M6', { exact: true })).toBeVisible();
  });

  test('a bed of inserts: seen as it is drilled, its template true to a hundred millimetres on paper', async ({
    page,
  }) => {
    await copied(page, 'Fret mill', 'Bed mill');
    await goWithin(page, `${new URL(page.url()).pathname}?plan=hold-down`);
    await choose(page.getByLabel('Planned by'), 'count');
    for (const [label, value] of [
      ['Count across', '4'],
      ['Count along', '3'],
    ] as const) {
      await page.getByLabel(label, { exact: true }).fill(value);
      await page.getByLabel(label, { exact: true }).press('Enter');
    }
    await expect(figure(page, 'Inserts')).toContainText('12');
    await expect(page.getByRole('img', { name: 'From above' }).locator('path.commanded')).toHaveCount(12);
    expect((await handedOver(page, 'Drilling program')).match(/^G0 X/gm)?.length).toBe(12);
    const template = await handedOver(page, 'Template 1:1');
    // Printed as a browser prints it, and measured on the sheet: 72 points to the inch.
    const sheet = await page.context().newPage();
    await sheet.goto(`data:image/svg+xml;base64,${Buffer.from(template).toString('base64')}`);
    const pdf = await sheet.pdf({ preferCSSPageSize: true });
    await sheet.close();
    const streams = pdf
      .toString('latin1')
      .split(/\bstream\r?\n/)
      .slice(1)
      .flatMap((text) => {
        try {
          return inflateSync(Buffer.from(text.split(/\r?\nendstream/)[0] ?? '', 'latin1')).toString('latin1');
        } catch {
          // A font or picture that is not packed so.
          return [];
        }
      })
      .join('\n');
    const [, wide = 0, high = 0] = (/\/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)/.exec(pdf.toString('latin1')) ?? []).map(
      Number,
    );
    const [, width = 0, height = 0] = (/width="([\d.]+)mm" height="([\d.]+)mm"/.exec(template) ?? []).map(Number);
    expect(Math.abs((wide * 25.4) / 72 - width)).toBeLessThan(0.5);
    expect(Math.abs((high * 25.4) / 72 - height)).toBeLessThan(0.5);
    // The ruler is the line that is 100 of its units long; two matrices say how long a unit is on the sheet.
    const [, outer = 0] = (/^([\d.]+) 0 0 -[\d.]+ 0 [\d.]+ cm/.exec(streams) ?? []).map(Number);
    const [, inner = 0] = (/([\d.]+) 0 0 [\d.]+ [\d.]+ [\d.]+ cm\n[^Q]*\b100 0 l\b/.exec(streams) ?? []).map(Number);
    expect((outer * inner * 100 * 25.4) / 72).toBeCloseTo(100, 1);
  });

  test('what gives way at the tool, and what a shorter span gives back, is there when it is shortened', async ({
    page,
  }) => {
    await copied(page, 'Fret mill', 'Stiff mill');
    await goWithin(page, `${new URL(page.url()).pathname}?plan=frame`);
    const way = async (name: string): Promise<number> =>
      Number(/([\d.]+)\s(?:mm|µm)/.exec(await figure(page, name).innerText())?.[1]);
    const before = await way('The tool gives way by');
    await page.getByLabel('Span of the beam').fill('600 mm');
    await page.getByLabel('Span of the beam').press('Enter');
    await expect.poll(() => way('The tool gives way by')).not.toBe(before);
    const promised = await way('With a span 10 % shorter');
    expect(promised).toBeGreaterThan(0);
    await page.getByLabel('Span of the beam').fill('540 mm');
    await page.getByLabel('Span of the beam').press('Enter');
    await expect(async () => expect(await way('The tool gives way by')).toBe(promised)).toPass();
  });

  test('a load on the table and a tank of coolant: what the motors bear, and when the pump draws air', async ({
    page,
  }) => {
    await copied(page, 'Fret mill', 'Laden mill');
    await page.getByRole('button', { name: 'Load on the table' }).click();
    await expect(page.getByLabel('Carried by', { exact: true })).toContainText('Y, bed');
    await expect(figure(page, 'Y moves with it')).toContainText(/11\.4\skg/);
    await page.getByLabel('Work on it', { exact: true }).fill('150 kg');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('With this on it Y does not reach');
    await expect(figure(page, 'Lies on it')).toContainText('does not');
    await page.getByRole('button', { name: 'Coolant tank' }).click();
    await expect(figure(page, 'It holds')).toContainText(/15\sL/);
    await expect(figure(page, 'The pump draws')).toContainText('W');
    await page.getByLabel('Level while it stands', { exact: true }).fill('42 mm');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('The pump draws air');
    await page.getByRole('button', { name: 'Hours of running until it is low' }).click();
    await expect(page.getByText('by what is lost.')).toBeVisible();
  });

  test('pieces that were measured: typed row by row, pasted from a spreadsheet, refused in their cell, undone', async ({
    page,
  }) => {
    await copied(page, 'Ribbon feeder', 'Measured ribbon');
    await page.getByRole('group', { name: 'What is planned' }).getByText('Lengths measured', { exact: true }).click();
    await page.getByRole('button', { name: 'Add a row' }).click();
    await expect(page.getByLabel('Told, row 1')).toBeFocused();
    await page.getByLabel('Told, row 1').fill('100');
    await page.getByLabel('Measured, row 1').fill('98');
    // Enter in the last row adds one.
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Told, row 2')).toBeFocused();
    await page.getByLabel('Told, row 2').fill('200 mm');
    await page.getByLabel('Measured, row 2').fill('nonsense');
    await expect(page.getByRole('alert').first()).toBeVisible();
    await page.getByLabel('Measured, row 2').fill('196');
    await expect(figure(page, 'Fed for what is told')).toContainText(/98\s%/);
    // A table from elsewhere goes on from its cell.
    await page.getByLabel('Told, row 2').focus();
    await page.evaluate(() => {
      const data = new DataTransfer();
      data.setData('text/plain', '200\t197\n300\t295.5\n400\t394');
      document.activeElement?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
    });
    await expect(page.getByLabel('Measured, row 4')).toHaveValue('394 mm');
    await expect(figure(page, 'Fed for what is told')).toContainText(/98\.\d+\s%/);
    await page.getByRole('button', { name: 'Leave out row 4 of Pieces' }).click();
    await expect(page.getByLabel('Measured, row 4')).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByLabel('Measured, row 4')).toHaveValue('394 mm');
    await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
    await page.reload();
    await page.getByRole('group', { name: 'What is planned' }).getByText('Lengths measured', { exact: true }).click();
    await expect(page.getByLabel('Measured, row 3')).toHaveValue('295.5 mm');
  });

  test('faults of the shed that are still open: two drums that differ, a key that comes too soon, a bobbin too small', async ({
    page,
  }) => {
    await copied(page, 'Flag hoist', 'Askew flags');
    await expect(figure(page, 'One side hangs lower by')).toContainText('does not');
    await page.getByLabel('Second drum', { exact: true }).fill('40 mm');
    await expect(figure(page, 'One side hangs lower by')).toContainText('keeps');
    await copied(page, 'Lamp carriage', 'Late lamp');
    await expect(page.getByRole('alert').first()).toContainText('The hardest move asks for');
    await page.getByLabel('At the time, row 4').fill('24 s');
    await page.getByLabel('At the time, row 5').fill('40 s');
    await expect(page.getByRole('alert')).toHaveCount(0);
    await copied(page, 'Twine winder', 'Small bobbin');
    await expect(page.getByRole('alert').first()).toContainText('past its flanges');
    await page.getByLabel('Turns', { exact: true }).fill('800');
    await expect(page.getByRole('alert')).toHaveCount(0);
  });
});
