import { ALONE, expect, test } from '../story';

const COUNT = 5000;

/** What it puts on the shelf stays there. */
test('a shelf of five thousand parts answers a keystroke in less than 50 ms', ALONE, async ({ page }) => {
  test.setTimeout(120_000);
  const csv = ['kind,name,note,step_angle,holding_torque,rated_current,owned'];
  for (let index = 0; index < COUNT; index += 1)
    csv.push(
      `motor,"Wide motor ${index}, ${35 + (index % 4) * 7} mm square, ${20 + (index % 60)} mm long",shelf ${index % 40},1.8 °,${(0.1 + (index % 300) / 100).toFixed(2)} N·m,1.5 A,${index % 3}`,
    );
  await page.goto('/shelf');
  await page
    .getByLabel('Parts file')
    .setInputFiles({ name: 'wide.csv', mimeType: 'text/csv', buffer: Buffer.from(csv.join('\n')) });
  await expect(page.getByText(`${COUNT} parts imported.`)).toBeVisible({ timeout: 60_000 });
  await page.getByText(/50\d\d shown/).waitFor();
  const times = await page.getByLabel('Search the shelf').evaluate(async (element, words) => {
    const field = element as HTMLInputElement;
    const found: number[] = [];
    const shown = (): string => document.querySelector('.p-datatable-tbody')?.textContent ?? '';
    for (let length = 1; length <= words.length; length += 1) {
      const before = `${document.querySelector('[role="status"]')?.textContent}${shown()}`;
      const from = performance.now();
      field.value = words.slice(0, length);
      field.dispatchEvent(new Event('input', { bubbles: true }));
      // The page is drawn again before the frame after next; a keystroke that filters nothing out changes nothing.
      await new Promise((resolve) => requestAnimationFrame(resolve));
      const after = `${document.querySelector('[role="status"]')?.textContent}${shown()}`;
      if (after !== before) found.push(performance.now() - from);
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
    return found;
  }, 'wide motor 4711, 56 mm');
  const sorted = [...times].sort((a, b) => a - b);
  expect(sorted.length).toBeGreaterThan(5);
  expect(sorted[Math.floor(sorted.length / 2)]).toBeLessThan(50);
  await expect(page.getByRole('row', { name: /Wide motor 4711/ })).toBeVisible();
});
