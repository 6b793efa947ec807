import { expect, type Page } from './story';
import { choose } from './choose';

/** Machines as the pages begin them, for each kind and number of axes, by this worker. */
const BEGUN = new Map<string, object>();

/** What a builder does with mouse and keys, in the words of the pages. */
export class Builder {
  constructor(readonly page: Page) {}

  /**
   * A machine of a kind with its first axis alone, or with all that it is born with: begun in the pages once, and
   * copied for every other story.
   */
  async makeMachine(name: string, kind = 'router or milling table', axes: 'first' | 'all' = 'first'): Promise<void> {
    const like = `${kind}, ${axes}`;
    const begun = BEGUN.get(like);
    if (begun === undefined) {
      await this.beginMachine(name, kind, axes);
      await this.saved();
      const machine = new URL(this.page.url()).pathname.split('/')[2] ?? '';
      const answer = await this.page.request.get(`/api/machines/${machine}`);
      BEGUN.set(like, ((await answer.json()) as { readonly document: object }).document);
      return;
    }
    const made = await this.page.request.post('/api/machines', { data: { document: { ...begun, name } } });
    await this.page.goto(`/machines/${((await made.json()) as { readonly id: string }).id}/drive-lines`);
    await expect(this.page.getByRole('group', { name: /Stations of/ })).toBeVisible();
  }

  /** Begins a machine as a builder does. */
  async beginMachine(name: string, kind = 'router or milling table', axes: 'first' | 'all' = 'first'): Promise<void> {
    await this.page.goto('/');
    await this.page.getByRole('button', { name: 'New machine' }).click();
    const dialog = this.page.getByRole('dialog');
    await dialog.getByLabel('Name').fill(name);
    await choose(dialog.getByLabel('It is a'), kind);
    await dialog.getByRole('button', { name: 'Create' }).click();
    await this.page.waitForURL(/drive-lines/);
    await expect(this.page.getByRole('group', { name: /Stations of/ })).toBeVisible();
    if (axes === 'first')
      await this.keepOnly(((await this.page.locator('cn-drive-line .letter').first().innerText()) ?? '').trim());
  }

  /** Takes every axis off but one. */
  async keepOnly(letter: string): Promise<void> {
    const axes = this.page.getByRole('group', { name: 'Axes' }).getByRole('button');
    const others = (await axes.allInnerTexts()).map((text) => /^\S+/.exec(text.trim())?.[0] ?? '');
    for (const other of others.map((text) => text.trim()).filter((text) => text !== letter)) {
      const closed = this.page.getByRole('button', { name: `Open axis ${other}` });
      if ((await closed.count()) > 0) await closed.click();
      await this.page
        .getByRole('group', { name: `Stations of ${other}` })
        .getByRole('button', { name: /^(Carriage|Plate)/ })
        .click();
      await this.page.getByRole('button', { name: `Remove axis ${other}` }).click();
    }
    await this.page
      .getByRole('group', { name: `Stations of ${letter}` })
      .getByRole('button', { name: /^Motor/ })
      .click();
  }

  /** Opens a station of the open drive line by its label, e.g. `Motor`. */
  async station(label: string): Promise<void> {
    await this.page
      .getByRole('group', { name: /Stations of/ })
      .getByRole('button', { name: new RegExp(`^${label}`) })
      .click();
  }

  async fill(label: string, value: string): Promise<void> {
    await this.page.getByLabel(label, { exact: true }).fill(value);
  }

  async saved(): Promise<void> {
    await expect(this.page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
  }

  /** A 1.8° motor in quarter steps on a single-start screw of 20 threads per inch. */
  async describeScrewAxis(): Promise<void> {
    await this.station('Motor');
    await this.fill('Step angle', '1.8 deg');
    await this.station('Driver');
    await choose(this.page.getByLabel('Microsteps', { exact: true }), /^1\/4 step/);
    await this.station('Screw');
    await this.fill('Thread pitch', '20tpi');
    await this.saved();
  }

  /** Goes to an operation and waits until its page stands: what looks alike on the page before is not meant. */
  async goTo(operation: string): Promise<void> {
    await this.page
      .getByRole('navigation', { name: 'Operations' })
      .getByRole('link', { name: new RegExp(`^\\d* ?${operation}`) })
      .click();
    await expect(this.page.getByRole('heading', { level: 1, name: new RegExp(`^${operation}`) })).toBeVisible();
  }

  async startCheck(moves: string): Promise<void> {
    await this.goTo('Checks');
    await this.page.getByLabel('Moves, in microsteps').fill(moves);
    await this.page.getByRole('button', { name: /^Start the check/ }).click();
    await expect(this.page.getByRole('heading', { name: 'Readings' })).toBeVisible();
  }

  /** Types readings into the sheet, each ended with Enter. */
  async read(...readings: readonly string[]): Promise<void> {
    await this.page.getByLabel(/^Reading 1,/).focus();
    for (const reading of readings) {
      await this.page.keyboard.type(reading);
      await this.page.keyboard.press('Enter');
    }
  }
}
