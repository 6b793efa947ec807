import { openMachine } from '@crisp-notch/core/machine';
import { KIT_ABOUT_MOST, KIT_NAME_MOST } from '@crisp-notch/core/kits';
import { checkPart } from '@crisp-notch/core/parts';
import { mixed, number, object, string } from 'yup';
import { fromCore } from './from-core.js';
import { HISTORY_PIECES, moment } from './history.js';
import { line } from './line.js';
import { preferencesRequest } from './requests.js';
import { trainingResult } from './training.js';

/** The version of the file of a whole shop that this program writes; it reads this and all before. */
export const SHOP_VERSION = 2;
export const SHOP_FORMAT = 'crisp-notch/shop';
export const SHOP_TYPE = 'application/x-ndjson';

const id = line(36, 36).matches(/^[0-9a-f-]{36}$/, '${path} must be an identity');
const counter = number().integer().min(1).max(2_000_000_000).required();

/**
 * What a line of a shop's file holds beside its kind. Lines come in this order; those of a machine's history follow its
 * own, and the last line has the sum of all before.
 */
export const SHOP_LINES = {
  shop: object({
    format: string().oneOf([SHOP_FORMAT]).defined(),
    version: number().integer().min(1).max(SHOP_VERSION).defined(),
    at: moment,
  }),
  preferences: object({ value: preferencesRequest }),
  training: object({ it: trainingResult }),
  part: object({ id, version: counter, at: moment, part: fromCore('Part', checkPart) }),
  kit: object({
    id,
    name: line(KIT_NAME_MOST, 1),
    about: line(KIT_ABOUT_MOST),
    at: moment,
    document: fromCore('Machine', openMachine),
  }),
  machine: object({ id, version: counter, createdAt: moment, at: moment, document: fromCore('Machine', openMachine) }),
  revision: object({ it: HISTORY_PIECES.revision }),
  check: object({ it: HISTORY_PIECES.check }),
  log: object({ it: HISTORY_PIECES.log }),
  photo: object({ it: HISTORY_PIECES.photo }),
  /** What the program that wrote the file could not read: it is carried along, and not brought in. */
  unreadable: object({
    what: string().oneOf(['machine', 'part', 'kit']).defined(),
    id,
    name: line(200),
    stored: mixed(),
  }),
  end: object({
    lines: number().integer().min(1).required(),
    sum: string()
      .defined()
      .matches(/^[0-9a-f]{64}$/),
  }),
} as const;

export type ShopLineKind = keyof typeof SHOP_LINES;

/** What restoring would make of one thing: not here yet, as it is in the file, another, or not readable. */
export type Fate = 'added' | 'same' | 'differs' | 'unreadable';

/** What a shop's file would do here. */
export interface ShopPreview {
  /** When it was written. */
  readonly at: string;
  readonly machines: readonly {
    readonly name: string;
    readonly fate: Fate;
    readonly revisions: number;
    readonly checks: number;
    readonly photos: number;
    /** When it was changed last, in the file, and here; null where it is not here. */
    readonly at: string;
    readonly hereAt: string | null;
  }[];
  readonly parts: Readonly<Record<Fate, number>>;
  readonly kits: Readonly<Record<Fate, number>>;
  readonly hasPreferences: boolean;
  /** Machines that are here and not in the file; they stay. */
  readonly onlyHere: number;
}

/** What restoring did. */
export interface ShopRestored {
  readonly machines: number;
  readonly parts: number;
  readonly kits: number;
  /** Things that were here otherwise and were left so. */
  readonly kept: number;
}
