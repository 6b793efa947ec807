import { peakFromRms } from './current-limit.js';

/** How a current is set in steps: a table of switches, or a number of so many that a program sends. */
export type CurrentSteps =
  | {
      readonly kind: 'switches';
      readonly reads: 'peak' | 'rms';
      /** In amperes as the case prints them. */
      readonly settings: readonly { readonly setting: string; readonly amperes: number }[];
    }
  /** I = n / most · full scale. */
  | { readonly kind: 'number'; readonly reads: 'peak' | 'rms'; readonly most: number; readonly full: number };

/** One step of a driver's current. */
export interface CurrentStep {
  /** Pattern of switches, or the number. */
  readonly setting: string;
  /** Crest [A]. */
  readonly crest: number;
}

/** Every step, the least current first. */
export function currentSteps(steps: CurrentSteps): readonly CurrentStep[] {
  const crest = (amperes: number): number => (steps.reads === 'rms' ? peakFromRms(amperes) : amperes);
  const all =
    steps.kind === 'switches'
      ? steps.settings.map(({ setting, amperes }) => ({ setting, crest: crest(amperes) }))
      : Array.from({ length: steps.most + 1 }, (_, n) => ({
          setting: String(n),
          crest: crest((n / steps.most) * steps.full),
        }));
  return [...all].sort((a, b) => a.crest - b.crest);
}

/** Limits that agree to this are one, whatever the digits of a double. */
const SAME = 1e-9;

/**
 * The step to set for a limit: the greatest that is not above it.
 * @param limit crest wanted [A]
 * @returns null where even the least is above it
 */
export function stepFor(steps: CurrentSteps, limit: number): CurrentStep | null {
  return (
    currentSteps(steps)
      .filter(({ crest }) => crest <= limit * (1 + SAME))
      .at(-1) ?? null
  );
}
