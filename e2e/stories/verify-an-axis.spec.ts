import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '../story';
import { Builder } from '../builder';
import { choose } from '../choose';

/** The checks of the delivered demo, which no story changes. */
async function openDemoChecks(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('link', { name: 'Fret mill' }).first().click();
  await page.waitForURL(/drive-lines/);
  await page
    .getByRole('navigation', { name: 'Operations' })
    .getByRole('link', { name: /Checks/ })
    .click();
}

test.describe('a builder verifies an axis', () => {
  test('from its parts to a check that finds it true', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Bench slide');
    await builder.describeScrewAxis();
    const line = page.locator('cn-drive-line');
    await expect(line).toContainText('800 steps per turn');
    await expect(line).toContainText('629.9213 steps/mm');

    await line.getByRole('button', { name: 'why Steps per unit of travel, in force' }).click();
    const working = page.getByRole('region', { name: /Steps per unit of travel/ });
    await expect(working).toContainText('80000/127 steps/mm exactly');
    await expect(working).toContainText('S = S_o / l');
    await working.getByLabel('To make it').fill('500');
    await choose(working.getByLabel('change'), 'Thread pitch');
    await expect(working).toContainText('Thread pitch 1.6 mm, all else as it is');
    await page.keyboard.press('Escape');
    await expect(working).toBeHidden();

    await builder.goTo('Checks');
    await expect(page.getByRole('img', { name: 'A carriage goes to places of known steps' })).toBeVisible();
    await builder.startCheck('200, 600');
    await expect(page.getByLabel('Move list')).toContainText('G1 X0.3175');
    await expect(page.getByLabel('Move list')).toContainText('G1 X0.9525');
    await builder.read('0.0125 in', '0.0375 in', '0');
    await expect(page.locator('.verdict-card')).toContainText('● True');
    await expect(page.getByText('Not significant, leave it')).toBeVisible();
    const doubt = page.getByRole('region', { name: 'What makes the scale doubtful' });
    await expect(doubt.getByRole('row', { name: /^The digit B .* ∞ \d+$/ })).toBeVisible();
    await expect(page.getByRole('img', { name: 'A carriage goes to places of known steps' })).toBeVisible();
    await expect(page.getByRole('banner')).toContainText('revision 2');
    await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  });

  test('finds a driver that runs four times coarser than set, and puts it right', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Coarse slide');
    await builder.describeScrewAxis();
    await builder.startCheck('200, 600');
    await builder.read('0.05 in', '0.15 in');
    await expect(page.locator('.verdict-card')).toContainText('⬢ Not true');
    const causes = page.getByRole('list', { name: /Likely causes/ }).getByRole('listitem');
    await expect(causes.first()).toContainText('The driver runs four times coarser than set');
    await expect(page.getByText('count its turns')).toBeVisible();
    await causes
      .first()
      .getByRole('button', { name: /^Apply/ })
      .click();
    await expect(page.getByText(/Applied as revision 3 and written in the logbook/)).toBeVisible();

    await page.reload();
    await builder.goTo('Drive lines');
    await expect(page.locator('cn-drive-line')).toContainText('200 steps per turn');
    await expect(page.locator('cn-drive-line')).toContainText('157.4803 steps/mm');
    await expect(page.getByRole('banner')).toContainText('revision 3');
    await page.getByRole('link', { name: 'Logbook and revisions' }).click();
    await expect(page.getByRole('region', { name: 'Entries' })).toContainText(
      'correction X: The driver runs four times coarser than set',
    );
    await expect(page.getByRole('region', { name: 'Revisions' })).toContainText('four times coarser');
    await page.getByLabel('Compare revision 2').check();
    await page.getByLabel('Compare revision 3').check();
    await expect(page.getByText('X, driver, microsteps was 4, is 1')).toBeVisible();
  });

  test('follows a figure from check to check, with the change of the design between them', async ({ page }) => {
    await openDemoChecks(page);
    const course = page.getByRole('region', { name: 'Over time' });
    await choose(course.getByLabel('Follow'), 'Step check on X, 2 times');
    await expect(course).toContainText(
      /Between revision 1 and revision 2 it went from 20\.250\smm ± 0\.0\d+\smm to 0\.01\d*\smm/,
    );
    await expect(course.getByRole('table', { name: 'Course of the figure' }).getByRole('row')).toHaveCount(3);
    await expect(course.locator('cn-chart svg')).toBeVisible();
    await choose(course.getByRole('combobox', { name: 'Figure' }), 'Scale k');
    await expect(course).toContainText(/Between revision 1 and revision 2 it went from 2\.0\d* ± [\d.]+ to 1\.0\d* ±/);
    await course.getByRole('link').first().click();
    await expect(page.getByRole('heading', { name: 'Step check on X' })).toBeVisible();
  });

  test('does the whole journey from the keyboard', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('link', { name: 'Crisp Notch, all machines' }).focus();
    const tabTo = async (name: RegExp): Promise<void> => {
      for (let count = 0; count < 120; count += 1) {
        await page.keyboard.press('Tab');
        const label = await page.evaluate(() => {
          const element = document.activeElement as HTMLElement | null;
          const named = document.getElementById(element?.getAttribute('aria-labelledby') ?? '');
          const own = (element as HTMLInputElement | null)?.labels?.[0]?.textContent ?? '';
          return `${named?.textContent ?? element?.getAttribute('aria-label') ?? ''} ${own} ${element?.textContent ?? ''}`.trim();
        });
        if (name.test(label)) return;
      }
      throw new Error(`no focus stop called ${name}`);
    };
    await tabTo(/^New machine/);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.getByLabel('Name').waitFor();
    await tabTo(/^Name/);
    await page.keyboard.type('Keyboard slide');
    await page.keyboard.press('Enter');
    await page.waitForURL(/drive-lines/);

    await tabTo(/^Motor/);
    await tabTo(/^Step angle/);
    await page.keyboard.type('1.8');
    await page.getByRole('button', { name: /^Motor/ }).focus();
    await page.keyboard.press('ArrowLeft');
    await tabTo(/^Microsteps/);
    await page.keyboard.press('Home');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Driver/ }).focus();
    for (let count = 0; count < 3; count += 1) await page.keyboard.press('ArrowRight');
    await tabTo(/^Thread pitch/);
    await page.keyboard.type('20tpi');
    await expect(page.locator('cn-drive-line')).toContainText('629.9213 steps/mm');

    await tabTo(/^why Steps per unit of travel, in force/).catch(async () => {
      await page.getByRole('button', { name: /^Screw/ }).focus();
      await tabTo(/why Steps per unit of travel, in force/);
    });
    await page.keyboard.press('w');
    await expect(page.getByRole('region', { name: /Steps per unit of travel/ })).toBeVisible();
    await page.keyboard.press('Escape');

    await page.keyboard.press('g');
    await page.keyboard.press('7');
    await page.waitForURL(/checks/);
    await tabTo(/^Moves, in microsteps/);
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type('200, 600');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Readings' })).toBeVisible();
    await tabTo(/^Reading 1/);
    await page.keyboard.type('0.05in');
    await page.keyboard.press('Enter');
    await page.keyboard.type('0.15in');
    await page.keyboard.press('Enter');
    await expect(page.locator('.verdict-card')).toContainText('Not true');
    // Two were typed, two are kept, and no more once everything that left the page has arrived.
    const address = page.url().replace('/machines/', '/api/machines/');
    const kept = async (): Promise<readonly string[]> =>
      (
        (await (await page.request.get(address)).json()) as { readonly readings: readonly { readonly text: string }[] }
      ).readings.map(({ text }) => text);
    await expect.poll(kept).toEqual(['0.05 in', '0.15 in']);
    await page.waitForLoadState('networkidle');
    expect(await kept()).toEqual(['0.05 in', '0.15 in']);
    await tabTo(/^Apply: The driver runs four times coarser/);
    await page.keyboard.press('Enter');
    await expect(page.getByText(/Applied as revision 3/)).toBeVisible();
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toContainText('Do what stands under Next');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  });

  test('takes readings from a file, gives them back, and leaves one out with a reason', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('File slide');
    await builder.describeScrewAxis();
    await builder.startCheck('200, 400, 600');
    await page.getByLabel('Readings as CSV').setInputFiles({
      name: 'readings.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('place,reading\n1,0.0125 in\n2,9 in\n3,0.0375 in\n4,0\n'),
    });
    await expect(page.locator('.verdict-card')).toContainText('Not true');
    await page.getByRole('button', { name: 'leave out reading 2' }).click();
    await page.getByLabel('Why it is left out').fill('knocked the stand');
    await page.getByRole('button', { name: 'Leave out', exact: true }).click();
    await expect(page.locator('.verdict-card')).toContainText('1 of 4 readings to take');
    await expect(page.locator('.verdict-card')).toContainText('Read that place again');
    await expect(page.getByText('left out: knocked the stand')).toBeVisible();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'CSV out' }).click(),
    ]);
    const csv = await readFile(await download.path(), 'utf8');
    expect(csv).toContain('2,1,400,up,target,0.635000,mm,9 in,knocked the stand');
    await page
      .getByLabel('Readings as CSV')
      .setInputFiles({ name: 'bad.csv', mimeType: 'text/csv', buffer: Buffer.from('place,reading\n7,1\n') });
    await expect(page.getByRole('alert')).toContainText('row 2: place must be from 1 to 4');
  });

  test('takes readings from an instrument that sends plain numbers, and no reading from what is none', async ({
    page,
  }) => {
    // An indicator on a serial line that sends what the page is told to let it send.
    await page.addInitScript(() => {
      let out: ReadableStreamDefaultController<Uint8Array>;
      const device = {
        open: () => Promise.resolve(),
        close: () => Promise.resolve(),
        writable: null,
        readable: new ReadableStream<Uint8Array>({ start: (controller) => void (out = controller) }),
      };
      const say = (text: string): void => {
        out.enqueue(new TextEncoder().encode(text));
      };
      Object.assign(globalThis, { instrumentSays: say });
      Object.defineProperty(navigator, 'serial', { value: { requestPort: () => Promise.resolve(device) } });
    });
    const says = (text: string): Promise<void> =>
      page.evaluate((line) => {
        (globalThis as unknown as { instrumentSays: (text: string) => void }).instrumentSays(line);
      }, text);
    const builder = new Builder(page);
    await builder.makeMachine('Serial slide');
    await builder.describeScrewAxis();
    await builder.startCheck('200, 600');
    const instrument = page.locator('cn-serial-instrument');
    await instrument.getByText('Read from an instrument on a serial line').click();
    await instrument.getByRole('button', { name: 'Connect …' }).click();
    await expect(instrument.getByRole('status')).toHaveText('nothing yet');
    await says('  +0,3175 mm\r\n');
    await expect(instrument.getByRole('status')).toHaveText('0.3175 mm');
    await instrument.getByRole('button', { name: 'Take as reading 1' }).click();
    await expect(page.getByLabel(/^Reading 1,/)).toHaveValue(/0\.3175/);
    await says('ERROR 12 34\n');
    await expect(instrument.getByRole('status')).toHaveText('no reading: ERROR 12 34');
    await expect(instrument.getByRole('button', { name: 'Take as reading 2' })).toBeDisabled();
    await says('.0375 in\n');
    await instrument.getByRole('button', { name: 'Take as reading 2' }).click();
    await expect(page.getByLabel(/^Reading 2,/)).toHaveValue(/0\.9525/);
    await instrument.getByRole('button', { name: 'Disconnect' }).click();
    await expect(instrument.getByText('Read from an instrument on a serial line')).toBeVisible();
  });

  test('takes what an instrument shows by a foot-switch and when it has settled, and asks about what cannot be', async ({
    page,
  }) => {
    await page.addInitScript(() => {
      let out: ReadableStreamDefaultController<Uint8Array>;
      let shows = '0';
      const device = {
        open: () => Promise.resolve(),
        close: () => Promise.resolve(),
        writable: null,
        readable: new ReadableStream<Uint8Array>({ start: (controller) => void (out = controller) }),
      };
      // Ten lines a second, as indicators send them by themselves.
      setInterval(() => {
        out.enqueue(new TextEncoder().encode(`${shows} mm\n`));
      }, 100);
      Object.assign(globalThis, { instrumentShows: (text: string) => void (shows = text) });
      Object.defineProperty(navigator, 'serial', { value: { requestPort: () => Promise.resolve(device) } });
    });
    const shows = async (text: string): Promise<void> => {
      await page.evaluate((line) => {
        (globalThis as unknown as { instrumentShows: (text: string) => void }).instrumentShows(line);
      }, text);
      await expect(page.locator('cn-serial-instrument').getByRole('status').first()).toHaveText(`${text} mm`);
    };
    const builder = new Builder(page);
    await builder.makeMachine('Pedal slide');
    await builder.describeScrewAxis();
    await builder.startCheck('200, 400, 600');
    const instrument = page.locator('cn-serial-instrument');
    const reading = (place: number) => page.getByLabel(new RegExp(`^Reading ${place},`));
    await instrument.getByText('Read from an instrument on a serial line').click();
    await instrument.getByRole('button', { name: 'Connect …' }).click();
    await choose(instrument.getByRole('combobox', { name: 'Taken by' }), 'a foot-switch or key');
    await expect(instrument.getByText('Press the foot-switch, or a key …')).toBeVisible();
    await page.keyboard.press('F9');
    await expect(instrument.getByText('Key: F9')).toBeVisible();
    await shows('0.318');
    await page.keyboard.press('F9');
    await expect(reading(1)).toHaveValue('0.318');
    // Twice as far as it was sent is no measurement.
    await shows('1.27');
    await page.keyboard.press('F9');
    await expect(page.getByRole('alert')).toHaveText(/^It shows 1\.27 mm where 0\.635\smm was sent/);
    await page.getByRole('button', { name: 'Leave it' }).click();
    await expect(reading(2)).toHaveValue('');
    await choose(instrument.getByRole('combobox', { name: 'Taken by' }), /^itself, when it has settled/);
    await shows('0.636');
    await expect(reading(2)).toHaveValue('0.636');
    await shows('0.951');
    await expect(reading(3)).toHaveValue('0.951');
    // At rest in one place it is read once.
    await expect(reading(4)).toHaveValue('');
  });

  test('keeps a mistyped reading in its field and says what is wrong', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Typo slide');
    await builder.describeScrewAxis();
    await builder.startCheck('200, 600');
    await builder.read('0.3x');
    await expect(page.getByRole('alert')).toContainText('“0.3x” is not a reading');
    await expect(page.getByLabel(/^Reading 1,/)).toHaveValue('0.3x');
    await page.getByLabel(/^Reading 1,/).fill('0.3175');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel(/^Reading 2,/)).toBeFocused();
    await expect(page.locator('.verdict-card')).toContainText('2 of 3 readings to take');
  });

  test('reads nominal and exact steps of a geared motor side by side, and the drift per turn', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Little table', 'turntable or dividing table');
    await builder.station('Driver');
    await choose(page.getByLabel('Microsteps', { exact: true }), /^full steps/);
    await builder.station('Motor');
    await page.getByRole('combobox', { name: /Choose a motor/ }).click();
    await page.getByRole('option', { name: /Can-stack motor, 32 steps/ }).click();
    const line = page.locator('cn-drive-line');
    await expect(line).toContainText('1408 by the print');
    await expect(line).toContainText('1410.3704 exact, by the teeth');
    await expect(line).toContainText('0.605 ° too short each turn');
    await expect(page.getByRole('banner')).toContainText('revision 2');
  });

  test('reads the trimmer voltage for a limit, and the limit for a trimmer voltage', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Current slide');
    await builder.station('Driver');
    await page.getByRole('combobox', { name: /Choose a driver/ }).click();
    await page.getByRole('option', { name: 'Chopper driver, 2 A, 1/16, gain 6, 0.15 Ω' }).click();
    await builder.goTo('Current');
    await builder.fill('Limit, crest of X', '0.9');
    await expect(page.getByRole('row', { name: /^Turn the trimmer to/ })).toContainText('0.81 V');
    await builder.fill('Trimmer reads of X', '0.9');
    await expect(page.getByLabel('Limit, crest of X')).toHaveValue('1');
    await expect(page.getByRole('row', { name: /^Ammeter in one coil/ })).toContainText('0.7071 A');
    // An example that is passed on without its driver and its resistor.
    await page.getByText('A setting that somebody quotes').click();
    await builder.fill('At the trimmer', '0.5');
    await builder.fill('Is said to give', '1');
    await builder.fill('Sense resistor', 'R100');
    const quoted = page.locator('cn-quoted-example');
    await expect(quoted).toContainText('X: Wrong at a gain of 6');
    await expect(quoted).toContainText('0.5 V is right only with 0.0625 Ω');
    await expect(quoted).toContainText('Right at a gain of 5 with 0.1 Ω');
  });
});
