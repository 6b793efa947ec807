import { Builder } from '../builder';
import { choose } from '../choose';
import { expect, test, type Page } from '../story';

/** The field that has the cursor, by the label of its form, and whether all of it is on the screen. */
async function atField(page: Page): Promise<{ readonly field: string | null; readonly isInSight: boolean }> {
  return await page.evaluate(() => {
    const active = document.activeElement;
    const box = active?.getBoundingClientRect();
    return {
      field: active?.closest('[data-field]')?.getAttribute('data-field') ?? null,
      isInSight: box !== undefined && box.height > 0 && box.top >= 0 && box.bottom <= innerHeight,
    };
  });
}

const expectAt = async (page: Page, field: string): Promise<void> => {
  await expect.poll(async () => await atField(page)).toEqual({ field, isInSight: true });
};

test.describe('a sentence that asks for something leads to its field', () => {
  test('what to do next puts the cursor where it is done, as often as it is followed', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Leads to fields');
    const next = page.getByRole('region', { name: 'Next' }).getByRole('link');
    await builder.station('Carriage');
    await next.click();
    await expectAt(page, 'Step angle');
    await builder.fill('Step angle', '200');
    await expect(page.locator('cn-drive-line')).toContainText('1.8');
    await builder.station('Screw');
    await builder.fill('Thread pitch', '2 mm');
    await expect(next).not.toHaveText(/motor/);
    await next.click();
    await expect(page).toHaveURL(/job/);
    await expect.poll(async () => (await atField(page)).field).not.toBeNull();
    const first = await atField(page);
    // Followed again from elsewhere on the same page, it leads there again.
    await page.getByLabel('Machine', { exact: true }).focus();
    await next.click();
    await expectAt(page, first.field ?? '');
  });

  test('a finding leads to its field, folded or not, and a controller is chosen where its pulses are judged', async ({
    page,
  }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Findings lead');
    await builder.describeScrewAxis();
    const findings = page.getByRole('region', { name: /^Findings on/ });
    await builder.station('Driver');
    await builder.fill('Fastest pulses', '100 Hz');
    await builder.station('Motor');
    await findings.getByRole('link', { name: 'Go to the fastest pulses' }).click();
    await expectAt(page, 'Fastest pulses');
    await choose(page.getByLabel('Choose a controller from the shelf', { exact: true }), /^Controller, 32 bit/);
    await expect(page.getByLabel('Controller described as')).toHaveValue(/^Controller, 32 bit/);
    await expect(findings.getByRole('link', { name: 'Go to the fastest pulses' })).toHaveCount(0);
    // Bores are asked for under a fold of another station.
    await builder.station('Motor');
    await page.getByText('Frame and shaft').first().click();
    await builder.fill('Shaft', '5 mm');
    await builder.station('Screw');
    await page.getByText('Coupling: none').click();
    await page.getByLabel('Choose a coupling from the shelf', { exact: true }).click();
    await page.getByRole('option', { name: /6.35 to 10/ }).click();
    await builder.station('Supply');
    await findings.getByRole('link', { name: 'Go to the motor side bore' }).first().click();
    await expectAt(page, 'Motor side bore');
  });

  test('what the parts list lacks leads to where it is chosen: part, supply, coupling, controller, wire, fuse', async ({
    page,
  }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Lacks lead');
    await builder.station('Motor');
    const list = page.getByRole('link', { name: 'Parts to get' });
    await list.click();
    const lacks = page.getByRole('link', { name: /^Put it right/ });
    await expect(lacks.first()).toBeVisible();
    const count = await lacks.count();
    const led: (string | null)[] = [];
    for (let index = 0; index < count; index += 1) {
      await lacks.nth(index).click();
      await expect.poll(async () => (await atField(page)).field, `lack ${index + 1}`).not.toBeNull();
      await expect.poll(async () => (await atField(page)).isInSight, `lack ${index + 1}`).toBe(true);
      led.push((await atField(page)).field);
      await list.click();
      await expect(lacks.first()).toBeVisible();
    }
    expect(led).toEqual(expect.arrayContaining(['controller', 'motor', 'driver', 'transmission', 'supply', 'Wire']));
  });
});
