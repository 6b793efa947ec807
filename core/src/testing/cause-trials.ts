import { truthOf, type AxisTruth, type Truth } from '../bench/index.js';
import {
  bearingsOf,
  diagnose,
  MEASUREMENTS,
  reachOf,
  rowsOf,
  type Bearings,
  type Diagnosis,
  type MadeCheck,
} from '../causes/index.js';
import { placesOf, READ_TIME, type CheckPlan } from '../checks/index.js';
import { faultsInForce, isOfReading, type RatioFault } from '../diagnosis/index.js';
import type { AxisContext } from '../drive-line/index.js';
import { defaultFaults, defaultJob, type Axis, type Machine, type Setting } from '../machine/index.js';
import { BLANK_GEARHEAD, blankStage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import { seeded } from '../statistics/index.js';
import { Lab, type Misread } from '../trainer/index.js';
import { exampleTransmission, firstAxis } from './example-machine.js';
import { wholeMachine, withBelt } from './whole-machine.js';

const q = quantityOf;

/** A machine of the trials, every number of it said, as it is believed to be. */
interface Trialled {
  readonly design: Machine;
  /** Share of its volts at which it falls out of step at the job's speed and not at half of it, by trial. */
  readonly weakVolts: number | null;
  /** Its load is light against its friction: a pulley that slips still takes it along. */
  readonly slips: boolean;
  /** It is asked for the very speed at which its rotor swings. */
  readonly isResonant: boolean;
}

const trialled = (design: Machine, said: Partial<Trialled> = {}): Trialled => ({
  design,
  weakVolts: null,
  slips: false,
  isResonant: false,
  ...said,
});

const turntable = (axis: Axis): Axis => ({
  ...axis,
  job: {
    ...defaultJob('rotary'),
    speed: q('60 °/s'),
    acceleration: q('300 °/s²'),
    friction: q('0.02 N·m'),
  },
  faults: defaultFaults('rotary'),
  carriage: { ...axis.carriage, mass: q('0.4 kg'), inertia: q('0.002 kg·m²') },
  transmission: { ...axis.transmission, specification: exampleTransmission('rotary', {}) },
});
const onBelt = (axis: Axis): Axis =>
  withBelt({ pitch: q('2 mm'), teeth: 20 })({ ...axis, job: { ...axis.job, speed: q('120 mm/s'), load: q('15 N') } });
const set = (stepsPerUnit: string): Setting => ({ kind: 'linear', stepsPerUnit: q(stepsPerUnit), reason: '' });

/** Machines of several make. */
const MACHINES: readonly Trialled[] = [
  trialled(wholeMachine(), { weakVolts: 0.3, slips: true }),
  trialled(
    wholeMachine((axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps: 16 },
      reduction: [blankStage('belt', 18, 45)],
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('screw', {
          pitch: q('10 mm'),
          starts: 1,
          diameter: q('16 mm'),
          length: q('700 mm'),
          ends: 'supported',
        }),
      },
    })),
    { weakVolts: 0.5, slips: true },
  ),
  trialled(wholeMachine(onBelt), { weakVolts: 0.3, slips: true }),
  trialled(
    wholeMachine((axis) => ({ ...turntable(axis), reduction: [blankStage('worm', 1, 36)] })),
    { weakVolts: 0.3 },
  ),
  // In full steps.
  trialled(
    wholeMachine((axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps: 1 },
      job: { ...axis.job, speed: q('4.4 mm/s'), acceleration: q('400 mm/s²'), friction: q('2 N'), load: q('5 N') },
    })),
    { isResonant: true },
  ),
  // The cross slide of a lathe, which is read in diameters.
  trialled({
    ...wholeMachine((axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps: 16 },
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('screw', {
          pitch: q('3 mm'),
          starts: 1,
          diameter: q('10 mm'),
          length: q('200 mm'),
          ends: 'supported',
        }),
      },
      carriage: { ...axis.carriage, mass: q('3 kg') },
      job: { ...axis.job, speed: q('10 mm/s'), acceleration: q('100 mm/s²'), friction: q('15 N') },
    })),
    kind: 'lathe',
  }),
  // A coarse belt that was trimmed by what was measured: 26.67 a millimetre by its parts.
  trialled(
    wholeMachine((axis) => {
      const belted = withBelt({ pitch: q('3 mm'), teeth: 20 })(axis);
      return { ...belted, job: { ...axis.job, speed: q('120 mm/s'), load: q('5 N') }, setting: set('27 steps/mm') };
    }),
  ),
  // A screw whose setting was kept from another one: 200 a millimetre by its parts.
  trialled(wholeMachine((axis) => ({ ...axis, setting: set('160 steps/mm') }))),
  // A table on a gearhead of which nobody has counted the teeth.
  trialled(
    wholeMachine((axis) => ({
      ...turntable(axis),
      job: { ...turntable(axis).job, speed: q('30 °/s') },
      motor: {
        ...axis.motor,
        specification: { ...axis.motor.specification, gearhead: { ...BLANK_GEARHEAD, nominal: q('19') } },
      },
    })),
  ),
  // A table on the motor's own shaft.
  trialled(
    wholeMachine((axis) => {
      const table = turntable(axis);
      const calm = { speed: q('45 °/s'), acceleration: q('150 °/s²'), friction: q('0.05 N·m') };
      return { ...table, job: { ...table.job, ...calm } };
    }),
  ),
];

/** Something that is really wrong in a trial. */
interface Wrong {
  /** By which it is found right. */
  readonly is: (id: string, faults: readonly RatioFault[]) => boolean;
  readonly words: string;
  readonly patch: (axis: AxisTruth) => AxisTruth;
  readonly ofIndicator?: (tilt: number) => number;
  readonly misread?: Misread;
}

const between = (random: () => number, low: number, high: number): number => low * (high / low) ** random();

/** Factors of the machine that the bench's instruments can show at all. */
const SHOWN = [0.24, 4.1] as const;
const SHOWN_LEAST = 0.01;

/** It goes farther for each turn of its motor; what comes back with a turn still does. */
const longer = (axis: AxisTruth, by: number): AxisTruth => ({
  ...axis,
  travelPerTurn: axis.travelPerTurn * by,
  periodic: { ...axis.periodic, period: axis.periodic.period * by },
});

/** What is entered wrong is all that is read; a diameter is read of a way only. */
const MISREAD_OF = { entry: ['travel', 'push'], reading: ['travel'] } as const satisfies Readonly<
  Record<string, Misread['of']>
>;

/** A wrong ratio, by how common each is. @param only those of such a name; null where the machine can have none */
function ratioWrong(bearings: Bearings, random: () => number, only = /./): Wrong | null {
  const faults = faultsInForce(bearings.reckoner).filter(
    (item) =>
      only.test(item.id) &&
      // However far it is off, what is only entered wrong can be read.
      (isOfReading(item) || (item.factor > SHOWN[0] && item.factor < SHOWN[1])) &&
      Math.abs(item.factor - 1) > SHOWN_LEAST,
  );
  let left = random() * faults.reduce((sum, { commonness }) => sum + commonness, 0);
  const fault = faults.find(({ commonness }) => (left -= commonness) <= 0) ?? faults[0];
  if (!fault) return null;
  const { factor, side, own } = fault;
  return {
    words: fault.id,
    is: (id) => id === fault.id,
    ...(isOfReading(fault) ? { misread: { factor, of: MISREAD_OF[side === 'entry' ? 'entry' : 'reading'] } } : {}),
    patch: (axis) => {
      if (isOfReading(fault)) return axis;
      const atShaft = side === 'motor' ? own : 1;
      return { ...longer(axis, factor / atShaft), pulsesPerTurn: axis.pulsesPerTurn / atShaft };
    },
  };
}

type Draw = (bearings: Bearings, random: () => number, truth: AxisTruth, machine: Trialled) => Wrong | null;

/** Share of its damping that is left where it resonates, by trial. */
const DAMPED = [0.4, 0.46] as const;

const named = (id: string, patch: Wrong['patch']): Wrong => ({ words: id, is: (other) => other === id, patch });

/** Of the crest of a coil, the most that its zero may be off. */
const OFFSET_MOST = 0.3;

/** Sizes that are drawn, from what is just seen to what is plain. */
const size = ({ sizes }: Bearings, random: () => number): number => between(random, 3 * (sizes[0] ?? 0), sizes[2] ?? 0);

/** Every cause that can be put into the rig. */
const DRAWS: Readonly<Record<string, Draw>> = {
  ratio: (b, random) => ratioWrong(b, random),
  misreading: (b, random) => ratioWrong(b, random, /^read-/),
  'diameter or radius': (b, random) => ratioWrong(b, random, /diameter/),
  'stale setting': (b, random) => ratioWrong(b, random, /^setting-stale$/),
  'printed ratio': (b, random) => ratioWrong(b, random, /^gearhead-/),
  'little-off': ({ chainSpread }, random) => {
    // What such a chain spreads anyway is nothing wrong.
    const share = (random() < 0.5 ? -1 : 1) * between(random, Math.max(0.003, 3 * chainSpread), 0.02);
    return named('little-off', (axis) => longer(axis, 1 + share));
  },
  tilted: ({ isTurning }, random) => {
    const tilt = between(random, 0.1, 0.28);
    return isTurning ? null : { ...named('tilted', (axis) => axis), ofIndicator: () => tilt };
  },
  backlash: (b, random) => {
    const play = size(b, random);
    return named('backlash', (axis) => ({ ...axis, backlash: axis.backlash + play }));
  },
  'wind-up': (b, random, truth) => {
    const wound = size(b, random);
    return truth.sliding > 0 ? named('wind-up', (axis) => ({ ...axis, stiffness: (2 * axis.sliding) / wound })) : null;
  },
  stiction: (b, random, truth) => {
    const wound = size(b, random);
    if (!(truth.sliding > 0)) return null;
    const rubs = truth.sliding * between(random, 3, 8);
    // What the design has for stiff is not: a slide that sticks winds up whatever drives it.
    return named('stiction', (axis) => ({
      ...axis,
      sliding: rubs,
      breakaway: 1.2 * rubs,
      stiffness: (2 * rubs) / wound,
    }));
  },
  slip: (_b, _random, truth, machine) => {
    // Where its load is heavy against its friction it does not go at all, which nobody would call slipping.
    if (!machine.slips) return null;
    const { friction, standing } = truth.motor.kind === 'stepper' ? truth.motor.setup.load : truth.motor;
    return named('slip', (axis) => ({ ...axis, slipTorque: Math.max(0.004, 1.5 * (friction + Math.abs(standing))) }));
  },
  'late-direction': (_b, random) => {
    const pulses = 1 + Math.floor(2 * random());
    return named('late-direction', (axis) => ({ ...axis, pulsesAtReversal: pulses }));
  },
  'missing-pulses': (_b, random) => {
    const share = between(random, 0.004, 0.03);
    return named('missing-pulses', (axis) => ({ ...axis, pulsesLost: share }));
  },
  warmth: (b, random) => {
    const growth = (between(random, 1, 4) * (b.sizes[2] ?? 0)) / 40;
    return named('warmth', (axis) => ({ ...axis, growth }));
  },
  'lost-steps': (_b, random, _truth, { weakVolts: volts }) => {
    const perSecond = between(random, 0.08, 0.4);
    return volts === null
      ? null
      : named('lost-steps', (axis) => {
          if (axis.motor.kind !== 'stepper') return axis;
          const { setup } = axis.motor;
          const hold = setup.motor.torqueConstant * setup.drive.current;
          return {
            ...axis,
            knocks: { torque: 0.6 * hold, perSecond, time: 0.02 },
            motor: {
              ...axis.motor,
              setup: { ...setup, drive: { ...setup.drive, voltage: setup.drive.voltage * volts } },
            },
          };
        });
  },
  resonance: (_b, random, _truth, { isResonant }) => {
    const share = between(random, ...DAMPED);
    return !isResonant
      ? null
      : named('resonance', (axis) => {
          if (axis.motor.kind !== 'stepper') return axis;
          const { load } = axis.motor.setup;
          const damper = load.damper && { ...load.damper, drag: share * load.damper.drag };
          return { ...axis, motor: { ...axis.motor, setup: { ...axis.motor.setup, load: { ...load, damper } } } };
        });
  },
  'screw-wave': (b, random) => {
    const amplitude = size(b, random) / 2;
    return named('screw-wave', (axis) => ({ ...axis, periodic: { ...axis.periodic, amplitude } }));
  },
  'motor-wave': (b, random) => {
    const amplitude = size(b, random) / 2;
    return Math.abs(b.screwTurn / b.motorTurn - 1) < 1e-3
      ? null
      : named('motor-wave', (axis) => ({ ...axis, periodic: { amplitude, period: b.motorTurn } }));
  },
  'step-wave': (b, random, truth) => {
    // So much of a coil's crest too much in it makes as large a wave; more than this no driver does.
    const offset = (size(b, random) * Math.PI) / b.cycle;
    return truth.motor.kind !== 'stepper' || offset > OFFSET_MOST
      ? null
      : named('step-wave', (axis) => {
          if (axis.motor.kind !== 'stepper') return axis;
          const { setup } = axis.motor;
          return { ...axis, motor: { ...axis.motor, setup: { ...setup, drive: { ...setup.drive, offset } } } };
        });
  },
};

/** Those of which two can be at once and be seen apart. */
const TOGETHER = ['ratio', 'backlash', 'screw-wave', 'late-direction', 'little-off'] as const;

interface CauseTrial {
  readonly truth: readonly string[];
  readonly machine: number;
  /** After the first two checks, and after each measurement that was asked for. */
  readonly stages: readonly (Diagnosis & { readonly right: readonly boolean[] })[];
  readonly asked: readonly string[];
  readonly isRight: (id: string) => boolean;
  readonly wrongCount: number;
  readonly checks: readonly MadeCheck[];
}

/** What every axis is measured with at first. */
const FIRST = ['both-ways', 'returns'];
const MOST_ASKED = 4;

function planOf(id: string, context: AxisContext, bearings: Bearings, reach = 1): CheckPlan {
  const plan = MEASUREMENTS.find((item) => item.id === id)?.plan(context, bearings, reach);
  if (!plan) throw new Error(`no plan for ${id}`);
  return plan;
}

/** One axis with what is wrong with it, measured on the rig as it is asked for until it is told. */
function causeTrial(kinds: readonly string[], machine: number, seed: number): CauseTrial | null {
  const random = seeded(seed);
  for (let index = 0; index < 20; index += 1) random();
  const make = MACHINES[machine % MACHINES.length] as Trialled;
  const { design } = make;
  const context = firstAxis(design);
  const bearings = bearingsOf(context);
  const { truth } = truthOf(design);
  const [said] = truth.axes;
  if (!bearings || !said) throw new Error('the trial machines are whole');
  // A setting is right unless it is drawn as wrong.
  const axis: AxisTruth = {
    ...said,
    travelPerTurn: said.perPulse * said.pulsesPerTurn,
    periodic: { ...said.periodic, period: bearings.screwTurn },
  };
  const wrong = kinds.map((kind) => DRAWS[kind]?.(bearings, random, axis, make) ?? null);
  if (wrong.some((item) => item === null)) return null;
  const there = wrong as readonly Wrong[];
  const real: Truth = {
    ...truth,
    indicator: there.reduce(
      (made, { ofIndicator }) => (ofIndicator ? { ...made, tilt: ofIndicator(made.tilt) } : made),
      truth.indicator,
    ),
    axes: [there.reduce((made, { patch }) => patch(made), axis)],
  };
  // Every other is read by somebody, the others measure themselves.
  const readTime = seed % 2 === 0 ? READ_TIME : 0;
  const lab = new Lab(context, real, seed + 1, there.find(({ misread }) => misread)?.misread ?? null, readTime);
  const checks: MadeCheck[] = [];
  const measure = (id: string, plan: CheckPlan): void => {
    checks.push({ id, context, plan, readings: lab.measure(plan) });
  };
  for (const id of FIRST) {
    const plan = planOf(id, context, bearings);
    measure(id, plan);
    // Where the instrument came to its end, it is planned anew with places as far apart as it reads.
    const rows = checks.flatMap((check, place) => rowsOf(check, place));
    if ((checks.at(-1)?.readings.length ?? 0) < placesOf(plan).length)
      measure(`${id} once more`, planOf(id, context, bearings, reachOf(rows)));
  }
  const faults = faultsInForce(bearings.reckoner);
  const isRight = (id: string): boolean => there.some(({ is }) => is(id, faults));
  const stages: (Diagnosis & { readonly right: readonly boolean[] })[] = [];
  const asked: string[] = [];
  for (;;) {
    const diagnosis = diagnose(context, checks);
    if (!diagnosis) throw new Error('something was read');
    stages.push({ ...diagnosis, right: diagnosis.suspects.map(({ id }) => isRight(id)) });
    if (diagnosis.told.length > 0 && !diagnosis.isOpen) break;
    if (diagnosis.next?.kind === 'look') asked.push('look');
    if (diagnosis.next?.kind !== 'check' || asked.length === MOST_ASKED) break;
    asked.push(diagnosis.next.id);
    measure(diagnosis.next.id, diagnosis.next.plan);
  }
  return { truth: there.map(({ words }) => words), machine, stages, asked, isRight, wrongCount: there.length, checks };
}

/** A chance that was said, and whether it was so. */
export interface Said {
  readonly chance: number;
  readonly isSo: boolean;
}

/** So many, and how many of them came out right. */
export interface Count {
  readonly all: number;
  readonly right: number;
}

/** What came of many trials. */
export interface CauseTally {
  readonly trials: number;
  /** One thing wrong, or nothing, that readings can tell: likeliest in the end is what is so. */
  readonly byReadings: Count;
  /** One thing wrong that only a look at the parts tells from others: it is among those that are named. */
  readonly byLook: Count;
  /** Of the singles that were open after the first two checks: those that got something to measure or to look at next. */
  readonly open: Count;
  /** Of these, those that readings can tell: told rightly by the first that was asked for. */
  readonly decided: Count;
  /** Two things wrong: both named in the end, by readings; and by what is to be looked at. */
  readonly pairs: Count;
  readonly pairsByLook: Count;
  readonly said: readonly Said[];
  /** What went wrong, in words. */
  readonly wrong: readonly string[];
}

const PAIRS_AT_ONCE: readonly (readonly string[])[] = TOGETHER.flatMap((one, place) =>
  TOGETHER.slice(place + 1).map((other) => [one, other]),
);

/** Cases over all causes in turn, a pair in every fourth. */
function kindsOf(trial: number): readonly string[] {
  const singles: readonly (readonly string[])[] = [[], ...Object.keys(DRAWS).map((kind) => [kind])];
  if (trial % 4 === 3) return PAIRS_AT_ONCE[Math.floor(trial / 4) % PAIRS_AT_ONCE.length] as readonly string[];
  return singles[(trial - Math.floor(trial / 4)) % singles.length] as readonly string[];
}

const namesOf = (stage: Diagnosis): string =>
  stage.suspects
    .slice(0, 3)
    .map(({ id, chance }) => `${id} ${chance.toFixed(2)}`)
    .join(', ');

const wordsOf = ({ truth, machine, stages, asked }: CauseTrial): string =>
  `${truth.join(' + ') || 'nothing'} (machine ${machine % MACHINES.length}): ${stages.map(namesOf).join(' | ')}; ${asked.join(', ')}`;

/** Whether the likeliest is what is wrong; where nothing is, whether nothing is told. */
const isRightFirst = (stage: CauseTrial['stages'][number], wrongCount: number): boolean =>
  wrongCount === 0
    ? stage.told.length === 0 && stage.nothing >= (stage.suspects[0]?.chance ?? 0)
    : stage.right[0] === true;

/** Counts as it goes. */
class Tally {
  private all = 0;
  private right = 0;

  /** @returns whether it was right */
  put(isRight: boolean): boolean {
    this.all += 1;
    if (isRight) this.right += 1;
    return isRight;
  }

  get count(): Count {
    return { all: this.all, right: this.right };
  }
}

/** Tallies cases from a seed on, each measured on the rig as the program asks for it. */
export function tallyOf(trials: number, seed: number, progress: (done: number) => void = () => undefined): CauseTally {
  const tallies = {
    byReadings: new Tally(),
    byLook: new Tally(),
    open: new Tally(),
    decided: new Tally(),
    pairs: new Tally(),
    pairsByLook: new Tally(),
  };
  const said: Said[] = [];
  const wrong: string[] = [];
  let made = 0;
  for (let trial = 0; made < trials; trial += 1) {
    const found = causeTrial(kindsOf(made), trial, seed + 31 * trial);
    if (!found) continue;
    made += 1;
    progress(made);
    const { stages, asked, wrongCount } = found;
    const [first, second, last] = [stages[0], stages[1], stages.at(-1)];
    if (!first || !last) continue;
    for (const stage of stages) {
      said.push({ chance: stage.nothing, isSo: wrongCount === 0 });
      stage.suspects.forEach(({ chance }, place) => said.push({ chance, isSo: stage.right[place] === true }));
    }
    const isLook = asked.includes('look');
    if (wrongCount === 2) {
      const named = last.suspects.filter(
        ({ chance }, place) => last.right[place] === true && (isLook || chance >= 0.5),
      ).length;
      if (!(isLook ? tallies.pairsByLook : tallies.pairs).put(named === 2)) wrong.push(wordsOf(found));
      continue;
    }
    const isRight = isLook ? last.right.includes(true) : isRightFirst(last, wrongCount);
    if (!(isLook ? tallies.byLook : tallies.byReadings).put(isRight)) wrong.push(wordsOf(found));
    if (first.statement !== 'open') continue;
    tallies.open.put(asked.length > 0);
    if (isLook) continue;
    const isDecided = second !== undefined && isRightFirst(second, wrongCount) && second.statement !== 'open';
    if (!tallies.decided.put(isDecided) && isRight) wrong.push(`not by the first that was asked: ${wordsOf(found)}`);
  }
  return {
    trials: made,
    byReadings: tallies.byReadings.count,
    byLook: tallies.byLook.count,
    open: tallies.open.count,
    decided: tallies.decided.count,
    pairs: tallies.pairs.count,
    pairsByLook: tallies.pairsByLook.count,
    said,
    wrong,
  };
}
