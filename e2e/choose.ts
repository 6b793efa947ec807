import type { Locator } from '@playwright/test';

/** Chooses from a list by what an option says, or by its place from 0. */
export async function choose(list: Locator, option: string | RegExp | number): Promise<void> {
  await list.click();
  const page = list.page();
  const options = page.getByRole('option');
  await (
    typeof option === 'number'
      ? options.nth(option)
      : page.getByRole('option', { name: option, exact: typeof option === 'string' })
  ).click();
}
