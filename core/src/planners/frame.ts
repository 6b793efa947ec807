import { lineStiffness, naturalFrequency } from '../drive-line/index.js';
import { choiceInput, quantityInput, wholeInput, type FormInput } from '../form/index.js';
import type { Machine } from '../machine/index.js';
import { WORK_FIELDS, type WorkOf } from '../work/index.js';
import { askedOf, quantityOf, readQuantity } from '../shape/index.js';
import {
  beamStiffness,
  bendingMode,
  FRAME_MATERIALS,
  guideCompliance,
  sectionWorth,
  twistStiffness,
  type Section,
  type SectionWorth,
} from '../structure/index.js';
import { begun, plannedAxis } from './axes.js';
import { caution, planFigure, planner, stop, type Planned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.frame });
const q = (text: string) => quantityOf(text, 'assumed');
type Frame = WorkOf<'frame'>;

/** What a span is shortened by for comparison. */
const SHORTER = 0.9;
/** The first bending should lie so many times above what the ramps excite (common practice, no source). */
const ABOVE_RAMPS = 3;
/** Of the whole way, parts are told to so much. */
const SHOWN = 0.001;
/** Modes nearer to one another than this meet. */
const MEETS = 0.15;
/** Torsion of a closed section of that outline, over that of a slotted profile (common practice, no source). */
const SLOTTED = 25;

const length = (item: Frame[keyof Frame & ('span' | 'height' | 'width' | 'wall')]): number =>
  readQuantity(item, 'length').value;

/** @returns null where its wall leaves nothing hollow, or a printed number is missing */
function sectionOf(work: Frame): SectionWorth | null {
  const [height, width, wall] = [length(work.height), length(work.width), length(work.wall)];
  const hollow = (section: Section, least: number): SectionWorth | null =>
    2 * wall < least ? sectionWorth(section) : null;
  switch (work.section) {
    case 'box':
      return hollow({ kind: 'box', height, width, wall }, Math.min(height, width));
    case 'tube':
      return hollow({ kind: 'tube', diameter: height, wall }, height);
    case 'bar':
      return sectionWorth({ kind: 'bar', height, width });
    case 'profile': {
      if (!work.printedMoment || !work.printedArea) return null;
      const printed = work.printedTorsion && readQuantity(work.printedTorsion, 'second-moment').value;
      return sectionWorth({
        kind: 'profile',
        area: readQuantity(work.printedArea, 'area').value,
        bending: readQuantity(work.printedMoment, 'second-moment').value,
        torsion: printed,
      });
    }
  }
}

/** What each part gives at the tool for a newton [m/N]. */
interface Gives {
  readonly beam: number;
  readonly twist: number;
  readonly arm: number;
  readonly drive: number | null;
  readonly guides: number;
}

const sumOf = ({ beam, twist, arm, drive, guides }: Gives): number => beam + twist + arm + (drive ?? 0) + guides;

/** Everything that gives between the bed and the tool, of a span. */
function givesOf(machine: Machine, work: Frame, worth: SectionWorth, torsion: number, span: number): Gives {
  const { elasticity, shear } = FRAME_MATERIALS[work.material];
  const [hang, arm, armHeight, armWidth, apart] = [
    readQuantity(work.hang, 'length').value,
    readQuantity(work.armLength, 'length').value,
    readQuantity(work.armHeight, 'length').value,
    readQuantity(work.armWidth, 'length').value,
    readQuantity(work.railsApart, 'length').value,
  ];
  const block = readQuantity(work.blockStiffness, 'stiffness').value;
  const armWorth = sectionWorth({ kind: 'bar', height: armHeight, width: armWidth });
  const drive = plannedAxis(machine, work.along)?.reckoner.value(lineStiffness) ?? null;
  return {
    beam: 1 / beamStiffness(work.held, elasticity * worth.bending, span),
    // A beam that sticks out twists over its whole length, and not half of it to either side.
    twist:
      work.held === 'cantilever'
        ? (span * hang ** 2) / (shear * torsion)
        : 1 / twistStiffness(shear * torsion, span, hang),
    arm: arm > 0 ? 1 / beamStiffness('cantilever', elasticity * armWorth.bending, arm) : 0,
    drive: drive !== null && drive > 0 ? 1 / drive : null,
    guides: guideCompliance(block, work.blocks, apart, hang),
  };
}

/** How far the tool gives way, part by part, and how slowly it swings. */
export const frame = planner({
  kind: 'frame',
  name: 'Stiffness at the tool',
  question: 'How far does the tool give way when it is pushed, by which part, and what does a shorter span give back?',
  caution: 'A beam is heavy: hold it with two people or a stand before you undo what carries it.',
  misfit: (machine) =>
    plannedAxis(machine, 'X') || plannedAxis(machine, 'Y') ? null : 'This machine has no sliding axis X or Y.',
  first: (machine) => {
    const [x, y] = [plannedAxis(machine, 'X'), plannedAxis(machine, 'Y')];
    const along = y ? 'Y' : 'X';
    const reach = x?.travel ?? 0.4;
    const job = (y ?? x)?.axis.job;
    return {
      kind: 'frame',
      along,
      force: begun(job?.kind === 'linear' ? job.load : null, q('40 N')),
      held: 'supported',
      span: q(`${Math.round((reach + 0.2) * 1000)} mm`),
      section: 'box',
      material: 'aluminium',
      height: q('60 mm'),
      width: q('60 mm'),
      wall: q('3 mm'),
      printedMoment: null,
      printedArea: null,
      printedTorsion: null,
      hang: q('120 mm'),
      armLength: q('80 mm'),
      armHeight: q('40 mm'),
      armWidth: q('60 mm'),
      blockStiffness: q('50 N/µm'),
      blocks: 2,
      railsApart: q('80 mm'),
      carried: begun(x?.axis.carriage.mass, q('4 kg')),
    };
  },
  inputs: (_machine, work) => {
    const isProfile = work.section === 'profile';
    const beam: readonly FormInput<Frame>[] = isProfile
      ? [
          quantityInput(
            work,
            'printedMoment',
            asked.printedMoment,
            'Against the push, as the maker’s sheet prints it.',
          ),
          quantityInput(work, 'printedArea', asked.printedArea),
          quantityInput(work, 'printedTorsion', asked.printedTorsion, 'Empty: taken as slotted open, a guess.'),
          quantityInput(work, 'height', asked.height),
          quantityInput(work, 'width', asked.width),
        ]
      : [
          quantityInput(work, 'height', asked.height, work.section === 'tube' ? 'Outside diameter.' : ''),
          ...(work.section === 'tube' ? [] : [quantityInput(work, 'width', asked.width)]),
          ...(work.section === 'bar' ? [] : [quantityInput(work, 'wall', asked.wall)]),
        ];
    return [
      choiceInput(work, 'along', 'Pushed along', { X: 'X', Y: 'Y' }),
      quantityInput(work, 'force', asked.force),
      choiceInput(work, 'held', 'Beam held', {
        supported: 'at both ends, free to turn',
        clamped: 'at both ends, clamped',
        cantilever: 'at one end',
      }),
      quantityInput(work, 'span', asked.span),
      choiceInput(work, 'section', 'Section', {
        box: 'box, closed',
        tube: 'round tube',
        bar: 'solid bar',
        profile: 'slotted profile by its sheet',
      }),
      choiceInput(work, 'material', 'Material', { steel: 'steel', aluminium: 'aluminium', timber: 'timber' }),
      ...beam,
      quantityInput(work, 'hang', asked.hang),
      quantityInput(work, 'armLength', asked.armLength, '0 where nothing sticks out.'),
      quantityInput(work, 'armHeight', asked.armHeight),
      quantityInput(work, 'armWidth', asked.armWidth),
      quantityInput(work, 'blockStiffness', asked.blockStiffness, 'Its sheet prints it; wheels give ten times more.'),
      wholeInput(work, 'blocks', asked.blocks),
      quantityInput(work, 'railsApart', asked.railsApart),
      quantityInput(work, 'carried', asked.carried),
    ];
  },
  plan: (machine, work, say): Planned => {
    const worth = sectionOf(work);
    if (!worth)
      return {
        figures: [],
        warnings: [
          stop(
            work.section === 'profile'
              ? 'The second moment of area and the area of the profile are missing: its maker prints both.'
              : 'The wall is so thick that nothing is hollow: take a thinner wall, or a solid bar.',
          ),
        ],
        tables: [],
        drawing: null,
        files: [],
      };
    const { elasticity, density } = FRAME_MATERIALS[work.material];
    const span = length(work.span);
    const isGuessed = worth.torsion === null;
    // A slotted profile is tens of times softer in twist than a closed box of its outline and a wall of a tenth.
    const closed = sectionWorth({
      kind: 'box',
      height: length(work.height),
      width: length(work.width),
      wall: 0.06 * Math.min(length(work.height), length(work.width)),
    });
    const torsion = worth.torsion ?? (closed.torsion as number) / SLOTTED;
    const force = readQuantity(work.force, 'force').value;
    const gives = givesOf(machine, work, worth, torsion, span);
    const whole = sumOf(gives);
    const shorter = sumOf(givesOf(machine, work, worth, torsion, SHORTER * span));
    const axis = plannedAxis(machine, work.along);
    const tolerance = axis?.tolerance ?? null;
    const own = worth.area * span * density;
    const carried = readQuantity(work.carried, 'mass').value;
    const mode = bendingMode(work.held, elasticity * worth.bending, span, carried, own);
    const ramp =
      axis?.speed != null && axis.acceleration != null && axis.acceleration > 0 ? axis.acceleration / axis.speed : null;
    const rotor = axis?.reckoner.value(naturalFrequency) ?? null;
    const shares = (
      [
        ['Beam, bending', gives.beam, `F·L³/(${{ supported: 48, clamped: 192, cantilever: 3 }[work.held]}·E·I)`],
        ['Beam, twisting', gives.twist, work.held === 'cantilever' ? 'F·h²·L/(G·J)' : 'F·h²·L/(4·G·J)'],
        ['Arm below its guide', gives.arm, 'F·a³/(3·E·I)'],
        ['Screw or belt', gives.drive, 'F/k of the drive line'],
        ['Guides', gives.guides, 'F·(1/(2nk) + 2h²/(s²nk))'],
      ] as const
    ).map(([name, each, formula]) => [
      name,
      each === null ? 'not known' : say(each * force, 'length', SHOWN * whole * force),
      each === null ? '' : `${Math.round((100 * each) / whole)} %`,
      formula,
    ]);
    return {
      figures: [
        planFigure(
          {
            name: 'The tool gives way by',
            symbol: 'δ',
            dimension: 'length',
            most: tolerance,
            isGuess: isGuessed,
            working: 'Everything between the bed and the tool one after the other: what each part gives is added up.',
          },
          whole * force,
        ),
        planFigure(
          {
            name: 'Stiffness at the tool',
            symbol: 'k',
            dimension: 'stiffness',
            isGuess: isGuessed,
            working: 'Push by way.',
          },
          1 / whole,
        ),
        planFigure(
          {
            name: 'With a span 10 % shorter',
            symbol: '',
            dimension: 'length',
            most: tolerance,
            isGuess: isGuessed,
            working: 'The same with 0.9 of the span: bending goes with its cube, twist with the span itself.',
          },
          shorter * force,
        ),
        planFigure(
          {
            name: 'That gives back',
            symbol: '',
            dimension: 'length',
            working: 'The difference of both.',
          },
          (whole - shorter) * force,
        ),
        planFigure(
          {
            name: 'Slowest bending of the beam',
            symbol: 'f₁',
            dimension: 'frequency',
            least: ramp === null ? null : ABOVE_RAMPS * ramp,
            working: `√(k/(M + c·m))/2π, by Rayleigh, with what it carries and ${say(own, 'mass')} of its own. It should lie well above what ramps excite, 1/(v/a).`,
          },
          mode,
        ),
      ],
      warnings: [
        ...(tolerance !== null && whole * force > tolerance
          ? [
              caution(
                `It gives way by more than the ${say(tolerance, 'length')} asked of ${work.along}: ${shares.slice().sort((a, b) => Number.parseInt(b[2] ?? '0', 10) - Number.parseInt(a[2] ?? '0', 10))[0]?.[0] ?? ''} gives most.`,
              ),
            ]
          : []),
        ...(tolerance === null
          ? [caution(`No tolerance is asked of ${work.along}: nothing says whether this is enough.`)]
          : []),
        ...(gives.drive === null
          ? [caution(`What the drive line of ${work.along} gives is not known and is left out.`)]
          : []),
        ...(isGuessed
          ? [
              caution(
                'The twist of the profile is a guess: a slotted section is tens of times softer than a closed one.',
              ),
            ]
          : []),
        ...(ramp !== null && mode < ABOVE_RAMPS * ramp
          ? [
              caution(
                'The beam swings about as slowly as the ramps push it: accelerate gentler, or make it stiffer or lighter.',
              ),
            ]
          : []),
        ...(rotor !== null && Math.abs(rotor / mode - 1) < MEETS
          ? [
              caution(
                `The motor’s own swing at ${say(rotor, 'frequency')} lies near the beam’s: they excite one another.`,
              ),
            ]
          : []),
      ],
      tables: [{ name: 'What gives way', head: ['Part', 'Way', 'Share', 'Formula'], rows: shares }],
      drawing: null,
      files: [],
    };
  },
});
