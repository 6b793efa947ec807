import { parseQuantity, preferredUnit, showQuantity, type Reading, type UnitSystem } from '../quantity/index.js';
import type { Explainer, Explanation } from './explanation.js';
import { dimensionOf, inSentence, nameOf, type Field, type Figure } from './figure.js';
import { goalSeek } from './goal-seek.js';
import type { Reckoner } from './reckoner.js';
import { working } from './working.js';

/** Something whose figures are worked out: an axis, a supply, the whole machine. */
export interface Subject<C> {
  /** Its identity within the machine. */
  readonly id: string;
  /** What a builder calls it. */
  readonly place: string;
  readonly reckoner: Reckoner<C>;
  /** Puts a changed one into the design under a key of undo; null where it is not to be changed. */
  readonly edit: ((key: string, change: (context: C) => C) => void) | null;
}

export function explainer<C>(subject: Subject<C>, figure: Figure<C>): Explainer {
  const { reckoner } = subject;
  return {
    subjectId: subject.id,
    place: subject.place,
    explain: (system) => explanationOf(subject, figure, system),
    choose: (option) => {
      const { schools } = figure;
      if (schools) subject.edit?.(schools.id, (context) => schools.choose(context, option));
    },
    wish: (typed, fieldId, system, reading = 'typed') => {
      const { sensitivities } = working(reckoner, figure, system);
      const field = sensitivities.find((item) => item.field.id === fieldId)?.field;
      return field && typed.trim() !== '' ? answerTo(reckoner, figure, field, typed, system, reading) : '';
    },
  };
}

function explanationOf<C>(subject: Subject<C>, figure: Figure<C>, system: UnitSystem): Explanation {
  const { reckoner } = subject;
  const { context } = reckoner;
  const { outcome, inputs, sensitivities, ...shown } = working(reckoner, figure, system);
  const { schools } = figure;
  const isAsked = schools !== null && subject.edit !== null && (schools.applies?.(context) ?? true);
  return {
    ...shown,
    name: figure.nameIn(context),
    trouble:
      outcome.kind === 'missing'
        ? `Not known yet: ${outcome.fields.map((field) => inSentence(nameOf(field, context))).join(', ')}.`
        : outcome.kind === 'impossible'
          ? outcome.reason
          : '',
    inputs: inputs.map(({ item, reading, ...input }) => ({
      ...input,
      id: item.id,
      from: reading?.from ?? null,
      on: reading?.on ?? null,
      open: item.kind === 'figure' ? (): Explainer => explainer(subject, item) : wayTo(item, context),
    })),
    sensitivities: sensitivities.map(({ field, elasticity }) => ({
      id: field.id,
      name: nameOf(field, context),
      elasticity,
    })),
    schools: isAsked ? { ...schools, inForce: schools.inForce(context) } : null,
  };
}

function wayTo<C>(field: Field<C>, context: C): (() => Explainer) | null {
  const found = field.workedOut?.(context) ?? null;
  return found && ((): Explainer => found);
}

function answerTo<C>(
  reckoner: Reckoner<C>,
  figure: Figure<C>,
  field: Field<C>,
  typed: string,
  system: UnitSystem,
  reading: Reading,
): string {
  const { context } = reckoner;
  const dimension = dimensionOf(figure, context);
  const target = parseQuantity(typed, dimension, preferredUnit(dimension, system), reading);
  if (!target.ok) return target.error;
  const name = nameOf(field, context);
  const found = goalSeek(reckoner, figure, field, target.value.value);
  if (found.kind === 'none') return `No ${inSentence(name)} would do it, all else as it is.`;
  const unit = preferredUnit(dimensionOf(field, context), system);
  return `${name} ${showQuantity(found.value, unit, { significant: 5 })}, all else as it is.`;
}
