import { auxiliary } from './auxiliary.js';
import { controller } from './controller.js';
import { converter } from './converter.js';
import { coupling } from './coupling.js';
import { driver } from './driver.js';
import { instrument } from './instrument.js';
import type { PartKindDeclaration } from './kind.js';
import { motor } from './motor.js';
import { mount } from './mount.js';
import { other } from './other.js';
import { supply } from './supply.js';
import { transmission } from './transmission.js';

/** Every kind of part, in the order in which they are offered. Nothing else lists them. */
export const PARTS = {
  motor,
  driver,
  transmission,
  coupling,
  mount,
  supply,
  converter,
  auxiliary,
  controller,
  instrument,
  other,
} as const;

type Declarations = typeof PARTS;
export type PartKind = keyof Declarations;
export type SpecificationOf<K extends PartKind> = Declarations[K] extends PartKindDeclaration<infer S> ? S : never;

export const PART_KINDS = Object.keys(PARTS) as readonly PartKind[];

/** The declaration of a kind for those who do not know its specification, only that it belongs to the kind. */
export const declarationOf = (kind: PartKind): PartKindDeclaration<unknown> =>
  PARTS[kind] as unknown as PartKindDeclaration<unknown>;
