import { isJson, type Json } from '../shape/index.js';
import type { Machine } from './machine.js';
import { placeInWords } from './refused.js';

/** What is no part of the design itself. */
const SKIPPED: readonly string[] = ['format', 'version', 'basis', 'reach', 'guessed', 'of'];

const isQuantity = (value: unknown): value is { readonly text: string; readonly from: string } =>
  isJson(value) && typeof value['text'] === 'string' && 'from' in value;

/** A value as a reader sees it; null for one that is made of others. */
function leafText(value: unknown): string | null {
  if (value === null || value === undefined) return 'not said';
  if (isQuantity(value)) return value.from === 'assumed' ? `${value.text} as a guess` : value.text;
  if (typeof value === 'object') return null;
  return value === '' ? 'not said' : typeof value === 'string' ? value : JSON.stringify(value);
}

/** Keys whose text says what a thing is. */
const NAMING: readonly string[] = ['name', 'state'];
/** Texts that name a thing which has come or gone. */
const NAMED_BY_MOST = 3;

/**
 * What something made of others is, by the first few things it says; with the colon before it, or empty where it says
 * nothing.
 */
function contentOf(value: unknown): string {
  const texts: string[] = [];
  const gather = (item: unknown, key: string): void => {
    if (texts.length >= NAMED_BY_MOST) return;
    if (isQuantity(item)) texts.push(...(item.from === 'assumed' ? [] : [item.text]));
    else if (typeof item === 'string') texts.push(...(item !== '' && NAMING.includes(key) ? [item] : []));
    else if (Array.isArray(item)) item.forEach((entry) => gather(entry, ''));
    else if (isJson(item)) Object.entries(item).forEach(([name, entry]) => gather(entry, name));
  };
  gather(value, '');
  return texts.length === 0 ? '' : `: ${texts.join(', ')}`;
}

/** What an item of a list goes by, so that one put in between makes no difference of all behind it. */
function nameOf(item: unknown, index: number): string {
  if (!isJson(item)) return String(index);
  const own = ['id', 'key', 'number', 'line', 'signal', 'item', 'step', 'what']
    .map((name) => item[name])
    .find((name) => name !== undefined);
  return typeof own === 'string' || typeof own === 'number' ? String(own) : String(index);
}

/** Where it stands in each of the two, and what it is there. */
interface Side {
  readonly path: readonly string[];
  readonly value: unknown;
}

class Differences {
  readonly lines: string[] = [];

  constructor(
    private readonly before: Machine,
    private readonly now: Machine,
  ) {}

  compare(old: Side, present: Side): void {
    if (old.value === present.value) return;
    const [was, is] = [leafText(old.value), leafText(present.value)];
    if (was !== null && is !== null) {
      if (was !== is) this.lines.push(`${this.place(present, this.now)} was ${was}, is ${is}`);
      return;
    }
    if (is === null && was !== null)
      return void this.lines.push(`${this.place(present, this.now)} is new${contentOf(present.value)}`);
    if (was === null && is !== null)
      return void this.lines.push(`${this.place(old, this.before)} is gone${contentOf(old.value)}`);
    if (Array.isArray(old.value) && Array.isArray(present.value)) this.compareLists(old, present);
    else this.compareKeys(old, present);
  }

  private compareKeys(old: Side, present: Side): void {
    const [was, is] = [old.value as Json, present.value as Json];
    // Another kind of the same thing has other keys: the kind says enough.
    const keys = was['kind'] === is['kind'] ? [...new Set([...Object.keys(was), ...Object.keys(is)])] : ['kind'];
    for (const key of keys) {
      if (SKIPPED.includes(key)) continue;
      this.compare({ path: [...old.path, key], value: was[key] }, { path: [...present.path, key], value: is[key] });
    }
  }

  private compareLists(old: Side, present: Side): void {
    const entries = (side: Side): Map<string, Side> =>
      new Map(
        (side.value as readonly unknown[]).map((value, index) => [
          nameOf(value, index),
          { path: [...side.path, String(index)], value },
        ]),
      );
    const [was, is] = [entries(old), entries(present)];
    for (const [name, item] of is) {
      const earlier = was.get(name);
      if (earlier) this.compare(earlier, item);
      else this.lines.push(`${this.place(item, this.now)} is new${contentOf(item.value)}`);
    }
    for (const [name, item] of was)
      if (!is.has(name)) this.lines.push(`${this.place(item, this.before)} is gone${contentOf(item.value)}`);
  }

  private place({ path }: Side, machine: Machine): string {
    return placeInWords(machine, path.join('.'));
  }
}

/**
 * Everything that two machines differ in, in words: `X, motor, rated current was 1.5 A, is 1.2 A`. Nothing is left out
 * but what stamps rely on.
 */
export function differencesBetween(before: Machine, now: Machine): readonly string[] {
  const found = new Differences(before, now);
  found.compare({ path: [], value: before }, { path: [], value: now });
  return found.lines;
}
