import { expect, test, type Page } from '../story';
import { Builder } from '../builder';
import { choose } from '../choose';

/** Words of current limits, which a drive on constant volts has none of. */
const OF_LIMITS = /.*(turn the trimmer|trimmer reads|crest|school|chopp|current limit|the limit|microstep).*/gi;
/** Words of steps and phases, which a brushed motor has none of. */
const OF_STEPS = /.*(a coil|coils|phase|full step|half step|per notch|start\/stop).*/gi;

async function fromShelf(page: Page, kind: string, part: RegExp): Promise<void> {
  await page.getByRole('combobox', { name: new RegExp(`Choose a ${kind}`) }).click();
  await page.getByRole('option', { name: part }).click();
  // What is chosen is a revision by the server; until it stands in the line, the page is about to be drawn anew.
  await expect(page.locator('cn-drive-line')).toContainText(new RegExp(part.source.replace(/^\^/, '')));
}

/** Everything that a builder reads of the machine: its open line with its editor, its current and its supply. */
async function wordsOf(page: Page, builder: Builder): Promise<string> {
  const said: string[] = [];
  await builder.goTo('Drive lines');
  said.push(await page.locator('cn-drive-line').innerText());
  await builder.station('Driver');
  await expect(page.getByRole('heading', { name: /^Driver on/ })).toBeVisible();
  said.push(...(await page.locator('cn-station-editor label, cn-station-editor p').allInnerTexts()));
  await page.getByRole('tab', { name: 'Figures' }).click();
  await page.getByRole('tab', { name: 'Figures' }).click();
  said.push(await page.locator('cn-axis-figures').innerText());
  await builder.goTo('Current');
  await expect(page.getByRole('region', { name: 'The current of each axis' })).toBeVisible();
  said.push(await page.locator('main').innerText());
  await builder.goTo('Supply');
  await expect(page.getByRole('region', { name: /^Supply 1/ })).toBeVisible();
  said.push(await page.getByRole('region', { name: /^Supply 1/ }).innerText());
  return said.join('\n');
}

test.describe('a drive of each kind comes to its figures', () => {
  test('a motor on a switch array: plain amperes a coil, and no word of limits', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Ribbon drum', 'turntable or dividing table');
    await builder.station('Supply');
    await builder.fill('Voltage', '7.4 V');
    await builder.station('Driver');
    await fromShelf(page, 'driver', /^Switch array/);
    await builder.station('Motor');
    await fromShelf(page, 'motor', /^Can-stack motor, 48 steps/);
    await builder.saved();
    const words = await wordsOf(page, builder);
    expect(words.match(OF_LIMITS)).toBeNull();
    await builder.goTo('Current');
    // 7.4 V less the 1 V that the switches keep, over 20 Ω.
    await expect(page.getByRole('row', { name: /^Ammeter in a coil, at rest/ })).toContainText('0.32 A');
    await expect(page.getByRole('row', { name: /^Its rating/ })).toContainText('0.3 A');
  });

  test('a motor on a bridge pair: its volts decide, in series or in parallel', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Bridge drum', 'turntable or dividing table');
    await builder.station('Supply');
    await builder.fill('Voltage', '11.8 V');
    await builder.station('Driver');
    await fromShelf(page, 'driver', /^Bridge pair/);
    await builder.station('Motor');
    await builder.fill('Step angle', '1.8 deg');
    await builder.fill('Holding torque', '0.16 Nm');
    await builder.fill('Rated current', '0.9 A');
    await builder.fill('Coil resistance', '9.6 ohm');
    await builder.fill('Inductance', '11 mH');
    await builder.saved();
    const words = await wordsOf(page, builder);
    expect(words.match(OF_LIMITS)).toBeNull();
    await builder.goTo('Current');
    // 11.8 V less 2.2 V, over 9.6 Ω.
    await expect(page.getByRole('row', { name: /^Ammeter in a coil, at rest/ })).toContainText('1 A');
  });

  test('a turntable on a brushed motor: no steps, no phases, its stall current', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Quiet table', 'turntable or dividing table');
    await builder.station('Supply');
    await builder.fill('Voltage', '12 V');
    await builder.station('Driver');
    await fromShelf(page, 'driver', /^Bridge pair/);
    await builder.station('Motor');
    await fromShelf(page, 'motor', /^Brushed motor/);
    await expect(page.locator('cn-drive-line')).toContainText('per count');
    await builder.saved();
    const words = await wordsOf(page, builder);
    expect([...(words.match(OF_LIMITS) ?? []), ...(words.match(OF_STEPS) ?? [])]).toEqual([]);
    await builder.goTo('Current');
    // 12 V less 2.2 V, over 3.6 Ω.
    await expect(page.getByText('Stall current').locator('..')).toContainText('2.722 A');
  });

  test('two motors on a rack each carry half, and both are bought', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Long bed', 'router or milling table', 'all');
    await page.getByRole('button', { name: 'Open axis Y' }).click();
    await builder.station('Motor');
    await choose(page.getByLabel('The axis has'), 'two alike, one on each side');
    await fromShelf(page, 'motor', /^Hybrid motor, 57 mm square, 76 mm long, 4-lead/);
    await page.keyboard.press('Escape');
    await builder.station('Driver');
    await fromShelf(page, 'driver', /^Boxed chopper driver/);
    await builder.station('Screw');
    await choose(page.getByLabel('Kind', { exact: true }), 'rack and pinion');
    await builder.fill('Module', '1.25 mm');
    await builder.fill('Pinion teeth', '23');
    await builder.saved();
    const line = page.locator('cn-drive-line');
    // Module times π times teeth per turn.
    await expect(line).toContainText(/90\.32\s*mm\/turn/);
  });

  test('a falling axis on a ball screw is warned of before anything else', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Falling head', 'router or milling table', 'all');
    await page.getByRole('button', { name: 'Open axis Z' }).click();
    await builder.station('Screw');
    await choose(page.getByLabel('Thread', { exact: true }), 'rolling balls');
    await builder.fill('Thread pitch', '5 mm');
    await builder.fill('Outside diameter', '16 mm');
    await builder.station('Carriage');
    await builder.fill('Moving mass', '9.5 kg');
    await builder.station('Motor');
    await fromShelf(page, 'motor', /^Hybrid motor, 57 mm square, 76 mm long, 4-lead/);
    await builder.saved();
    await expect(page.locator('cn-drive-line')).toContainText(/falls|power off/i);
  });

  test('a list of parts opened again right after a choice stays open', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Quick hands', 'turntable or dividing table');
    await builder.station('Driver');
    const list = page.getByRole('combobox', { name: /Choose a driver/ });
    for (const pause of [0, 150, 250, 300, 350]) {
      await list.click();
      await page.getByRole('option', { name: /^Bridge pair/ }).click();
      await page.waitForTimeout(pause);
      await list.click();
      // Longer than any fade of the list before it.
      await page.waitForTimeout(600);
      await expect(page.getByRole('option', { name: /^Bridge pair/ })).toBeVisible();
      await page.keyboard.press('Escape');
      await expect(page.getByRole('option', { name: /^Bridge pair/ })).toBeHidden();
    }
  });
});
