import type { Machine } from '@crisp-notch/core/machine';
import { choose } from '../choose';
import { asDelivered, type DemoName } from '../demo';
import { doStep, rested, step, toTheFence } from '../moving';
import { paceOf } from '../pace';
import { ALONE, expect, test, type Page } from '../story';

/** A copy of a demo machine of one's own, as it is delivered, opened at its first moves. */
async function openMoves(
  page: Page,
  name: DemoName,
  called: string,
  change: (machine: Machine) => Machine = (machine) => machine,
): Promise<void> {
  const document = { ...change((await asDelivered(page, name)) as Machine), name: called };
  const made = await page.request.post('/api/machines', { data: { document } });
  expect(made.status()).toBe(201);
  await page.goto(`/machines/${((await made.json()) as { readonly id: string }).id}/moves`);
  await expect(page.getByRole('button', { name: 'Power on' })).toBeVisible();
}

type Done = Machine['axes'][number]['moves'][number];
/** What came of a step on the rig, as it should. */
const doneOnRig = (step: string, shown: Done['shown'] = []): Done => ({
  step,
  by: 'rig',
  saw: 'right',
  isRight: true,
  shown,
  of: '',
  on: '2026-11-03',
  revision: 1,
});

test('from powered to fenced on three axes with the keys alone, in under four minutes', async ({ page }) => {
  test.setTimeout(400_000);
  await openMoves(page, 'Fret mill', 'First moves by keys');
  const began = Date.now();
  for (const [place, letter] of ['X', 'Y', 'Z'].entries()) await toTheFence(page, letter, place === 0);
  const minutes = (Date.now() - began) / 60_000;
  process.stdout.write(`powered to fenced, three axes: ${minutes.toFixed(1)} min\n`);
  expect(minutes).toBeLessThan(4);
  await page.keyboard.press('x');
  const steps = page.getByRole('region', { name: 'Steps of X' });
  await expect(steps.getByText('X · 9 of 15')).toBeVisible();
  // The fence holds: home lies outside it, and neither a step nor a held key goes any further that way.
  await page.getByRole('button', { name: 'One turn forward, one turn back' }).click();
  await page.getByRole('button', { name: 'One turn back', exact: true }).click();
  await expect(page.locator('cn-step-card').getByRole('alert')).toHaveText(
    /^−8\smm lies beyond the fence at [\d.]+\smm\.$/,
  );
  await expect(page.locator('cn-rig-picture')).toContainText('X stands and holds');
  await page.getByRole('button', { name: 'Jog with the arrow keys' }).click();
  await expect(page.locator('cn-jog-tool').getByRole('button', { name: 'back' })).toBeVisible();
  await page.keyboard.down('ArrowLeft');
  await expect(steps.getByText(/X is at its fence/)).toBeVisible();
  await page.keyboard.up('ArrowLeft');
  await page.keyboard.down('ArrowRight');
  await expect(page.locator('cn-rig-picture')).toContainText('X turns');
  await page.keyboard.up('ArrowRight');
  await expect(page.locator('cn-rig-picture')).toContainText('X stands and holds');
});

const rigWords = (page: Page) => page.locator('cn-rig-picture .words');

/** A rig with something wrong that is known to who tells the story, powered, its first axis enabled. */
async function faultyRig(page: Page, called: string, fault: RegExp | null): Promise<void> {
  await openMoves(page, 'Fret mill', called);
  if (fault) {
    await page.getByText('Practise with something wrong').click();
    await choose(page.locator('cn-practice').getByRole('combobox'), fault);
  }
  await page.getByRole('button', { name: 'Power on' }).first().click();
  await expect(page.getByText('● powered')).toBeVisible();
  await doStep(page, 'Power-up list ticked', 0);
  await doStep(page, 'Holds when pushed by hand', 1);
}

/** What is behind a wrong sight, most likely first. */
const causes = (page: Page) => page.locator('cn-step-card .causes li');

test('crossed leads make it tremble and stay, and the guidance leads to the coils', async ({ page }) => {
  await faultyRig(page, 'Crossed leads', /^X: a lead of one coil/);
  await page.getByRole('button', { name: 'One turn forward' }).click();
  await expect(rigWords(page)).toHaveText(/trembles/);
  await rested(page);
  await expect(rigWords(page)).toHaveText(/^X stands [\d.]+\smm short of where it was sent/);
  await page.getByRole('button', { name: 'It hums or trembles and stays' }).click();
  await expect(causes(page).first()).toContainText('A lead of one coil and a lead of the other are crossed');
  await causes(page).first().getByRole('link', { name: 'Find the coils' }).click();
  await expect(page.getByRole('heading', { name: /^Motor of X/ })).toBeVisible();
});

test('a coil the other way round runs backwards, a jumper without contact four times too far', async ({ page }) => {
  await faultyRig(page, 'Coil round', /^X: one coil’s leads are swapped/);
  await doStep(page, 'One turn forward, one turn back', 2);
  await page.getByRole('button', { name: 'A turn forward' }).click();
  await rested(page);
  // Eight forward, and eight the other way: sixteen apart.
  await expect(rigWords(page)).toHaveText(/^X stands 16\smm short of where it was sent/);
  await page.getByRole('button', { name: 'It runs the other way' }).click();
  await expect(causes(page).first()).toContainText('The two leads of one coil are swapped');

  await choose(page.locator('cn-practice').getByRole('combobox'), /^X: a microstep jumper/);
  await page.getByRole('button', { name: 'Power on' }).first().click();
  await page.getByRole('button', { name: 'Holds when pushed by hand' }).click();
  await page.getByRole('button', { name: 'Enable X' }).click();
  await page.getByRole('button', { name: 'Counts prove the microsteps' }).click();
  await page.getByRole('button', { name: '2 turns' }).click();
  await rested(page);
  await expect(rigWords(page)).toHaveText(/^X stands 48\smm beyond where it was sent/);
  await page.getByRole('button', { name: 'It turned 8 times' }).click();
  await expect(causes(page).first()).toContainText('a jumper or switch makes no contact');
  await expect(causes(page).first().getByRole('link', { name: 'See the jumpers' })).toBeVisible();
});

/** Where a jump lets go, told by what is seen of the rig. */
async function findTheJump(page: Page): Promise<void> {
  await expect(page.locator('cn-search-tool').getByRole('button', { name: /^Try/ })).toBeVisible();
  for (let tries = 0; tries < 40; tries += 1) {
    const trial = page.locator('cn-search-tool').getByRole('button', { name: /^(Try|Home, then try)/ });
    if ((await trial.count()) === 0) return;
    await trial.click();
    await rested(page);
    // It may swing on for a moment.
    await expect(rigWords(page)).not.toContainText('turns or trembles');
    const words = await rigWords(page).innerText();
    const steps = /(\d+) full steps/.exec(words)?.[1];
    // What is lost is whole cycles of four full steps.
    if (steps !== undefined) expect(Number(steps) % 4).toBe(0);
    await page.keyboard.press(steps === undefined ? '1' : '2');
    await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
  }
  throw new Error('the search does not end');
}

test('too fast a start loses steps near what is reckoned, and with too little current well below', async ({ page }) => {
  test.setTimeout(300_000);
  await faultyRig(page, 'Too fast', null);
  await doStep(page, 'One turn forward, one turn back', 2);
  await doStep(page, 'Runs the way the drawing says', 0);
  await page.getByRole('button', { name: 'Finds home' }).click();
  await doStep(page, 'Finds home', 1);
  await page.getByRole('button', { name: /^Start: where/ }).click();
  await findTheJump(page);
  const step = page.locator('cn-step-list li').filter({ hasText: 'Start: where does a jump let go?' });
  await expect(step).toHaveClass(/right/);

  await page.getByText('Practise with something wrong').click();
  await choose(page.locator('cn-practice').getByRole('combobox'), /^X: the trimmer gives/);
  await page.getByRole('button', { name: 'Power on' }).first().click();
  await page.getByRole('button', { name: 'Holds when pushed by hand' }).click();
  await page.getByRole('button', { name: 'Enable X' }).click();
  await page.getByRole('button', { name: /^Start: where/ }).click();
  await page.getByRole('button', { name: 'Search again' }).click();
  await findTheJump(page);
  await expect(step).toHaveClass(/wrong/);
  await expect(causes(page).first()).toContainText('The current is set too low');
  await causes(page).first().getByRole('button', { name: 'Read the ammeter' }).click();
  await expect(causes(page).first().locator('.measured')).toContainText('the limit is');
});

test('a loose pulley comes back off zero with its motor in step', async ({ page }) => {
  await faultyRig(page, 'Loose pulley', /^X: a pulley or coupling slips/);
  await doStep(page, 'One turn forward, one turn back', 2);
  await page.getByRole('button', { name: 'A hundred times there and back' }).click();
  await page.getByRole('button', { name: 'Go 100 times' }).click();
  await expect(step(page, 'A hundred times there and back')).toContainText(/[2-9] of 100/, { timeout: 60_000 });
  await page.getByRole('button', { name: 'Enough' }).click();
  await expect(step(page, 'A hundred times there and back')).toContainText(/Off zero by/, { timeout: 30_000 });
  await expect(rigWords(page)).not.toHaveText(/full steps/);
  await page.getByRole('button', { name: 'It comes back off zero' }).click();
  await expect(causes(page).filter({ hasText: 'slips on its shaft' })).toContainText(
    'Draw one line over shaft and pulley',
  );
});

test('the space bar stops everything within a frame, on any page', async ({ page }) => {
  // When the key came and when the stop left, on one clock.
  await page.addInitScript(() => {
    const seen = { key: 0, sent: 0 };
    Object.assign(globalThis, { seen });
    addEventListener(
      'keydown',
      (event) => {
        if (event.key === ' ') seen.key = performance.now();
      },
      { capture: true },
    );
    const post = Worker.prototype.postMessage;
    Worker.prototype.postMessage = function (this: Worker, ...message: Parameters<typeof post>) {
      if (JSON.stringify(message[0]).includes('stop')) seen.sent ||= performance.now();
      post.apply(this, message);
    } as typeof post;
  });
  await faultyRig(page, 'Stop', null);
  await page.getByRole('button', { name: 'One turn forward' }).click();
  await expect(rigWords(page)).toHaveText(/turns/);
  // From another page, with the focus in a field.
  await page.getByRole('link', { name: /Job/ }).first().click();
  await expect(page.getByRole('heading', { name: 'Job', level: 1 })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Stop · space' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByText('Stopped.')).toBeVisible();
  const { key, sent } = await page.evaluate(
    () => (globalThis as unknown as { seen: { key: number; sent: number } }).seen,
  );
  process.stdout.write(`stop left ${(sent - key).toFixed(1)} ms after its key\n`);
  expect(sent - key).toBeGreaterThanOrEqual(0);
  expect(sent - key).toBeLessThan(1000 / 60);
});

test('a typed distance is gone, paused and gone on with, turns are counted, and a probe sees the pulses', async ({
  page,
}) => {
  await faultyRig(page, 'Typed moves', null);
  await doStep(page, 'One turn forward, one turn back', 2);
  await doStep(page, 'Runs the way the drawing says', 1);
  await page.getByRole('button', { name: 'Jog with the arrow keys' }).click();
  const tool = page.locator('cn-travel-tool');
  const commanded = page.locator('cn-rig-picture .commanded dd');
  const before = Number.parseFloat(await commanded.innerText());
  await tool.getByLabel('Go by').fill('24 mm');
  await tool.getByRole('button', { name: 'Forward' }).click();
  await tool.getByRole('button', { name: 'Pause' }).click();
  await expect(tool.getByRole('status')).toContainText('Held on its way');
  await expect(rigWords(page)).toHaveText(/X stands and holds/);
  const held = Number.parseFloat(await commanded.innerText());
  expect(held).toBeGreaterThanOrEqual(before);
  expect(held).toBeLessThan(before + 24);
  await tool.getByRole('button', { name: 'Go on' }).click();
  await expect(commanded).toHaveText(new RegExp(`^${before + 24}\\smm$`));
  await tool.getByLabel('Turns of the motor').fill('2');
  await tool.getByRole('button', { name: 'Turn back' }).click();
  await expect(commanded).toHaveText(new RegExp(`^${before + 8}\\smm$`));
  // Nobody knows where it is: no further than four turns.
  await tool.getByLabel('Go by').fill('33 mm');
  await tool.getByRole('button', { name: 'Forward' }).click();
  await expect(page.locator('cn-step-card').getByRole('alert')).toHaveText(
    /X is not homed: it goes no further than 32\smm at a time\./,
  );

  await page.getByRole('button', { name: 'instruments', exact: true }).click();
  const scope = page.locator('cn-scope-tool');
  await scope.getByRole('button', { name: 'Capture' }).click();
  // A turn in a second and a half: 1600 pulses in that time, the last of the move within the two seconds.
  await expect(scope).toContainText(/Top rate\s*1067\spulses\/s, 5\.33\smm\/s/, { timeout: 30_000 });
  await expect(scope).toContainText(/Least wait from edge to edge\s*0\.937\sms/);
  await expect(scope).toContainText(/\d+, forward/);
  // At home it goes as the job asks, and thousands of edges come.
  await page.getByRole('button', { name: 'steps', exact: true }).click();
  await page.getByRole('button', { name: 'Finds home' }).click();
  await doStep(page, 'Finds home', 1);
  await page.getByRole('button', { name: 'instruments', exact: true }).click();
  await scope.getByRole('button', { name: 'Capture' }).click();
  await expect(scope).toContainText(/Edges seen\s*2000, forward/, { timeout: 30_000 });
});

/** A copy of the Fret mill whose axes have found home in their first moves on the rig, at its programs. */
async function openProgram(page: Page, called: string, fence: readonly [string, string] | null): Promise<void> {
  const shown = fence?.map((text, place) => ({ what: place === 0 ? 'fence-low' : 'fence-high', text }));
  await openMoves(page, 'Fret mill', called, (machine) => ({
    ...machine,
    axes: machine.axes.map((axis) => ({
      ...axis,
      moves: [doneOnRig('home'), ...(shown && axis.letter === 'X' ? [doneOnRig('fence', shown)] : [])],
    })),
  }));
  await page
    .getByRole('radio', { name: 'program' })
    .or(page.getByText('program', { exact: true }))
    .first()
    .click();
}

test('the bench’s instruments are read, and a meter finds what is crossed with the power off', async ({ page }) => {
  await faultyRig(page, 'Meter', /^X: a lead of one coil/);
  await page.getByRole('button', { name: 'instruments', exact: true }).click();
  const tool = page.locator('cn-instruments-tool');
  await tool.getByRole('button', { name: 'Read Scale on an arm of the shaft' }).click();
  await expect(tool.locator('td.measured').filter({ hasText: 'the design says' })).toHaveText(
    /^0?\.?\d+\s(m?N·m); the design says [\d.]+\sm?N·m$/,
  );
  await tool.getByRole('button', { name: 'Measure' }).click();
  await expect(tool.getByRole('alert')).toContainText('Ohms are measured with the power off');
  await page.getByRole('button', { name: 'Power off', exact: true }).click();
  await tool.getByRole('button', { name: 'Measure' }).click();
  await expect(tool.getByRole('status')).toHaveText('open');
  await expect(tool.getByText(/^The design says [\d.]+\sΩ/)).toBeVisible();
  await choose(tool.getByRole('combobox', { name: 'To' }), 'X B+');
  await expect(tool.getByRole('status')).toBeEmpty();
  await tool.getByRole('button', { name: 'Measure' }).click();
  await expect(tool.getByRole('status')).toHaveText(/^[1-9]\.?\d*\sΩ$/);
});

/** A machine whose axes were seen to run and to find home on the rig, with a fence. */
const asTried = (machine: Machine): Machine => ({
  ...machine,
  axes: machine.axes.map((axis) => ({
    ...axis,
    moves: [
      doneOnRig('direction'),
      doneOnRig('home'),
      doneOnRig('fence', [
        { what: 'fence-low', text: '2 mm' },
        { what: 'fence-high', text: '57 mm' },
      ]),
    ],
  })),
});

test('key positions come back to the very pulse, and a stick moves as far as its fence lets it', async ({ page }) => {
  await openMoves(page, 'Fret mill', 'By hand', asTried);
  await page.getByRole('button', { name: 'Power on' }).first().click();
  await page.getByRole('button', { name: 'by hand', exact: true }).click();
  const keys = page.locator('cn-keys-tool');
  const commanded = page.locator('cn-rig-picture .commanded dd');
  await expect(keys.getByRole('button', { name: 'Keep where it stands' })).toBeDisabled();
  await keys.getByRole('button', { name: 'Home X, Y, Z' }).click();
  await expect(keys.getByRole('button', { name: 'Keep where it stands' })).toBeEnabled({ timeout: 60_000 });
  const travel = page.locator('cn-travel-tool');
  const goBy = async (distance: string, ends: RegExp): Promise<void> => {
    await travel.getByLabel('Go by').fill(distance);
    await travel.getByRole('button', { name: 'Forward' }).click();
    await expect(commanded).toHaveText(ends, { timeout: 30_000 });
    await expect(keys.getByRole('button', { name: 'Keep where it stands' })).toBeEnabled();
  };
  await goBy('24 mm', /^24\smm$/);
  await keys.getByRole('button', { name: 'Keep where it stands' }).click();
  await keys.getByLabel('Name').fill('Window');
  await goBy('30 mm', /^54\smm$/);
  await keys.getByRole('button', { name: 'Keep where it stands' }).click();
  await expect(keys.locator('li')).toHaveCount(2);
  await expect(keys.locator('li').first()).toContainText(/X 24\smm · Y 0\smm · Z 0\smm/);
  // Slowly enough to be held on the way.
  await keys.getByLabel('Each move takes').fill('4 s');
  await keys.getByRole('button', { name: 'Go there to Window' }).click();
  await keys.getByRole('button', { name: 'Pause' }).click();
  await expect(keys.getByRole('status')).toContainText('Held on its way');
  await keys.getByRole('button', { name: 'Go on' }).click();
  await expect(commanded).toHaveText(/^24\smm$/, { timeout: 20_000 });
  await expect(page.locator('cn-rig-picture')).toContainText('X stands and holds');

  const stick = page.locator('cn-stick-tool');
  await stick.getByRole('button', { name: 'X has a stick or knob' }).click();
  await stick.getByLabel('Dead band, each side').fill('600');
  await expect(stick.getByRole('alert')).toContainText('reaches to an end');
  await expect(stick.getByRole('button', { name: 'Let it move X' })).toBeDisabled();
  await stick.getByLabel('Dead band, each side').fill('20');
  await stick.getByRole('button', { name: 'Let it move X' }).click();
  const slider = stick.getByRole('slider');
  await slider.fill('520');
  await expect(stick.getByText('X is to rest.')).toBeVisible();
  await slider.fill('800');
  await expect(stick.getByText(/^X is to go forward at [\d.]+\smm\/s\.$/)).toBeVisible();
  await expect(stick.getByText(/X is at its fence/)).toBeVisible({ timeout: 30_000 });
  await expect(page.locator('cn-rig-picture')).toContainText('X stands and holds');
  const at = Number.parseFloat(await commanded.innerText());
  // The controller keeps to the limit, however late the page is.
  expect(at).toBeGreaterThan(56.98);
  expect(at).toBeLessThanOrEqual(57);
});

test('twenty minutes of the rig pass in a moment, and a driver without its sink is read too hot', async ({ page }) => {
  await faultyRig(page, 'Warm', /^X: the driver has no heat sink/);
  await doStep(page, 'One turn forward, one turn back', 2);
  await page.getByRole('button', { name: 'Warm after 20 minutes' }).click();
  const tool = page.locator('cn-warm-tool');
  await tool.getByRole('button', { name: 'Run 20 minutes' }).click();
  await expect(tool.getByRole('status')).toContainText(/^After [\d.]+\s(s|min) the driver of X switched itself off/, {
    timeout: 60_000,
  });
  expect(Number.parseFloat(await tool.getByLabel('Driver').inputValue())).toBeGreaterThan(140);
  await expect(tool.getByLabel('Supply, running')).not.toHaveValue('');
  await tool.getByRole('button', { name: 'It loses steps when it is warm' }).click();
  await expect(causes(page).first()).toContainText(/hot/i);
});

test('a feeder runs a program without homing, and what it feeds is drawn', async ({ page }) => {
  await openMoves(page, 'Ribbon feeder', 'Feeding by a program');
  await page.getByRole('button', { name: 'program', exact: true }).click();
  await page.getByRole('textbox', { name: 'Program' }).fill('G21 G90\nG1 U60 F6000\nM2');
  await expect(page.locator('cn-program-tool')).toContainText('1 move');
  await expect(page.locator('cn-rig-picture path.path')).toHaveAttribute('d', /^M[\d.]+ [\d.]+L/);
  await page.getByRole('button', { name: 'Power on' }).first().click();
  await expect(page.getByRole('button', { name: 'Home U' })).toBeHidden();
  await page.getByRole('button', { name: 'Run', exact: true }).click();
  await expect(page.locator('cn-program-tool .run')).toContainText('It has run to its end', { timeout: 30_000 });
  await expect(page.locator('cn-rig-picture .commanded dd')).toHaveText(/^(60|59\.9\d|60\.0\d)\smm$/);
  await expect(page.locator('cn-rig-picture')).toContainText('U stands and holds');
});

test('a program is refused with line and reason, then drawn, run on the rig, held and resumed', async ({ page }) => {
  await openProgram(page, 'A program on the rig', ['8 mm', '412 mm']);
  const box = page.getByRole('textbox', { name: 'Program' });
  const problems = page.locator('cn-program-tool .problems li');
  await box.fill('G21 G90\nG0 X413\nG81 X3\nX1.2.3\nG2 X5 Y0 I2 F60');
  await expect(page.locator('cn-program-tool')).toContainText('Refused: 4 lines of 5');
  await expect(problems.nth(0)).toHaveText(/line 2\s+X would go to 413\smm, beyond the fence at 412\smm\./);
  await expect(problems.nth(1)).toContainText('drilling cycles');
  await expect(problems.nth(2)).toContainText('is no number');
  await expect(problems.nth(3)).toContainText('does not close');
  await problems.nth(1).getByRole('button', { name: 'line 3' }).click();
  expect(
    await box.evaluate((area: HTMLTextAreaElement) => area.value.slice(area.selectionStart, area.selectionEnd)),
  ).toBe('G81 X3');
  await expect(page.getByRole('region', { name: 'Run it' })).toBeHidden();

  await box.fill('G21 G90 G54\nG0 X20 Y20\nG1 X60 F2400\nG3 X60 Y60 I0 J20\nG1 X20\nM0\nG1 Y20\nM2');
  await expect(page.locator('cn-program-tool')).toContainText('5 moves');
  await expect(page.locator('cn-rig-picture path.path')).not.toHaveCount(0);
  const run = page.getByRole('region', { name: 'Run it' });
  await run.getByRole('button', { name: 'Power on' }).click();
  await run.getByRole('button', { name: 'Home X, Y' }).click();
  await run.getByRole('button', { name: 'Run', exact: true }).click({ timeout: 90_000 });
  await expect(run.getByRole('status')).toHaveText(/Line [34], \d+ %/, { timeout: 30_000 });
  await run.getByRole('button', { name: 'Feed hold' }).click();
  await expect(run.getByRole('status')).toHaveText(/Held in line \d/);
  // It has come to rest, and stays.
  const places = run.locator('.places');
  await expect(page.locator('cn-rig-picture .words')).toHaveText(/X stands and holds/);
  const held = await places.innerText();
  await page.waitForTimeout(400);
  expect(await places.innerText()).toBe(held);
  await run.getByRole('button', { name: 'Resume' }).click();
  await expect(run.getByRole('status')).toHaveText(/M0: it waits, line 6/, { timeout: 30_000 });
  await run.getByRole('button', { name: 'Go on' }).click();
  await expect(run.getByRole('status')).toHaveText(/It has run to its end/, { timeout: 30_000 });
  await expect(places).toHaveText(/X 20\smm\s*Y (20|19\.99|20\.01)\smm/);
  // The rotor is where it was sent: no step is lost.
  await expect(page.locator('cn-rig-picture .words')).toHaveText(/X stands and holds/);

  // The space bar ends a program, and nothing more of it comes.
  await page.locator('h1').click();
  await run.getByRole('button', { name: 'Run', exact: true }).click();
  await expect(run.getByRole('status')).toHaveText(/Line \d/);
  await page.waitForTimeout(600);
  await page.keyboard.press(' ');
  await expect(run.getByRole('status')).toHaveText(/It was stopped/);

  // One whose page is left goes to the end of what it began, and waits there to be seen.
  await run.getByRole('button', { name: 'Home X, Y' }).click();
  await run.getByRole('button', { name: 'Run', exact: true }).click({ timeout: 60_000 });
  await expect(run.getByRole('status')).toHaveText(/Line \d/);
  await page.getByRole('link', { name: /Job/ }).first().click();
  // A link that is followed before the other page has come leads back to the one that was never left.
  await expect(run).toBeHidden();
  await page
    .getByRole('link', { name: /First moves/ })
    .first()
    .click();
  await page.getByText('program', { exact: true }).click();
  await expect(run.getByRole('button', { name: /^(Feed hold|Go on)$/ })).toBeVisible();
  await expect(run.getByRole('status')).toHaveText(/(M0: it waits|It waits, as its page was left), line 6/, {
    timeout: 30_000,
  });
  await run.getByRole('button', { name: 'End it' }).click();
  await expect(run.getByRole('status')).toHaveText(/It was stopped/);
});

test(
  'a program of two hundred thousand lines is looked at in less than two seconds',
  ALONE,
  async ({ browser, page }) => {
    const pace = await paceOf(browser);
    await openProgram(page, 'A long program', null);
    const lines = Array.from(
      { length: 200_000 },
      (_, line) => `G1 X${(line % 4000) / 10} Y${((line % 700) / 3).toFixed(2)} F600`,
    );
    const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
    const seconds = async (name: string, text: string, words: RegExp): Promise<number> => {
      const before = await pace.now();
      await page.getByLabel('Program file').setInputFiles(file(name, text));
      const began = Date.now();
      await page.waitForFunction(
        (source) => new RegExp(source).test(document.querySelector('cn-program-tool .verdict')?.textContent ?? ''),
        words.source,
        { polling: 'raf', timeout: 30_000 },
      );
      const taken = (Date.now() - began) / 1000;
      // As it would be on a computer that does nothing else.
      return taken / Math.min(before, await pace.now());
    };
    // What is looked at first brings the worker with it.
    await seconds('short.ngc', 'G21 G0 X1\nM2', /1 move,/);
    const long = await seconds('long.ngc', `G21\n${lines.join('\n')}\nM2`, /(200000|199\d{3}) moves/);
    const comment = await seconds('comment.ngc', `G21\n(${'long words '.repeat(190_000)})\nG0 X2\nM2`, /1 move,/);
    process.stdout.write(`200 000 lines in ${long.toFixed(2)} s, 2 MB of comment in ${comment.toFixed(2)} s\n`);
    expect(long).toBeLessThan(2);
    expect(comment).toBeLessThan(2);
  },
);
