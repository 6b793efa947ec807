import { countProof, HALVINGS, type Axis } from '../machine/index.js';
import { machineKindOf, type MachineKind } from '../machine-kinds/index.js';
import { trainRatio, blankStage, type Stage, type TransmissionSpecification } from '../parts/index.js';
import { quantityOf, readQuantity, withCount, type Quantity } from '../shape/index.js';
import { rationalToNumber } from '../quantity/index.js';

/** Something that could make every move wrong by one factor, and what to change if it is so. */
export interface RatioFault {
  readonly id: string;
  /**
   * Where in the chain; motor-side faults change how far the motor's shaft turns, the others do not. By a reading
   * something else is read than the slide's way; an entry is not what was read, and takes along all that it scatters.
   */
  readonly side: 'motor' | 'after-motor' | 'reading' | 'entry' | 'setting';
  /** What it is about: two mistakes about the same thing cannot both be made. */
  readonly place: string;
  /** Measured over commanded if this is the fault, alone. */
  readonly factor: number;
  /** The same by itself, where no setting is in force in place of the parts. */
  readonly own: number;
  /** How common the mistake is among builders, relative to the others (common practice, no source). */
  readonly commonness: number;
  /** The fault in one sentence. */
  readonly sentence: string;
  /** The axis described as it really is; null where nothing in the design is wrong. */
  readonly correct: ((axis: Axis) => Axis) | null;
}

/** Metric and inch screw pitches in common use, as they are typed. */
const COMMON_PITCHES = [
  '1 mm',
  '1.25 mm',
  '1.5 mm',
  '1.75 mm',
  '2 mm',
  '2.5 mm',
  '3 mm',
  '4 mm',
  '5 mm',
  '6 mm',
  '8 mm',
  '10 mm',
  '5 tpi',
  '8 tpi',
  '10 tpi',
  '12 tpi',
  '13 tpi',
  '16 tpi',
  '18 tpi',
  '20 tpi',
  '24 tpi',
];
const COMMON_BELT_PITCHES = ['2 mm', '2.5 mm', '3 mm', '5 mm', '8 mm', '0.08 in', '0.2 in'];
const ALIKE_PITCHES = /-(?:2|2\.5|3|5) mm$/;
const COMMON_MODULES = ['0.5 mm', '0.8 mm', '1 mm', '1.25 mm', '1.5 mm', '2 mm', '2.5 mm', '3 mm'];
const COMMON_STEP_ANGLES = ['0.9 °', '1.8 °', '3.6 °', '3.75 °', '7.5 °', '11.25 °', '15 °'];
/** How many teeth either way a miscount can be. */
const MISCOUNT = 2;

/** A planetary stage with its ring held, by its sun and ring. */
const planetary = (...rings: readonly (readonly [sun: number, ring: number])[]): readonly Stage[] =>
  rings.map(([sun, ring]) => blankStage('planetary', sun, ring));
const LOW = [17, 46] as const;
const HIGH = [11, 46] as const;

/** Teeth found inside small gearheads that are sold by a rounded ratio (common practice, from memory). */
const KNOWN_GEARHEADS: readonly { readonly nominal: number; readonly stages: readonly Stage[] }[] = [
  // Planetary sets of 46 teeth in the ring, in one to three stages.
  { nominal: 3.7, stages: planetary(LOW) },
  { nominal: 3.71, stages: planetary(LOW) },
  { nominal: 5.2, stages: planetary(HIGH) },
  { nominal: 5.18, stages: planetary(HIGH) },
  { nominal: 13.7, stages: planetary(LOW, LOW) },
  { nominal: 14, stages: planetary(LOW, LOW) },
  { nominal: 19, stages: planetary(LOW, HIGH) },
  { nominal: 19.2, stages: planetary(LOW, HIGH) },
  { nominal: 27, stages: planetary(HIGH, HIGH) },
  { nominal: 26.9, stages: planetary(HIGH, HIGH) },
  { nominal: 51, stages: planetary(LOW, LOW, LOW) },
  { nominal: 71, stages: planetary(LOW, LOW, HIGH) },
  { nominal: 100, stages: planetary(LOW, HIGH, HIGH) },
  { nominal: 139, stages: planetary(HIGH, HIGH, HIGH) },
  {
    nominal: 64,
    stages: [
      blankStage('gear', 9, 32),
      blankStage('gear', 11, 22),
      blankStage('gear', 9, 26),
      blankStage('gear', 10, 31),
    ],
  },
];

/** Whether nothing of the axis is wrong by it, but what was read or entered. */
export const isOfReading = ({ side }: Pick<RatioFault, 'side'>): boolean => side === 'reading' || side === 'entry';

/** Every single mistake that would scale an axis' travel, with its factor. */
export function ratioFaults(axis: Axis, machineKind: MachineKind): readonly RatioFault[] {
  const faults = [
    ...microstepFaults(axis),
    ...stepAngleFaults(axis),
    ...gearheadFaults(axis),
    ...reductionFaults(axis),
    ...transmissionFaults(axis),
    ...readingFaults(axis, machineKind),
  ];
  return faults.map((fault) => ({
    ...fault,
    own: fault.factor,
    place: isOfReading(fault) ? 'reading' : fault.id.slice(0, fault.id.lastIndexOf('-')),
  }));
}

/**
 * Relative spread that a chain made as said may still show: pitch errors of screws and racks, a belt's pull, the
 * effective diameter of a roller or drum (common practice, no source). Whole teeth alone have none.
 */
const CHAIN_SPREADS: Readonly<Record<TransmissionSpecification['kind'], number>> = {
  screw: 5e-4,
  belt: 1.5e-3,
  rack: 5e-4,
  roller: 8e-3,
  drum: 8e-3,
  rotary: 0,
};

export function chainSpread({ transmission }: Axis): number {
  return CHAIN_SPREADS[transmission.specification.kind];
}

/** A mistake before its place is named. */
type Mistake = Omit<RatioFault, 'place' | 'own'>;

/** Measured over commanded with several mistakes at once: what a setting makes of the parts counts once. */
export function factorTogether(faults: readonly RatioFault[]): number {
  const own = faults.reduce((product, fault) => product * fault.own, 1);
  const set = faults.find(({ factor, own: itself }) => factor !== itself);
  return set ? (own * set.factor) / set.own : own;
}

const divisorName = (divisor: number): string => (divisor === 1 ? 'full steps' : `1/${divisor} steps`);
const timesName = (ratio: number): string =>
  ({ 2: 'twice', 4: 'four times', 8: 'eight times', 16: 'sixteen times' })[ratio] ?? `${ratio} times`;

/** How common wrong jumpers are, and what a count that agrees or does not makes of it (common practice, no source). */
const JUMPERS = { usual: 10, counted: 2000, refuted: 0.02 };

function microstepFaults(axis: Axis): Mistake[] {
  const believed = axis.driver.microsteps;
  const proven = countProof(axis)?.microsteps ?? null;
  // Switches and jumpers that are set wrong halve or double; fifths are rare enough to be left out.
  return HALVINGS.filter((real) => real !== believed).map((real) => {
    const coarser = believed / real;
    const how = coarser > 1 ? `${timesName(coarser)} coarser` : `${timesName(1 / coarser)} finer`;
    return {
      id: `microsteps-${real}`,
      side: 'motor',
      factor: coarser,
      commonness: proven === null ? JUMPERS.usual : proven === real ? JUMPERS.counted : JUMPERS.refuted,
      sentence: `The driver runs ${how} than set: ${divisorName(real)} where ${divisorName(believed)} are believed.`,
      correct: (present) => ({ ...present, driver: withCount(present.driver, 'microsteps', real), setting: null }),
    };
  });
}

function stepAngleFaults({ motor }: Axis): Mistake[] {
  const believed = motor.specification.stepAngle;
  if (!believed) return [];
  const angle = readQuantity(believed, 'angle').value;
  return COMMON_STEP_ANGLES.flatMap((text) => {
    const real = quantityOf(text, 'measured');
    const factor = readQuantity(real, 'angle').value / angle;
    if (Math.abs(factor - 1) < 1e-9) return [];
    return {
      id: `step-angle-${text}`,
      side: 'motor' as const,
      factor,
      // The two step angles that look alike from outside are the ones that get mixed up.
      commonness: [text, believed.text].every((item) => /^(0\.9|1\.8)\b/.test(item)) ? 3 : 0.2,
      sentence: `The motor steps ${text}, not ${believed.text}.`,
      correct: (axis: Axis) => ({
        ...axis,
        motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: real } },
        setting: null,
      }),
    };
  });
}

function gearheadFaults({ motor }: Axis): Mistake[] {
  const { gearhead } = motor.specification;
  if (!gearhead?.nominal) return [];
  const nominal = readQuantity(gearhead.nominal, 'ratio').value;
  // Where the teeth are known they are used already, and the printed ratio is not believed.
  if (gearhead.stages.length > 0) return [];
  const train = (stages: readonly Stage[]): number => rationalToNumber(trainRatio(stages));
  return KNOWN_GEARHEADS.filter((known) => Math.abs(known.nominal - nominal) < 1e-9).map((known) => ({
    id: `gearhead-${known.nominal}`,
    side: 'after-motor',
    factor: nominal / train(known.stages),
    commonness: 10,
    sentence: `The printed ${nominal}:1 is rounded: the usual teeth give ${train(known.stages).toFixed(5)}:1.`,
    correct: (axis) => ({
      ...axis,
      motor: {
        ...axis.motor,
        specification: { ...axis.motor.specification, gearhead: { ...gearhead, stages: known.stages } },
      },
      setting: null,
    }),
  }));
}

const STAGE_WORDS: Readonly<
  Record<Stage['kind'], { readonly driver: string; readonly driven: string; readonly unit: string }>
> = {
  gear: { driver: 'driving gear', driven: 'driven gear', unit: 'teeth' },
  belt: { driver: 'driving pulley', driven: 'driven pulley', unit: 'teeth' },
  worm: { driver: 'worm', driven: 'worm wheel', unit: 'teeth' },
  planetary: { driver: 'sun', driven: 'ring', unit: 'teeth' },
};

const turnsOf = (stage: Stage): number => rationalToNumber(trainRatio([stage]));

function reductionFaults({ reduction }: Axis): Mistake[] {
  const withStage =
    (index: number, change: Partial<Pick<Stage, 'driver' | 'driven'>>) =>
    (axis: Axis): Axis => ({
      ...axis,
      reduction: axis.reduction.map((stage, place): Stage => (place === index ? { ...stage, ...change } : stage)),
      setting: null,
    });
  return reduction.flatMap((stage, index) => {
    if (stage.guessed.length > 0) return [];
    const words = STAGE_WORDS[stage.kind];
    const miscounts = (teeth: number): number[] =>
      (stage.kind === 'worm' && teeth <= 4 ? [1, 2, 3, 4] : around(teeth)).filter((real) => real !== teeth);
    const unitOf = (end: 'driver' | 'driven'): string =>
      stage.kind === 'worm' && end === 'driver' ? 'starts' : words.unit;
    const ends = (['driver', 'driven'] as const).flatMap((end) =>
      miscounts(stage[end]).map((real): Mistake => ({
        id: `reduction-${index}-${end}-${real}`,
        side: 'after-motor',
        factor: turnsOf(stage) / turnsOf({ ...stage, [end]: real }),
        commonness: 2,
        sentence: `The ${words[end]} has ${real} ${unitOf(end)}, not ${stage[end]}.`,
        correct: withStage(index, { [end]: real }),
      })),
    );
    const inverse: Mistake = {
      id: `reduction-${index}-inverted`,
      side: 'after-motor',
      factor: turnsOf(stage) / turnsOf({ ...stage, driver: stage.driven, driven: stage.driver }),
      commonness: 1,
      sentence: `Driver and driven are the wrong way round: ${stage.driven} drives ${stage.driver}.`,
      correct: withStage(index, { driver: stage.driven, driven: stage.driver }),
    };
    return stage.driver === stage.driven || stage.kind === 'worm' ? ends : [...ends, inverse];
  });
}

function around(teeth: number): number[] {
  return Array.from({ length: 2 * MISCOUNT + 1 }, (_, place) => teeth - MISCOUNT + place).filter((count) => count >= 1);
}

function transmissionFaults({ transmission }: Axis): Mistake[] {
  const { specification } = transmission;
  const replace =
    (change: TransmissionSpecification) =>
    (axis: Axis): Axis => ({ ...axis, transmission: { ...axis.transmission, specification: change }, setting: null });
  switch (specification.kind) {
    case 'screw': {
      const starts = [1, 2, 3, 4, 6, 8]
        .filter((real) => real !== specification.starts)
        .map((real): Mistake => ({
          id: `starts-${real}`,
          side: 'after-motor',
          factor: real / specification.starts,
          commonness: specification.starts === 1 && (real === 2 || real === 4) ? 4 : 1,
          sentence: `The screw has ${real} ${real === 1 ? 'start' : 'starts'}, not ${specification.starts}: lead is starts times pitch.`,
          correct: replace({ ...specification, starts: real, guessed: [] }),
        }));
      return [
        ...starts,
        ...sizeFaults('pitch', 'screw’s pitch', specification.pitch, COMMON_PITCHES, (pitch) =>
          replace({ ...specification, pitch }),
        ),
      ];
    }
    case 'belt':
      return [
        ...toothFaults('pulley', specification.teeth, (teeth) => replace({ ...specification, teeth, guessed: [] })),
        ...sizeFaults('belt-pitch', 'belt’s pitch', specification.pitch, COMMON_BELT_PITCHES, (pitch) =>
          replace({ ...specification, pitch }),
        ).map((fault) => ({
          ...fault,
          // Round-toothed belts of these pitches look alike.
          commonness: ALIKE_PITCHES.test(fault.id) ? 3 : fault.commonness,
        })),
      ];
    case 'rack':
      return [
        ...toothFaults('pinion', specification.teeth, (teeth) => replace({ ...specification, teeth, guessed: [] })),
        ...sizeFaults('rack-tooth', `rack’s ${specification.size}`, specification.tooth, COMMON_MODULES, (tooth) =>
          replace({ ...specification, tooth }),
        ),
        {
          id: 'rack-module-or-pitch',
          side: 'after-motor',
          factor: (stretched(specification.helix) * Math.PI) ** (specification.size === 'module' ? -1 : 1),
          commonness: 3,
          sentence:
            specification.size === 'module'
              ? 'The rack’s number is its pitch, not its module.'
              : 'The rack’s number is its module, not its pitch.',
          correct: replace({ ...specification, size: specification.size === 'module' ? 'pitch' : 'module' }),
        },
        ...(specification.size === 'module'
          ? [helixFault(specification.helix, (helix) => replace({ ...specification, helix }))]
          : []),
      ];
    case 'roller':
    case 'drum':
    case 'rotary':
      return [];
  }
}

/** Helical racks are mostly cut by 19°31′42″: their pitch is even then, 10/3 of the module (common practice, no source). */
const USUAL_HELIX = quantityOf('19.5283 °');

/** Pitch along the rack for one of straight teeth. */
const stretched = (helix: Quantity | null): number =>
  helix === null ? 1 : 1 / Math.cos(readQuantity(helix, 'angle').value);

/** A rack whose teeth are taken for straight and stand aslant, or the other way round. */
function helixFault(helix: Quantity | null, correct: (helix: Quantity | null) => (axis: Axis) => Axis): Mistake {
  const isHelical = stretched(helix) > 1;
  return {
    id: 'rack-helix',
    side: 'after-motor',
    commonness: 2,
    factor: isHelical ? 1 / stretched(helix) : stretched(USUAL_HELIX),
    sentence: isHelical
      ? 'The rack’s teeth are straight, not helical.'
      : `The rack is helical, by ${USUAL_HELIX.text}, and was taken for straight.`,
    correct: correct(isHelical ? null : USUAL_HELIX),
  };
}

function toothFaults(name: string, believed: number, correct: (teeth: number) => (axis: Axis) => Axis): Mistake[] {
  const usual = [10, 12, 14, 15, 16, 18, 20, 22, 24, 25, 28, 30, 32, 36, 40, 48, 60];
  return [...new Set([...around(believed), ...usual])]
    .filter((real) => real !== believed)
    .map((real) => ({
      id: `${name}-${real}`,
      side: 'after-motor',
      factor: real / believed,
      commonness: usual.includes(real) ? 2 : 1,
      sentence: `The ${name} has ${real} teeth, not ${believed}.`,
      correct: correct(real),
    }));
}

type Size = ReturnType<typeof quantityOf>;

function sizeFaults(
  id: string,
  name: string,
  believed: Size | null,
  usual: readonly string[],
  correct: (size: Size) => (axis: Axis) => Axis,
): Mistake[] {
  if (!believed) return [];
  const size = readQuantity(believed, 'length').value;
  return usual.flatMap((text) => {
    const real = quantityOf(text, 'measured');
    const factor = readQuantity(real, 'length').value / size;
    if (Math.abs(factor - 1) < 1e-9) return [];
    return {
      id: `${id}-${text}`,
      side: 'after-motor' as const,
      factor,
      commonness: 1,
      sentence: `The ${name} is ${text}, not ${believed.text}.`,
      correct: correct(real),
    };
  });
}

const SLIPS: readonly Mistake[] = [
  {
    id: 'read-slip-10',
    side: 'entry',
    factor: 10,
    commonness: 2,
    sentence: 'A decimal place slipped: ten times too much was read or entered.',
    correct: null,
  },
  {
    id: 'read-slip-tenth',
    side: 'entry',
    factor: 0.1,
    commonness: 2,
    sentence: 'A decimal place slipped: a tenth was read or entered.',
    correct: null,
  },
];
const LENGTHS: readonly Mistake[] = [
  {
    id: 'read-in-inches',
    side: 'entry',
    factor: 1 / 25.4,
    commonness: 4,
    sentence: 'Inches were entered as millimetres, or the controller works in inches.',
    correct: null,
  },
  {
    id: 'read-in-millimetres',
    side: 'entry',
    factor: 25.4,
    commonness: 4,
    sentence: 'Millimetres were entered as inches, or the controller works in millimetres.',
    correct: null,
  },
];
/** A gon is a hundredth of a right angle. */
const ANGLES: readonly Mistake[] = [
  {
    id: 'read-in-gon',
    side: 'entry',
    factor: 10 / 9,
    commonness: 2,
    sentence: 'Gon were entered as degrees, 400 to a turn in place of 360.',
    correct: null,
  },
  {
    id: 'read-in-degrees',
    side: 'entry',
    factor: 9 / 10,
    commonness: 1,
    sentence: 'Degrees were entered as gon, 360 to a turn in place of 400.',
    correct: null,
  },
  {
    id: 'read-in-radians',
    side: 'entry',
    factor: Math.PI / 180,
    commonness: 2,
    sentence: 'Radians were entered as degrees.',
    correct: null,
  },
  {
    id: 'read-for-radians',
    side: 'entry',
    factor: 180 / Math.PI,
    commonness: 2,
    sentence: 'Degrees were entered as radians.',
    correct: null,
  },
];
const DIAMETERS: readonly Mistake[] = [
  {
    id: 'diameter-for-radius',
    side: 'reading',
    factor: 2,
    commonness: 8,
    sentence: 'A diameter was read where the slide moves by a radius.',
    correct: null,
  },
  {
    id: 'radius-for-diameter',
    side: 'reading',
    factor: 0.5,
    commonness: 8,
    sentence: 'A radius was read where the controller counts diameters.',
    correct: null,
  },
];

/** Whether an axis is what its kind of machine reads in diameters: by its letter, or by its name. */
export const isReadInDiameters = ({ letter, name }: Axis, kind: MachineKind): boolean =>
  machineKindOf(kind).axes.some(
    (usual) =>
      usual.isReadInDiameters === true &&
      (letter.toUpperCase() === usual.letter || name.toLowerCase().includes(usual.name.toLowerCase())),
  );

function readingFaults(axis: Axis, machineKind: MachineKind): readonly Mistake[] {
  const units = axis.job.kind === 'linear' ? LENGTHS : ANGLES;
  return [...units, ...SLIPS, ...(axis.job.kind === 'linear' && isReadInDiameters(axis, machineKind) ? DIAMETERS : [])];
}
