import { Builder } from '../builder';
import { expect, test, type Locator } from '../story';

test.use({ viewport: { width: 390, height: 780 }, hasTouch: true });

test.describe('at the machine, with a phone in one hand', () => {
  test('ten readings are typed on the pad’s keys without moving the page, and one is taken back', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Read by thumb');
    await builder.describeScrewAxis();
    await page.goto(page.url().replace(/drive-lines.*/, 'checks'));
    await page.getByLabel('Moves, in microsteps').fill('1000, 2000, 3000, 4000, 5000, 6000, 7000, 8000, 9000');
    await page.getByRole('button', { name: /^Start the check/ }).tap();
    const pad = page.getByRole('dialog', { name: /^Reading pad/ });
    await expect(pad).toBeVisible();
    const total = Number(/of (\d+)/.exec((await pad.locator('.go').innerText()).replace(/\s+/g, ' '))?.[1] ?? 0);
    expect(total).toBe(10);
    const scrolled = async (): Promise<number> =>
      await page.evaluate(() => window.scrollY + (document.querySelector('dialog.pad')?.scrollTop ?? 0));
    const type = async (digits: string): Promise<void> => {
      for (const digit of digits) await pad.getByRole('button', { name: digit, exact: true }).tap();
    };
    for (let reading = 1; reading <= 10; reading += 1) {
      await expect(pad.locator('.go')).toContainText(`${reading} of ${total}`);
      const keep = pad.getByRole('button', { name: 'Keep' });
      const box = await keep.boundingBox();
      expect((box?.y ?? 0) + (box?.height ?? 1000)).toBeLessThanOrEqual(780);
      await type('6');
      await pad.getByRole('button', { name: 'decimal mark' }).tap();
      await type(`3${reading % 10}`);
      await keep.tap();
    }
    expect(await scrolled()).toBe(0);
    await expect(pad).toContainText('All 10 are read');
    await pad.getByRole('button', { name: 'Undo' }).tap();
    await expect(pad.locator('.typed')).toContainText('6.30');
    await pad.getByRole('button', { name: 'erase the last digit' }).tap();
    await type('5');
    await pad.getByRole('button', { name: 'Keep' }).tap();
    await expect(pad.locator('.typed, .done')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(pad).toHaveCount(0);
    await expect(page.getByLabel(/^Reading 10,/)).toHaveValue('6.35');
    // What has been read is kept with the check.
    const check = page.url().replace('/machines/', '/api/machines/');
    await expect
      .poll(async () =>
        JSON.stringify(((await (await page.request.get(check)).json()) as { readings: unknown }).readings),
      )
      .toContain('6.35');
    await page.reload();
    await page.keyboard.press('Escape');
    await expect(page.getByLabel(/^Reading 1,/)).toHaveValue('6.31');
  });

  test('what is no reading is told on the pad and loses nothing', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('No reading');
    await builder.describeScrewAxis();
    await page.goto(page.url().replace(/drive-lines.*/, 'checks'));
    await page.getByLabel('Moves, in microsteps').fill('1000, 2000');
    await page.getByRole('button', { name: /^Start the check/ }).tap();
    const pad = page.getByRole('dialog', { name: /^Reading pad/ });
    await expect(pad).toBeVisible();
    await page.keyboard.type('1.2.3');
    await page.keyboard.press('Enter');
    await expect(pad.getByRole('alert')).toContainText('1.2.3');
    await expect(pad.locator('.go')).toContainText('1 of');
  });
});

test.describe('the whole way on a phone', () => {
  test.use({ viewport: { width: 390, height: 780 }, hasTouch: true });

  test('from a new machine to the verdict on its axis, with a thumb and nothing slid sideways', async ({ page }) => {
    const isNarrow = async (): Promise<void> =>
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await page.goto('/');
    await page.getByRole('button', { name: 'router or milling table' }).tap();
    await page.waitForURL(/drive-lines/);
    await page.getByLabel('Step angle', { exact: true }).fill('200/turn');
    await isNarrow();
    const station = page.getByRole('group', { name: /Stations of/ }).getByRole('button', { name: /^Screw/ });
    await station.tap();
    await page.getByLabel('Thread pitch', { exact: true }).fill('4 mm');
    await expect(page.locator('cn-drive-line')).toContainText('steps/mm');
    await isNarrow();
    await page
      .getByRole('navigation', { name: 'Operations' })
      .getByRole('link', { name: /Checks/ })
      .tap();
    await page.getByLabel('Moves, in microsteps').fill('4000, 8000, 12000');
    await isNarrow();
    await page.getByRole('button', { name: /^Start the check/ }).tap();
    const pad = page.getByRole('dialog', { name: /^Reading pad/ });
    await expect(pad).toBeVisible();
    // The network of a shed: typing does not wait for it.
    await page.route('**/readings', async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 1500));
      await route.continue();
    });
    // The carriage comes to where it should, and back to zero: 1/16 steps on a lead of 4 mm.
    for (const [index, due] of ['5', '10', '15', '0'].entries()) {
      await expect(pad.locator('.go')).toContainText(`${index + 1} of 4`);
      for (const digit of due) await pad.getByRole('button', { name: digit, exact: true }).tap();
      await pad.getByRole('button', { name: 'Keep' }).tap();
    }
    await pad.getByRole('button', { name: 'See what it comes to' }).tap();
    await expect(page.getByRole('main')).toContainText(/True|Undecided/);
    await isNarrow();
  });
});

test.describe('strips and sheets on a phone', () => {
  test.use({ viewport: { width: 390, height: 780 }, hasTouch: true });

  test('the operation, the station and the axis that are open stand whole on the screen', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('link', { name: 'Fret mill' }).first().tap();
    await page.waitForURL(/drive-lines/);
    const inSight = async (locator: Locator): Promise<boolean> => {
      const box = await locator.boundingBox();
      return box !== null && box.x >= 0 && box.x + box.width <= 390;
    };
    const base = page.url().replace(/\/drive-lines.*/, '');
    for (const operation of ['job', 'current', 'sign-off']) {
      await page.goto(`${base}/${operation}`);
      await expect.poll(() => inSight(page.locator('nav a.here'))).toBe(true);
    }
    await page.goto(`${base}/drive-lines?station=carriage`);
    await expect.poll(() => inSight(page.locator('button.station.selected'))).toBe(true);
    for (const [operation, label] of [
      ['job', 'Travel'],
      ['current', 'Limit, crest'],
    ]) {
      await page.goto(`${base}/${operation}`);
      await page
        .getByRole('radio', { name: 'Z' })
        .or(page.getByRole('button', { name: 'Z', exact: true }))
        .first()
        .tap();
      await expect(page.getByLabel(`${label} of X`)).toBeHidden();
      expect((await page.getByLabel(`${label} of Z`).boundingBox())?.width).toBeGreaterThan(120);
      await expect(page.getByRole('cell').filter({ hasText: /silicon/ })).toHaveCount(0);
    }
  });
});

test.describe('at the machine of somebody who writes a comma before decimals', () => {
  test.use({ locale: 'de-DE', viewport: { width: 390, height: 780 }, hasTouch: true });

  test('a reading and a size with a comma are taken as decimal, three digits behind it too', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('With a comma');
    await builder.describeScrewAxis();
    await builder.goTo('Job');
    await builder.fill('Travel of X', '420,125');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Travel of X')).toHaveValue('420.125');
    await page.goto(page.url().replace(/job.*/, 'checks'));
    await page.getByLabel('Moves, in microsteps').fill('1000, 2000');
    await page.getByRole('button', { name: /^Start the check/ }).tap();
    const pad = page.getByRole('dialog', { name: /^Reading pad/ });
    for (const key of ['6', 'decimal mark', '2', '5', '1'])
      await pad.getByRole('button', { name: key, exact: true }).tap();
    await expect(pad.locator('.typed')).toContainText('6,251');
    await pad.getByRole('button', { name: 'Keep' }).tap();
    await expect(pad.locator('.go')).toContainText('2 of');
    await page.keyboard.press('Escape');
    await expect(page.getByLabel(/^Reading 1,/)).toHaveValue('6.251');
  });
});
