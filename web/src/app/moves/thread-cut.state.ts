import type { ThreadCutFound } from '@crisp-notch/core/planners';
import { formatNumber, inUnit, preferredUnit, type UnitSystem } from '@crisp-notch/core/quantity';

/** One sentence with how it stands. */
interface Told {
  readonly tone: 'good' | 'stop';
  readonly mark: '●' | '⬢';
  readonly words: string;
}

/** What came of a thread, in words. */
export interface ThreadSheet {
  readonly lead: Told;
  readonly groove: Told;
  readonly rows: readonly {
    readonly name: string;
    readonly turns: string;
    readonly lead: string;
    readonly lag: string;
  }[];
}

/** So many digits of a lead tell it from its neighbours; lags and what may be off are told shorter. */
const DIGITS = { lead: 6, lag: 3, off: 2 } as const;

const told = (isGood: boolean, words: string): Told =>
  isGood ? { tone: 'good', mark: '●', words } : { tone: 'stop', mark: '⬢', words };

/** A thread that was cut, as it is told. */
export function threadSheet(
  { wanted, found, stated, isRight, reckonedLag, isOne }: ThreadCutFound,
  units: UnitSystem,
): ThreadSheet {
  const unit = preferredUnit('length', units);
  const length = (value: number, significant: number): string =>
    `${formatNumber(inUnit(value, unit), { significant })}\u00a0${unit.symbol}`;
  const lead = `Lead ${length(found.lead, DIGITS.lead)} ± ${length(stated, DIGITS.off)}, asked ${length(wanted, DIGITS.lead)}`;
  const apart = length(found.apart, DIGITS.off);
  return {
    lead: isRight
      ? told(true, `${lead}: right within what is stated.`)
      : told(
          false,
          `${lead}: off by ${length(Math.abs(found.lead - wanted), DIGITS.off)} a turn. Check what Z goes for a turn of its motor.`,
        ),
    groove: isOne
      ? told(
          true,
          `The passes lag ${length(found.lag, DIGITS.lag)} behind the spindle, ${length(reckonedLag, DIGITS.lag)} by v²/2a from rest, and lie within ${apart} of each other: one groove.`,
        )
      : told(
          false,
          `The passes lie ${apart} apart and split the thread: the spindle slips against its encoder, or its speed changed between them.`,
        ),
    rows: found.passes.map((pass, index) => ({
      name: `${index + 1}`,
      turns: pass ? `${pass.count}` : 'too few',
      lead: pass ? length(pass.lead, DIGITS.lead) : '–',
      lag: pass ? length(pass.lag, DIGITS.lag) : '–',
    })),
  };
}
