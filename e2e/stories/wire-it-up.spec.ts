import { Builder } from '../builder';
import { choose } from '../choose';
import { asDelivered, type DemoName } from '../demo';
import { expect, test, type Locator, type Page } from '../story';

/** Goes on by Tab until what is wanted has the keys. */
async function tabTo(page: Page, wanted: Locator): Promise<void> {
  await expect(wanted).toBeVisible();
  for (let tabs = 0; tabs < 200; tabs += 1) {
    if (
      await wanted.evaluate((element) => element === document.activeElement || element.contains(document.activeElement))
    )
      return;
    await page.keyboard.press('Tab');
  }
  throw new Error('it cannot be reached by Tab');
}

/** Presses a button with the keys alone. */
async function press(page: Page, button: Locator): Promise<void> {
  await tabTo(page, button);
  await page.keyboard.press('Enter');
}

/** Chooses from a list with the keys alone, by the place of what is wanted. */
async function pick(page: Page, label: string, option: string): Promise<void> {
  await tabTo(page, page.getByRole('combobox', { name: label }));
  await page.keyboard.press('Space');
  const wanted = page.getByRole('option', { name: option });
  await expect(wanted).toBeVisible();
  for (let downs = 0; downs < 12; downs += 1) {
    const active = await page.evaluate(
      () =>
        document.querySelector('[role=option].p-focus, [role=option][data-p-focused=true]')?.textContent?.trim() ?? '',
    );
    if (active === option) break;
    await page.keyboard.press('ArrowDown');
  }
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: label })).toContainText(option);
}

/** The wires are laid out: that takes its time while other stories run beside it. */
const planned = async (page: Page): Promise<void> =>
  await expect(page.getByRole('group', { name: /^Wiring plan/ }).locator('svg')).toBeVisible({ timeout: 60_000 });

async function toWiring(page: Page): Promise<void> {
  await page.goto(page.url().replace(/drive-lines.*/, 'wiring'));
  await planned(page);
}

/** A copy of the demo machine of that name, as it was delivered but for what other stories did, on its wiring. */
async function copyWiring(page: Page, name: DemoName): Promise<void> {
  const document = await asDelivered(page, name);
  const made = await page.request.post('/api/machines', {
    data: { document: { ...document, name: `${name}, wired ${Date.now()}` } },
  });
  await page.goto(`/machines/${((await made.json()) as { readonly id: string }).id}/wiring`);
  await planned(page);
}

test('a wrong ground and a floating enable are found and mended, with the keys alone', async ({ page }) => {
  await new Builder(page).makeMachine('Wrong ground');
  await toWiring(page);
  const judged = page.getByRole('list', { name: 'What would go wrong' });
  await expect(judged).not.toContainText('no wire to the controller');
  await press(page, page.getByRole('button', { name: 'As it is wired' }));
  await pick(page, 'Grounds', 'no wire between them');
  await expect(judged).toContainText('logic ground has no wire to the controller’s ground');
  await expect(page.getByRole('heading', { name: /^Wiring/ })).toContainText('1 thing would go wrong');
  await pick(page, 'Enable comes from', 'nowhere: it is open');
  await expect(judged).toContainText('its enable input is left open');
  await expect(page.getByRole('heading', { name: /^Wiring/ })).toContainText('2 things would go wrong');

  await press(page, judged.getByRole('button', { name: 'Join both grounds at one point.' }));
  await expect(judged).not.toContainText('no wire to the controller');
  await press(page, judged.getByRole('button', { name: 'Wire it to the controller.' }));
  await expect(judged).not.toContainText('enable input is left open');
  await expect(page.getByRole('heading', { name: /^Wiring/ })).not.toContainText('would go wrong');
  // Undo brings the last one back, and says so.
  await page.keyboard.press('ControlOrMeta+z');
  await expect(judged).toContainText('its enable input is left open');
});

test('a reading that is out is a stop, in the list and among what would go wrong', async ({ page }) => {
  await new Builder(page).makeMachine('Open ground');
  await toWiring(page);
  const ground = page
    .locator('cn-check-list')
    .getByRole('listitem')
    .filter({ hasText: 'Power off: 0 V, from controller to driver X' });
  await ground.getByRole('button', { name: /^open/ }).click();
  await expect(ground).toContainText('not so');
  await expect(page.getByRole('list', { name: 'What would go wrong' })).toContainText(
    'open where below 1 Ω is expected',
  );
  await expect(page.locator('cn-check-list').getByRole('status')).toContainText(
    '1 reading is not what the plan expects',
  );
  await ground.getByRole('button', { name: /^take back/ }).click();
  await ground.getByRole('textbox').fill('0.2');
  await expect(ground).toHaveClass(/good/);
  // What was read of other wires counts no more, and says so.
  await page.getByRole('button', { name: 'As it is wired' }).click();
  await choose(page.getByRole('combobox', { name: 'Grounds' }), 'motor current through the signals’ ground');
  await choose(page.getByRole('combobox', { name: 'Enable comes from' }), 'a wire to the level that drives');
  await page.getByRole('button', { name: 'Check-off list' }).click();
  await expect(ground).toContainText('changed since it was read');
  await expect(ground).toHaveClass(/open/);
});

test('four motors, two supplies, a relay and three switches: nothing is written over, and it prints on two pages', async ({
  page,
}) => {
  await copyWiring(page, 'Fret mill');
  await page.getByRole('button', { name: 'As it is wired' }).click();
  await page.getByRole('button', { name: 'Controller and switches' }).click();
  for (const name of ['X home', 'Y home', 'Z home']) {
    await page.getByRole('button', { name: 'Add a switch' }).click();
    await expect(page.locator('cn-controls')).toContainText(name);
  }
  const plan = page.getByRole('group', { name: /^Wiring plan/ });
  await expect(plan.getByRole('button', { name: /^Z home/ })).toBeAttached();
  await expect(plan.getByRole('button', { name: /^Driver Y2/ })).toBeAttached();
  const faults = await plan.evaluate((window) => {
    const boxOf = (element: Element): DOMRect => element.getBoundingClientRect();
    const over = (one: DOMRect, other: DOMRect): boolean =>
      one.left < other.right - 0.5 &&
      other.left < one.right - 0.5 &&
      one.top < other.bottom - 0.5 &&
      other.top < one.bottom - 0.5;
    const found: string[] = [];
    for (const group of window.querySelectorAll('g.box:not(.point)')) {
      const frame = boxOf(group.querySelector('rect') as Element);
      const texts = [...group.querySelectorAll('text')];
      for (const [index, text] of texts.entries()) {
        const at = boxOf(text);
        if (at.left < frame.left || at.right > frame.right || at.top < frame.top - 1 || at.bottom > frame.bottom + 1)
          found.push(`${text.textContent ?? ''} leaves its box`);
        for (const other of texts.slice(index + 1))
          if (over(at, boxOf(other)) && Math.abs(at.top - boxOf(other).top) < 6)
            found.push(`${text.textContent ?? ''} over ${other.textContent ?? ''}`);
      }
    }
    return found;
  });
  expect(faults).toEqual([]);
  const pages = (await page.pdf({ format: 'A4' })).toString('latin1').match(/\/Type\s*\/Page[^s]/g) ?? [];
  expect(pages.length).toBe(2);
});

test('pins are chosen, a clash is a stop, and the nets say what is joined', async ({ page }) => {
  await new Builder(page).makeMachine('Pins');
  await toWiring(page);
  await page.getByRole('tab', { name: 'Pins' }).click();
  await page.getByRole('textbox', { name: 'Pin of X step' }).fill('D2');
  await page.getByRole('textbox', { name: 'Pin of X dir' }).fill('d2');
  await page.getByRole('textbox', { name: 'Pin of X dir' }).press('Tab');
  await expect(page.getByRole('list', { name: 'What would go wrong' })).toContainText('X step and X dir');
  await page.getByRole('textbox', { name: 'Pin of X dir' }).fill('D5');
  await page.getByRole('textbox', { name: 'Pin of X dir' }).press('Tab');
  await expect(page.getByRole('list', { name: 'What would go wrong' })).not.toContainText('X step and X dir');
  await choose(page.getByRole('combobox', { name: 'How the pin of X dir is known' }), 'found by continuity');
  await page.getByRole('tab', { name: 'Nets' }).click();
  const step = page.getByRole('row', { name: /^X step/ });
  await expect(step).toContainText('X step · D2');
  await expect(step).toContainText('Driver X step');
});

test('a stuck pin is found by counting, and the setting is put right', async ({ page }) => {
  const builder = new Builder(page);
  await builder.makeMachine('Stuck pin');
  await builder.describeScrewAxis();
  await page.goto(page.url().replace(/drive-lines.*/, 'wiring?see=microsteps'));
  await page.getByText('Its table').click();
  await page.getByLabel('Table of pins').fill('jumpers high\nM1- M2-\nll=1\nhl=2\nlh=4\nhh=8');
  await page.getByLabel('Table of pins').press('Tab');
  await choose(page.getByRole('combobox', { name: 'Microsteps' }), '1/8');
  const pattern = page.getByRole('list', { name: 'How the pins are set' });
  await expect(pattern.getByRole('listitem')).toHaveText([/M1\s*jumper in/, /M2\s*jumper in/]);
  await expect(page.locator('cn-microsteps')).toContainText('M1 stuck low: 1/4');
  await page.getByLabel('Pulses sent').fill('1600');
  await page.getByLabel('Turns of the motor').fill('2');
  await expect(page.locator('cn-microsteps').getByRole('status').last()).toContainText('M1 stuck low explains it');
  await expect(page.locator('cn-route-card')).toContainText('divides by 4, not by 8');
  await page.getByLabel('Turns of the motor').fill('1');
  await expect(page.locator('cn-microsteps').getByRole('status').last()).toContainText('Proven: it runs 1/8, as set');
});

test('the box: heat and air from the design, a fan that is too small, and what was seen', async ({ page }) => {
  await copyWiring(page, 'Fret mill');
  await page.getByRole('tab', { name: 'Box' }).click();
  const box = page.locator('cn-box');
  await expect(box.getByRole('row', { name: /^Driver Y2/ })).toContainText('W');
  await expect(box).toContainText('in a closed box');
  await box.getByLabel('Fan moves').fill('5');
  await expect(box).toContainText('the fan moves 5 m³/h');
  await box.getByLabel('Fan moves').fill('50');
  await expect(box.getByRole('list', { name: 'What would go wrong' })).toHaveCount(0);
  await box.getByLabel('Size of Driver X').fill('20 × 15 × 12 mm');
  await box.getByLabel('Size of Driver X').press('Tab');
  await box.getByRole('checkbox', { name: /^Earth joined/ }).check();
  await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
  await page.reload();
  await page.getByRole('tab', { name: 'Box' }).click();
  await expect(box.getByLabel('Size of Driver X')).toHaveValue('20 × 15 × 12 mm');
  await expect(box.getByRole('checkbox', { name: /^Earth joined/ })).toBeChecked();
});

test('drivers of the shelf stand side by side for the motor and supply that are there, and one is taken', async ({
  page,
}) => {
  await copyWiring(page, 'Fret mill');
  await page.goto(page.url().replace('wiring', 'current'));
  await page.getByText('Drivers side by side').click();
  const beside = page.locator('cn-drivers-beside');
  for (const name of [/^Quiet chopper driver/, /^Boxed chopper driver/])
    await choose(beside.getByRole('combobox', { name: 'Choose a driver from the shelf' }), name);
  const quiet = beside.getByRole('region', { name: /^Quiet/ });
  await expect(quiet).toContainText('5.5 to 28 V, fits');
  await expect(quiet).toContainText('1/256');
  await expect(beside.getByRole('region', { name: /^Boxed/ })).toContainText('20 to 50 V, fits');
  await quiet.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('row', { name: /^Driver/ }).first()).toContainText('Quiet chopper driver');
});
