import { exactToNumber, type Exact } from '../quantity/index.js';
import type { Field, Figure, Law, Reading } from './figure.js';

/** What a figure came to. */
export type Outcome<C> =
  | { readonly kind: 'value'; readonly value: number; readonly exact: Exact | null; readonly isAssumed: boolean }
  /** Fields that the builder has yet to fill in. */
  | { readonly kind: 'missing'; readonly fields: readonly Field<C>[] }
  | { readonly kind: 'impossible'; readonly reason: string };

interface FieldOutcome<C> {
  readonly reading: Reading | null;
  readonly outcome: Outcome<C>;
}

interface FigureMemory<C> {
  generation: number;
  readonly law: Law<C>;
  readonly inputs: readonly Outcome<C>[];
  readonly outcome: Outcome<C>;
}

/** One object, so that what rests on it is not computed again in vain. */
const DOES_NOT_APPLY = { kind: 'impossible', reason: 'It does not apply to this design.' } as const;

/**
 * Keeps the figures of one context up to date. After {@link update}, a figure is computed again only if one of its own
 * inputs has changed; otherwise the very same outcome object comes back.
 */
export class Reckoner<C> {
  private generation = 0;
  private readonly figures = new Map<Figure<C>, FigureMemory<C>>();
  private readonly fields = new Map<Field<C>, FieldOutcome<C> & { generation: number }>();
  /** How many laws have been computed since the start; for tests and benchmarks. */
  computedCount = 0;

  constructor(private current: C) {}

  get context(): C {
    return this.current;
  }

  update(context: C): void {
    if (context === this.current) return;
    this.current = context;
    this.generation += 1;
  }

  get(figure: Figure<C>): Outcome<C> {
    const known = this.figures.get(figure);
    if (known?.generation === this.generation) return known.outcome;
    if (!figure.applies(this.current)) return DOES_NOT_APPLY;
    const law = figure.law(this.current);
    const inputs = Object.values(law.inputs).map((input) => this.outcomeOf(input));
    const isUnchanged = known?.law === law && inputs.every((input, index) => input === known.inputs[index]);
    if (known && isUnchanged) {
      known.generation = this.generation;
      return known.outcome;
    }
    this.computedCount += 1;
    const outcome = applyLaw(law, inputs);
    this.figures.set(figure, { generation: this.generation, law, inputs, outcome });
    return outcome;
  }

  outcomeOf(input: Field<C> | Figure<C>): Outcome<C> {
    return input.kind === 'figure' ? this.get(input) : this.field(input).outcome;
  }

  /** What the design says of a field; null if nothing. */
  reading(field: Field<C>): Reading | null {
    return this.field(field).reading;
  }

  /** The figure's number, or null while it has none. */
  value(figure: Figure<C>): number | null {
    const outcome = this.get(figure);
    return outcome.kind === 'value' ? outcome.value : null;
  }

  /** The figure as it would be with some fields at other values; nothing is remembered. */
  valueWith(figure: Figure<C>, overrides: ReadonlyMap<Field<C>, number>): number | null {
    const seen = new Map<Figure<C>, number | null>();
    const visit = (item: Field<C> | Figure<C>): number | null => {
      if (item.kind === 'field') return overrides.get(item) ?? this.reading(item)?.value ?? null;
      const known = seen.get(item);
      if (known !== undefined) return known;
      if (!item.applies(this.current)) return null;
      const law = item.law(this.current);
      const values: Record<string, number> = {};
      let result: number | null = 0;
      for (const [key, input] of Object.entries(law.inputs)) {
        const value = visit(input);
        if (value === null) result = null;
        else values[key] = value;
      }
      if (result !== null) result = law.refuse?.(values) ? null : law.compute(values);
      seen.set(item, result);
      return result;
    };
    return visit(figure);
  }

  private field(field: Field<C>): FieldOutcome<C> {
    const known = this.fields.get(field);
    if (known?.generation === this.generation) return known;
    const reading = field.read(this.current);
    if (known && sameReading(known.reading, reading)) {
      known.generation = this.generation;
      return known;
    }
    const outcome: Outcome<C> = reading
      ? { kind: 'value', value: reading.value, exact: reading.exact, isAssumed: reading.from === 'assumed' }
      : { kind: 'missing', fields: [field] };
    const memory = { generation: this.generation, reading, outcome };
    this.fields.set(field, memory);
    return memory;
  }
}

function sameReading(a: Reading | null, b: Reading | null): boolean {
  if (a === null || b === null) return a === b;
  return a.value === b.value && a.text === b.text && a.from === b.from && a.on === b.on && a.tolerance === b.tolerance;
}

function applyLaw<C>(law: Law<C>, outcomes: readonly Outcome<C>[]): Outcome<C> {
  const missing = outcomes.flatMap((outcome) => (outcome.kind === 'missing' ? outcome.fields : []));
  if (missing.length > 0) return { kind: 'missing', fields: [...new Set(missing)] };
  const impossible = outcomes.find((outcome) => outcome.kind === 'impossible');
  if (impossible) return impossible;
  const values: Record<string, number> = {};
  const exacts: Record<string, Exact> = {};
  let isExact = law.exact !== null;
  let isAssumed = false;
  Object.keys(law.inputs).forEach((key, index) => {
    const outcome = outcomes[index];
    if (outcome?.kind !== 'value') return;
    values[key] = outcome.value;
    isAssumed ||= outcome.isAssumed;
    if (outcome.exact === null) isExact = false;
    else exacts[key] = outcome.exact;
  });
  const refusal = law.refuse?.(values) ?? null;
  if (refusal !== null) return { kind: 'impossible', reason: refusal };
  const exact = isExact && law.exact ? law.exact(exacts) : null;
  const value = exact ? exactToNumber(exact) : law.compute(values);
  if (!Number.isFinite(value) && !(law.isUnbounded && value === Infinity))
    return { kind: 'impossible', reason: 'These numbers have no finite result.' };
  return { kind: 'value', value, exact, isAssumed };
}
