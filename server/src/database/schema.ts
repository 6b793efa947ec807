import type { LogKind } from '@crisp-notch/contract';
import type { CheckKind, CheckPlan, VerdictWord } from '@crisp-notch/core/checks';
import type { Machine } from '@crisp-notch/core/machine';
import type { Part, PartKind } from '@crisp-notch/core/parts';
import {
  char,
  datetime,
  index,
  int,
  mysqlTable,
  primaryKey,
  unique,
  varchar,
  type AnyMySqlColumn,
} from 'drizzle-orm/mysql-core';
import type { MachineDigest } from '../machines/digest';
import { bytesColumn } from './bytes-column';
import { jsonColumn } from './json-column';

const identity = () => char('id', { length: 36 }).primaryKey();
const moment = (name: string) => datetime(name, { mode: 'date', fsp: 3 }).notNull();
const machineReference = () =>
  char('machine_id', { length: 36 })
    .notNull()
    .references((): AnyMySqlColumn => machine.id, { onDelete: 'cascade' });

/** A machine's working copy. `version` counts saves; `revision_count` is the number of the newest revision. */
export const machine = mysqlTable(
  'machine',
  {
    id: identity(),
    version: int('version').notNull(),
    revisionCount: int('revision_count').notNull(),
    document: jsonColumn<Machine>('document').notNull(),
    /** What lists say of the document, so that they need not read it; made by the version of `summarisedBy`. */
    summary: jsonColumn<MachineDigest>('summary'),
    summarisedBy: int('summarised_by').notNull().default(0),
    createdAt: moment('created_at'),
    updatedAt: moment('updated_at'),
  },
  (table) => [index('machine_updated').on(table.updatedAt)],
);

/** An immutable saved design. */
export const revision = mysqlTable(
  'revision',
  {
    id: identity(),
    machineId: machineReference(),
    number: int('number').notNull(),
    reason: varchar('reason', { length: 200 }).notNull(),
    document: jsonColumn<Machine>('document').notNull(),
    at: moment('at'),
  },
  (table) => [unique('revision_number').on(table.machineId, table.number)],
);

export const check = mysqlTable(
  'check',
  {
    id: identity(),
    machineId: machineReference(),
    revisionId: char('revision_id', { length: 36 })
      .notNull()
      .references(() => revision.id),
    axisId: varchar('axis_id', { length: 40 }).notNull(),
    axisLetter: varchar('axis_letter', { length: 3 }).notNull(),
    kind: varchar('kind', { length: 20 }).$type<CheckKind>().notNull(),
    plan: jsonColumn<CheckPlan>('plan').notNull(),
    verdict: varchar('verdict', { length: 20 }).$type<VerdictWord>().notNull(),
    sentence: varchar('sentence', { length: 1000 }).notNull(),
    /** The same in inch units. */
    sentenceInch: varchar('sentence_inch', { length: 1000 }).notNull().default(''),
    /** What the axis' steps rested on; worded by the version of `basisBy`. */
    basis: jsonColumn<readonly string[]>('basis'),
    basisBy: int('basis_by').notNull().default(0),
    at: moment('at'),
  },
  // Identities grow, so they order rows as they came, whatever a clock said.
  (table) => [index('check_order').on(table.machineId, table.id), index('check_revision').on(table.revisionId)],
);

/** Readings are only ever added; a later one for the same place corrects the earlier. */
export const reading = mysqlTable(
  'reading',
  {
    id: identity(),
    checkId: char('check_id', { length: 36 })
      .notNull()
      .references(() => check.id, { onDelete: 'cascade' }),
    /** Order of entry within the check. */
    sequence: int('sequence').notNull(),
    place: int('place').notNull(),
    text: varchar('text', { length: 60 }).notNull(),
    excluded: varchar('excluded', { length: 200 }),
    at: moment('at'),
  },
  (table) => [unique('reading_sequence').on(table.checkId, table.sequence)],
);

export const logEntry = mysqlTable(
  'log_entry',
  {
    id: identity(),
    machineId: machineReference(),
    revisionId: char('revision_id', { length: 36 })
      .notNull()
      .references(() => revision.id),
    checkId: char('check_id', { length: 36 }).references(() => check.id),
    kind: varchar('kind', { length: 20 }).$type<LogKind>().notNull(),
    /** Of the axis that it is about, where it is not its check that says so. */
    axisLetter: varchar('axis_letter', { length: 3 }),
    text: varchar('text', { length: 4000 }).notNull(),
    at: moment('at'),
  },
  (table) => [index('log_order').on(table.machineId, table.id)],
);

/** A word that an entry is found by. */
export const logTag = mysqlTable(
  'log_tag',
  {
    entryId: char('entry_id', { length: 36 })
      .notNull()
      .references(() => logEntry.id, { onDelete: 'cascade' }),
    tag: varchar('tag', { length: 30 }).notNull(),
    machineId: machineReference(),
  },
  (table) => [
    primaryKey({ columns: [table.entryId, table.tag] }),
    index('tag_of_machine').on(table.machineId, table.tag),
  ],
);

/** A photo of an entry, as it was encoded here: nothing of the file that came is kept but its picture. */
export const photo = mysqlTable(
  'photo',
  {
    id: identity(),
    machineId: machineReference(),
    entryId: char('entry_id', { length: 36 })
      .notNull()
      .references(() => logEntry.id, { onDelete: 'cascade' }),
    caption: varchar('caption', { length: 200 }).notNull(),
    width: int('width').notNull(),
    height: int('height').notNull(),
    image: bytesColumn('image', 'longblob').notNull(),
    thumbnail: bytesColumn('thumbnail', 'mediumblob').notNull(),
    at: moment('at'),
  },
  (table) => [index('photo_of_entry').on(table.entryId), index('photo_order').on(table.machineId, table.id)],
);

export const part = mysqlTable(
  'part',
  {
    id: identity(),
    version: int('version').notNull(),
    kind: varchar('kind', { length: 20 }).$type<PartKind>().notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    document: jsonColumn<Part>('document').notNull(),
    /** The document version by which the document was checked when it was written; 0 for one to check again. */
    checkedBy: int('checked_by').notNull().default(0),
    updatedAt: moment('updated_at'),
  },
  (table) => [index('part_kind_name').on(table.kind, table.name)],
);

/** A design that machines can be begun with. */
export const kit = mysqlTable('kit', {
  id: identity(),
  name: varchar('name', { length: 120 }).notNull(),
  about: varchar('about', { length: 400 }).notNull(),
  document: jsonColumn<Machine>('document').notNull(),
  at: moment('at'),
});

export const setting = mysqlTable('setting', {
  name: varchar('name', { length: 60 }).primaryKey(),
  value: jsonColumn<unknown>('value').notNull(),
});
