import { readPartsCsv, writePartsCsv } from '../formats/index.js';
import { checkShape, quantityOf, type Json, type Quantity } from '../shape/index.js';
import {
  checkPart,
  completeness,
  declarationOf,
  defaultTransmission,
  newPart,
  PART_KINDS,
  type Part,
  type TransmissionKind,
} from './index.js';

const SORTS: readonly TransmissionKind[] = ['screw', 'belt', 'rack', 'roller', 'drum', 'rotary'];

/** A new part of every kind, and of every sort of transmission. */
const everyPart = (): readonly Part[] => [
  ...PART_KINDS.map((kind) => newPart(kind, kind)),
  ...SORTS.map((sort) => ({ ...newPart('transmission', sort), specification: defaultTransmission(sort) })),
];

describe('a kind of part', () => {
  it('begins as something that its shape accepts, and that a shelf can keep', () => {
    for (const part of everyPart()) {
      expect(checkShape(declarationOf(part.kind).shape, part.specification).ok)
        .withContext(part.name)
        .toBeTrue();
      expect(checkPart(part).ok).withContext(part.name).toBeTrue();
    }
  });

  it('completes what an older version wrote: anything may be missing, nothing that was said is changed', () => {
    for (const part of everyPart()) {
      const whole = part.specification as Json;
      const sort = part.kind === 'transmission' ? { kind: whole['kind'] } : {};
      for (const key of Object.keys(whole)) {
        const older = { ...sort, [key]: whole[key] };
        const completed = declarationOf(part.kind).completed(older);
        expect(checkShape(declarationOf(part.kind).shape, completed).ok)
          .withContext(`${part.name} with only ${key}`)
          .toBeTrue();
        expect(completed[key]).withContext(`${part.name}, ${key}`).toEqual(whole[key]);
      }
    }
  });

  it('has every field in the table of parts', () => {
    const cells: Record<string, string> = {};
    for (const kind of PART_KINDS) for (const { name } of declarationOf(kind).columns) cells[name] = '1';
    for (const part of everyPart()) {
      const { columns, composed } = declarationOf(part.kind);
      const read = Object.assign({}, ...columns.map((column) => column.read('1')), composed?.(cells)) as Json;
      const kept = [...Object.keys(read), 'guessed'];
      expect(Object.keys(part.specification).filter((key) => !kept.includes(key)))
        .withContext(part.name)
        .toEqual([]);
      expect(new Set(columns.map(({ name }) => name)).size)
        .withContext(`${part.name}: each column once`)
        .toBe(columns.length);
    }
  });

  it('keeps a guess a guess through a table, and a fact a fact', () => {
    for (const part of everyPart()) {
      const back = readPartsCsv(writePartsCsv([part]));
      expect(back)
        .withContext(part.name)
        .toEqual({ ok: true, value: [part] });
    }
    const sure = (item: Quantity | null): Quantity => quantityOf(item?.text ?? '0.31', 'part');
    const screw = defaultTransmission('screw');
    const part: Part = {
      ...newPart('transmission', 'measured'),
      specification: { ...screw, efficiency: sure(screw.efficiency) },
    };
    expect(readPartsCsv(writePartsCsv([part]))).toEqual({ ok: true, value: [part] });
  });

  it('asks its sheet for what it has, and is complete when all of it is said', () => {
    for (const part of everyPart()) {
      const { wanted } = declarationOf(part.kind);
      const asked = Object.keys(wanted(part.specification)).filter((key) => key in part.specification);
      expect(completeness(part)).toEqual(jasmine.objectContaining({ known: 0, of: asked.length }));
      const said = Object.fromEntries(asked.map((key) => [key, quantityOf('1')]));
      const full = { ...part, specification: { ...part.specification, ...said } } as Part;
      expect(completeness(full).missing).withContext(part.name).toEqual([]);
    }
  });

  it('says nothing in its line that is not known', () => {
    expect(everyPart().map((part) => declarationOf(part.kind).summary(part.specification))).toEqual([
      '4 leads',
      '1/16 · no reference voltage',
      'screw',
      '',
      '',
      '',
      'η 85 %',
      'other',
      '4 outputs',
      'plunger indicator',
      '',
      'screw',
      'belt',
      'rack',
      'roller',
      'drum',
      'table',
    ]);
  });
});
