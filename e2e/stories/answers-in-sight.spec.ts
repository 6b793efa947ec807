import { Builder } from '../builder';
import { addressOf, DEMO, type DemoName } from '../demo';
import { expect, test, type Page } from '../story';
import { goWithin } from '../within';

/** Operations as their pages are called. */
const OPERATIONS = ['job', 'drive-lines', 'supply', 'wiring', 'current', 'moves', 'checks', 'sign-off'];

async function openDemo(page: Page, name: DemoName): Promise<string> {
  const base = await addressOf(page, name);
  await page.goto(`${base}/drive-lines`);
  await expect(page.locator('cn-drive-line')).toBeVisible();
  return base;
}

async function expectWordsApart(page: Page, what: string): Promise<void> {
  await expect(page.locator('cn-chart svg text').first()).toBeVisible();
  const overlaps = await page.evaluate(() => {
    const words = [...document.querySelectorAll('cn-chart svg')].flatMap((svg) => {
      const frame = svg.getBoundingClientRect();
      return [...svg.querySelectorAll('text')].map((item) => ({
        text: item.textContent,
        box: item.getBoundingClientRect(),
        frame,
      }));
    });
    return words.flatMap((one, index) => [
      ...(one.box.left < one.frame.left - 1 || one.box.right > one.frame.right + 1 ? [`${one.text} is cut`] : []),
      ...words
        .slice(index + 1)
        .filter(
          ({ box }) =>
            one.box.left < box.right - 1 &&
            box.left < one.box.right - 1 &&
            one.box.top < box.bottom - 2 &&
            box.top < one.box.bottom - 2,
        )
        .map((other) => `${one.text} on ${other.text}`),
    ]);
  });
  expect(overlaps, what).toEqual([]);
}

test.describe('what a builder needs stays in sight', () => {
  for (const name of DEMO)
    test(`${name}: what to do next is whole beside every operation`, async ({ page }) => {
      const base = await openDemo(page, name);
      for (const operation of OPERATIONS) {
        await goWithin(page, `${base}/${operation}`);
        const next = page.getByRole('region', { name: 'Next' });
        await expect(next).toBeVisible();
        // A list that takes the focus by itself would take the keys with it.
        expect(await page.evaluate(() => document.activeElement?.tagName), operation).toBe('BODY');
        const box = await next.boundingBox();
        expect(box, operation).not.toBeNull();
        expect((box?.y ?? 0) + (box?.height ?? 1000), operation).toBeLessThanOrEqual(800);
        // No sentence and no button of it is cut.
        expect(
          await next.evaluate((element) =>
            [element, ...element.querySelectorAll('*')].every(
              (item) => item.scrollWidth <= item.clientWidth + 1 || getComputedStyle(item).display === 'inline',
            ),
          ),
          operation,
        ).toBe(true);
      }
    });

  for (const name of DEMO)
    test(`${name}: the verdict of an axis stays on the screen with the field that is edited, to the last one`, async ({
      page,
    }) => {
      const base = await openDemo(page, name);
      let edited = 0;
      for (const station of ['supply', 'driver', 'motor', 'reduction', 'transmission', 'carriage']) {
        await goWithin(page, `${base}/drive-lines?station=${station}`);
        await expect(page.locator('cn-station-editor h2')).toBeVisible();
        const fields = page.locator('cn-station-editor input.number').filter({ visible: true });
        // A line without a reduction has no field there.
        if ((await fields.count()) === 0) continue;
        const last = fields.last();
        await last.focus();
        // What is judged of it may come in a moment later and move it.
        await expect(async () => {
          await last.scrollIntoViewIfNeeded();
          const [verdict, field] = await Promise.all([
            page.locator('cn-drive-line .head > .verdict').boundingBox(),
            last.boundingBox(),
          ]);
          if (!verdict || !field) throw new Error(`${station}: verdict and field are expected`);
          expect(verdict.y, station).toBeGreaterThanOrEqual(0);
          expect(verdict.y + verdict.height, station).toBeLessThanOrEqual(field.y);
          expect(field.y + field.height, station).toBeLessThanOrEqual(800);
        }).toPass();
        edited += 1;
      }
      expect(edited).toBeGreaterThanOrEqual(4);
    });

  test('the job of three axes is filled as a sheet: keys move, a value goes across, a table is pasted', async ({
    page,
    context,
  }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Sheet router', 'router or milling table', 'all');
    await builder.goTo('Job');
    const cell = (label: string) => page.getByLabel(label, { exact: true });
    await cell('Travel of X').fill('420 mm');
    await page.keyboard.press('Enter');
    await expect(cell('Speed of X')).toBeFocused();
    await page.keyboard.type('55');
    await page.keyboard.press('Shift+ArrowRight');
    await expect(cell('Speed of Y')).toBeFocused();
    await expect(cell('Speed of Y')).toHaveValue('55');
    await page.keyboard.press('ArrowUp');
    await expect(cell('Travel of Y')).toBeFocused();
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await page.evaluate(() => navigator.clipboard.writeText('610\t75\n60 mm/s\ttoo fast\n'));
    await page.keyboard.press('Control+v');
    await expect(cell('Travel of Y')).toHaveValue('610');
    await expect(cell('Travel of Z')).toHaveValue('75');
    await expect(cell('Speed of Y')).toHaveValue('60');
    await expect(page.getByRole('alert').filter({ hasText: 'Z, Speed' })).toBeVisible();
    // One step back takes the whole table out again.
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(cell('Travel of Z')).not.toHaveValue('75');
    await expect(cell('Speed of Y')).toHaveValue('55');
    await page.getByRole('button', { name: /^Confirm .* of Z$/ }).click();
    await expect(page.getByRole('button', { name: /^Confirm .* of Z$/ })).toHaveCount(0);
    await builder.saved();
    await page.reload();
    await expect(cell('Travel of X')).toHaveValue('420');
    await expect(page.getByRole('img', { name: /X 420 mm/ })).toBeVisible();
  });
});

test('a sheet keeps up with whoever types without waiting for it', async ({ page }) => {
  const base = await openDemo(page, 'Fret mill');
  await page.goto(`${base}/job`);
  const cell = (label: string) => page.getByLabel(label, { exact: true });
  await cell('Speed of X').focus();
  // Typed and pressed within one task: nothing is drawn in between.
  await cell('Speed of X').evaluate((box: HTMLInputElement) => {
    box.value = '123';
    box.dispatchEvent(new Event('input', { bubbles: true }));
    box.setSelectionRange(3, 3);
    box.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', shiftKey: true, bubbles: true }));
  });
  await expect(cell('Speed of Y')).toHaveValue('123');
  await expect(cell('Speed of Y')).toBeFocused();
  await cell('Speed of Y').evaluate((box: HTMLInputElement) => {
    box.value = '124';
    box.dispatchEvent(new Event('input', { bubbles: true }));
    box.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
  });
  await expect(cell('Acceleration of Y')).toBeFocused();
  await expect(cell('Speed of Y')).toHaveValue('124');
});

test('the current of three axes is one sheet: what is set, and what comes of it beside it', async ({ page }) => {
  const base = await openDemo(page, 'Fret mill');
  await page.goto(`${base}/current`);
  const row = (name: RegExp) => page.getByRole('row', { name });
  const cell = (label: string) => page.getByLabel(label, { exact: true });
  await expect(row(/^Turn the trimmer to/)).toContainText('1.26');
  const before = await row(/^Turn the trimmer to/).innerText();
  await cell('Limit, crest of X').fill('1.2');
  await page.keyboard.press('Enter');
  await expect(cell('Trimmer reads of X')).toBeFocused();
  await expect(row(/^Turn the trimmer to/)).toContainText('1.08');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(cell('Limit, crest of Y')).toHaveValue('1.2');
  // All of it stands on one screen, to the torque that is left.
  const box = await row(/^Holding torque then/).boundingBox();
  expect((box?.y ?? 0) + (box?.height ?? 1000)).toBeLessThanOrEqual(800);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => row(/^Turn the trimmer to/).innerText()).toBe(before);
});

test.describe('nothing is cut and nothing is written over', () => {
  for (const name of DEMO) {
    test(`${name}: no field, list or heading hides a part of its text`, async ({ page }) => {
      const base = await openDemo(page, name);
      const places = [
        ...OPERATIONS,
        ...['supply', 'driver', 'motor', 'reduction', 'transmission', 'carriage'].map(
          (station) => `drive-lines?station=${station}`,
        ),
        ...['wires', 'auxiliaries', 'program'].map((tab) => `supply?see=${tab}`),
        'parts',
        'find',
        'captures',
        'logbook',
      ];
      for (const place of places) {
        await goWithin(page, `${base}/${place}`);
        await expect(page.getByRole('main')).toBeVisible();
        const cut = await page.evaluate(() =>
          [...document.querySelectorAll<HTMLElement>('input, .p-select-label, h1, h2, h3, th, label, button')]
            .filter((item) => item.offsetParent !== null && !item.closest('.visually-hidden'))
            .filter(
              (item) =>
                item.scrollWidth > item.clientWidth + 1 &&
                item.clientWidth > 0 &&
                getComputedStyle(item).display !== 'inline',
            )
            .map((item) => `${item.tagName} ${item.id}: ${item.textContent || (item as HTMLInputElement).value}`),
        );
        expect(cut, place).toEqual([]);
      }
    });

    test(`${name}: no two words of a chart lie over each other`, async ({ page }) => {
      const base = await openDemo(page, name);
      for (const tab of ['push', 'run', 'move']) {
        await goWithin(page, `${base}/drive-lines?see=${tab}`);
        // What a drive has not, as a run of a brushed motor, is not shown.
        if ((await page.getByRole('tab', { selected: true }).count()) === 0) continue;
        if (tab === 'run') await page.getByRole('button', { name: 'Run it' }).click();
        await expectWordsApart(page, tab);
      }
      await goWithin(page, `${base}/checks`);
      const checks = page.getByRole('link', { name: /^Step check on/ });
      for (const path of await checks.evaluateAll((links) =>
        links.map((link) => (link as HTMLAnchorElement).pathname),
      )) {
        await goWithin(page, path);
        await expectWordsApart(page, path);
      }
    });
  }
});

test('every sign is drawn from a face that comes with the program', async ({ page }) => {
  const base = await openDemo(page, 'Fret mill');
  const inspector = await page.context().newCDPSession(page);
  for (const command of ['DOM.enable', 'CSS.enable'] as const) await inspector.send(command);
  const strangers = new Set<string>();
  let looked = 0;
  for (const place of ['drive-lines?station=driver', 'supply', 'current', 'checks', 'drive-lines?see=figures']) {
    await page.goto(`${base}/${place}`);
    await page.waitForLoadState('networkidle');
    await page.evaluate(async () => {
      // Of a working, the formula holds most signs.
      document.querySelector<HTMLElement>('.worked')?.click();
      await document.fonts.ready;
      for (const element of document.querySelectorAll('body *'))
        if (
          [...element.childNodes].some(
            (node) => node.nodeType === 3 && /[^\p{ASCII}\p{Script=Latin}\s]/u.test(node.textContent ?? ''),
          )
        )
          element.setAttribute('data-signs', '');
    });
    await page.waitForTimeout(300);
    const { root } = await inspector.send('DOM.getDocument');
    const { nodeIds } = await inspector.send('DOM.querySelectorAll', { nodeId: root.nodeId, selector: '[data-signs]' });
    for (const nodeId of nodeIds) {
      const { fonts } = await inspector.send('CSS.getPlatformFontsForNode', { nodeId }).catch((error: unknown) => {
        // The page may draw a part of itself anew meanwhile; what took its place is like it.
        if (String(error).includes('Could not find node')) return { fonts: null };
        throw error;
      });
      if (fonts === null) continue;
      looked += 1;
      for (const font of fonts.filter((item) => !item.isCustomFont))
        strangers.add(
          `${font.familyName} in ${place}: ${(await inspector.send('DOM.getOuterHTML', { nodeId })).outerHTML.slice(0, 160)}`,
        );
    }
  }
  expect(looked).toBeGreaterThan(20);
  expect([...strangers]).toEqual([]);
});
