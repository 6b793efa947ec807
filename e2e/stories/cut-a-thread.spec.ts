import { Builder } from '../builder';
import { judgeTheDesign, sayTheJob, setLimits } from '../making';
import { toTheFence } from '../moving';
import { expect, test } from '../story';

test('a thread is planned on a lathe, cut on its rig in step with the spindle, and measured there', async ({
  page,
}) => {
  test.setTimeout(200_000);
  const builder = new Builder(page);
  await builder.beginMachine('Mooring pins', 'lathe', 'all');
  await builder.goTo('Job');
  // Words of the cross slide count diameters from the first; of the carriage nobody asks it.
  await expect(page.getByRole('combobox', { name: 'Words of X count' })).toContainText('diameters');
  await expect(page.getByRole('combobox', { name: 'Words of Z count' })).toHaveCount(0);
  await sayTheJob(page, ['X', 'Z']);
  await builder.goTo('Drive lines');
  await judgeTheDesign(page, builder, ['X', 'Z']);
  await builder.goTo('Current');
  await setLimits(page, ['X', 'Z'], '2.4 A');
  await builder.goTo('First moves');
  await expect(page.getByRole('button', { name: 'Power on' })).toBeVisible();
  await page.getByRole('heading', { name: 'First moves' }).click();
  await toTheFence(page, 'X', true);
  await page.getByRole('heading', { name: 'First moves' }).click();
  await toTheFence(page, 'Z', false);

  await page.getByRole('link', { name: 'Plan the work' }).click();
  await expect(page.getByRole('heading', { name: 'Threads', exact: true })).toBeVisible();
  for (const [label, value] of [
    ['Pitch', '1 mm'],
    ['Length', '9 mm'],
    ['First pass, at most', '0.45 mm'],
    ['Spring passes', '0'],
  ] as const)
    await builder.fill(label, value);
  await page.getByRole('button', { name: 'Look at it and run it' }).click();
  // Read with the machine's own axes; X counts diameters, and the zero of the work lies where the work is.
  const program = page.getByRole('region', { name: 'Program', exact: true });
  await expect(program).toContainText('Words of X count diameters');
  const zeros = program.getByRole('group', { name: /^Zero of the work, G54/ });
  await zeros.getByLabel('X').fill('12 mm');
  await zeros.getByLabel('Z').fill('90 mm');
  await page.keyboard.press('Enter');
  await expect(program).toContainText(/● \d+ moves/);
  await program.getByRole('button', { name: 'Run', exact: true }).click();
  await expect(program.getByRole('status')).toContainText('M0: it waits');
  await program.getByRole('button', { name: 'Go on' }).click();
  await expect(program.getByRole('status')).toContainText('Cuts a thread', { timeout: 60_000 });
  await expect(program.getByRole('button', { name: 'Feed hold' })).toHaveCount(0);
  await expect(program.getByText('It has run to its end.')).toBeVisible({ timeout: 120_000 });
  const thread = page.getByRole('region', { name: 'The thread that was cut' });
  await expect(thread).toContainText(/Lead\s[\d.]+\smm ± [\d.]+\smm, asked 1\smm: right within what is stated/);
  await expect(thread).toContainText(/by v²\/2a from rest, and lie within [\d.]+\s[mµ]+m of each other: one groove/);
  await expect(thread.getByRole('row')).toHaveCount(1 + 2);
});
