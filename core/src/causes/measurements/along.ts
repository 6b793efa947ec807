import { checkDeclaration, spreadTargets, takeUpFor, usualMeasuring } from '../../checks/index.js';
import { axisField, stepsPerMotorTurn, stepsPerUnit, type AxisContext } from '../../drive-line/index.js';
import type { InstrumentTypeName } from '../../parts/index.js';
import { quantityOf, readQuantity } from '../../shape/index.js';
import { seeded } from '../../statistics/index.js';
import type { Bearings } from '../bearings.js';
import { firstPlan, planOf, type Measurement } from './measurement.js';
import type { CheckPlan } from '../../checks/index.js';

const TARGETS = 4;
/** Of what an instrument reads and an axis goes, so much is used. */
const USED = 0.8;
/** Phases of the targets in the motor's turn: by chance, and the same each time that it is asked. */
const SEED = 4711;
/** As far as anybody reads where nobody has said how far the axis goes [m]. */
const UNSAID = 0.02;

/** How far an instrument reads in one setting. */
const readsOf = ({ range, kind }: ReturnType<typeof usualMeasuring>): number =>
  range ? readQuantity(range, kind).value : Infinity;

/** A step check as far as the instrument reads. */
function stepsPlan(
  context: AxisContext,
  bearings: Bearings,
  type: InstrumentTypeName,
  runs: number,
  reach: number,
): CheckPlan | null {
  const { reckoner, isTurning, play } = bearings;
  const { axis } = context;
  const [perUnit, turn] = [reckoner.value(stepsPerUnit) ?? 0, reckoner.value(stepsPerMotorTurn) ?? 1];
  const travel = reckoner.reading(axisField.travel)?.value ?? (isTurning ? 2 * Math.PI : UNSAID);
  const measured = usualMeasuring(type);
  const reads = readsOf(measured);
  const takeUp = takeUpFor(play, perUnit, turn);
  const room = isTurning ? travel : Math.min((USED * reads) / reach, travel / reach - (2 * takeUp) / perUnit);
  return planOf('step-check', {
    targets: spreadTargets(Math.max(TARGETS, room * perUnit), turn, TARGETS, seeded(SEED)),
    runs,
    approach: 'both-ways',
    returnToZero: true,
    takeUp,
    measured,
    tolerance: {
      kind: axis.job.kind,
      value: axis.job.tolerance ?? quantityOf(isTurning ? '0.1 °' : '0.05 mm', 'assumed'),
    },
  });
}

/** Places from both sides: scale, reversal and scatter apart. */
export const bothWays: Measurement = {
  id: 'both-ways',
  sentence: 'Send it to a few places from both sides, twice, and read how far it comes.',
  minutes: 6,
  plan: (context, bearings, reach) =>
    stepsPlan(context, bearings, bearings.isTurning ? 'angle-ring' : 'plunger-indicator', 2, reach),
};

/** The same with something that is laid along and not moved along: its errors are others. */
export const otherInstrument: Measurement = {
  id: 'other-instrument',
  sentence:
    'Read a long way once more with callipers or a rule laid along the motion: what the indicator alone is wrong by does not show there.',
  minutes: 6,
  plan: (context, bearings, reach) => (bearings.isTurning ? null : stepsPlan(context, bearings, 'callipers', 1, reach)),
};

/** Small even parts over one period. @param over what the error may come back with */
const wave = (over: 'screw' | 'motor' | 'cycle', of: string): Measurement => ({
  id: `wave-${over}`,
  sentence: `Go on in small even parts over ${of}, always the same way, and read at each.`,
  minutes: 8,
  plan: (context, bearings) => {
    const { form } = checkDeclaration('periodic');
    const first = form?.first(context, () => 0.5);
    const input = first && form?.inputs(context, first).find((item) => item.kind === 'choice');
    const put = input?.kind === 'choice' ? input.put(over) : null;
    if (!put || !('spacing' in put)) return null;
    const { spacing, count } = put as { readonly spacing: number; readonly count: number };
    const way = (spacing * count) / (bearings.reckoner.value(stepsPerUnit) ?? 1);
    const measured =
      bearings.isTurning || way < USED * readsOf(usualMeasuring('plunger-indicator'))
        ? {}
        : { measured: usualMeasuring('callipers') };
    return firstPlan(checkDeclaration('periodic'), 'periodic', context, { ...put, ...measured });
  },
});

export const waveOfScrew = wave('screw', 'two turns of the screw, wheel or table');
export const waveOfMotor = wave('motor', 'two turns of the motor');
export const waveOfCycle = wave('cycle', 'eight full steps');
