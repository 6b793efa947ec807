import { expect, test, type Locator, type Page } from '../story';

/** Counts what a builder presses. Values that are typed are no presses: they have to be said in any case. */
class Counted {
  clicks = 0;
  keys = 0;
  fields = 0;

  constructor(readonly page: Page) {}

  async click(target: Locator): Promise<void> {
    this.clicks += 1;
    await target.click();
  }

  async key(name: string): Promise<void> {
    this.keys += 1;
    await this.page.keyboard.press(name);
  }

  /** Types into what has the cursor. */
  async value(text: string): Promise<void> {
    this.fields += 1;
    await this.page.keyboard.type(text);
  }
}

const next = (page: Page): Locator => page.getByRole('region', { name: 'Next' }).getByRole('link');
const atField = async (page: Page, label: string): Promise<void> =>
  await expect(page.getByLabel(label, { exact: true })).toBeFocused();

test.describe('few steps to an answer', () => {
  let began = 0;
  test.beforeEach(async ({ page }) => {
    await page.goto('/');
    await expect(page.getByRole('button', { name: 'router or milling table' })).toBeVisible();
    began = Date.now();
  });

  const report = (what: string, { clicks, keys, fields }: Counted): void => {
    test.info().annotations.push({
      type: 'count',
      description: `${what}: ${clicks} clicks, ${keys} keys, ${fields} fields, ${((Date.now() - began) / 1000).toFixed(1)} s`,
    });
  };

  test('a new machine has its steps per millimetre after two clicks and two fields', async ({ page }) => {
    const hand = new Counted(page);
    await hand.click(page.getByRole('button', { name: 'router or milling table' }));
    await atField(page, 'Step angle');
    await hand.value('1.8');
    await hand.click(next(page));
    await atField(page, 'Thread pitch');
    await hand.value('5 mm');
    await expect(page.locator('cn-drive-line')).toContainText('steps/mm');
    await expect(
      page.getByRole('button', { name: /^why Steps per unit of travel, in force: \d/ }).first(),
    ).toBeVisible();
    report('by hand', hand);
    expect([hand.clicks, hand.fields]).toEqual([2, 2]);
  });

  test('four clicks take motor and screw from the shelf', async ({ page }) => {
    const shelf = new Counted(page);
    // On a slow computer a list may still close while the next is opened.
    const processor = await page.context().newCDPSession(page);
    await processor.send('Emulation.setCPUThrottlingRate', { rate: 5 });
    await shelf.click(page.getByRole('button', { name: 'router or milling table' }));
    await atField(page, 'Step angle');
    await shelf.click(page.getByLabel('Choose a motor from the shelf', { exact: true }));
    await shelf.click(page.getByRole('option', { name: /^Hybrid motor, 42 mm square, 48 mm/ }));
    await shelf.click(page.getByRole('option', { name: /^Lead screw, 12 mm/ }));
    await expect(
      page.getByRole('button', { name: /^why Steps per unit of travel, in force: \d/ }).first(),
    ).toBeVisible();
    report('by shelf', shelf);
    expect([shelf.clicks, shelf.fields]).toEqual([4, 0]);
  });

  test('the keys alone do it in twelve presses beside the values', async ({ page }) => {
    const keys = new Counted(page);
    await keys.key('n');
    await keys.key('Enter');
    await atField(page, 'Step angle');
    await keys.value('200/turn');
    await keys.key('Escape');
    await keys.key('n');
    await atField(page, 'Thread pitch');
    await keys.value('20tpi');
    await expect(
      page.getByRole('button', { name: /^why Steps per unit of travel, in force: \d/ }).first(),
    ).toBeVisible();
    report('by keys', keys);
    expect(keys.clicks).toBe(0);
    expect(keys.keys).toBeLessThanOrEqual(12);
  });

  test('another motor is three clicks, another supply two, and what is next one', async ({ page }) => {
    await page.getByRole('link', { name: 'Fret mill' }).first().click();
    await page.waitForURL(/drive-lines/);
    const base = new URL(page.url()).pathname.replace(/\/drive-lines.*$/, '');
    await page.goto(`${base}/drive-lines?station=carriage`);
    const motor = new Counted(page);
    const line = page.getByRole('group', { name: /Stations of/ });
    await motor.click(line.getByRole('button', { name: /^Motor/ }));
    await motor.click(page.getByLabel('Choose a motor from the shelf', { exact: true }));
    await motor.click(page.getByRole('option', { name: /^Hybrid motor, 42 mm square, 34 mm/ }));
    await expect(line).toContainText('0.9');
    report('another motor', motor);
    await page.goto(`${base}/supply`);
    const supply = new Counted(page);
    await supply.click(page.getByLabel('Choose a supply from the shelf', { exact: true }).first());
    await supply.click(page.getByRole('option', { name: /^Switching supply, 36 V/ }));
    await expect(page.getByRole('region', { name: 'Supply 1' })).toContainText('Switching supply, 36 V');
    report('another supply', supply);
    const todo = new Counted(page);
    await todo.click(next(page));
    await expect(page.locator('[data-field]:focus, [data-field] :focus').first()).toBeVisible();
    report('what is next', todo);
    expect([motor.clicks, supply.clicks, todo.clicks]).toEqual([3, 2, 1]);
  });
});
