import { exactSteps } from '../checks/index.js';
import { axisField, type Say } from '../drive-line/index.js';
import { choiceInput, quantityInput, wholeInput } from '../form/index.js';
import { WORK_FIELDS, type WorkOf } from '../work/index.js';
import {
  multiplyRational,
  rational,
  rationalFromNumber,
  rationalToNumber,
  rationalToText,
  type Rational,
} from '../quantity/index.js';
import { askedOf, quantityOf, readQuantity } from '../shape/index.js';
import {
  countsPerTurn,
  greatestSpindle,
  lagTurns,
  nearestFraction,
  offOver100,
  passDepths,
  passesFor,
  runIn,
  stepsPerCount,
  threadDepth,
  THREADS,
  type SpindleEncoder,
} from '../threads/index.js';
import { countsOf, plannedAxis, type PlannedAxis } from './axes.js';
import { caution, planFigure, planner, stop, type PlanTable, type PlanWarning, unplanned } from './planner.js';
import { startOf, threadProgram, tipRadius, type ThreadCut } from './thread-program.js';

const asked = askedOf({ fields: WORK_FIELDS.thread });
const q = (text: string) => quantityOf(text, 'assumed');
type ThreadWork = WorkOf<'thread'>;

const TURN = 2 * Math.PI;
/** Of passes no more than these: a first pass of next to nothing is no plan. */
const PASSES_MOST = 200;
/** Past the end of the thread and before the chuck the carriage keeps so much free [m]. */
const CHUCK_CLEAR = 2e-3;
/** Numbers of sixteen bits. */
const USUAL_MOST = 65_535;
/** Near its top speed a carriage cannot win anything back: so much is kept. */
const SPARE = 0.95;

/** A part of a turn in degrees, and more than one in turns. */
const lagWords = (turns: number): string =>
  turns < 1 ? `${(turns * 360).toFixed(0)}° of its turn` : `${turns.toFixed(1)} of its turns`;

/** A length of the document, exact, in millimetres. */
const millimetres = (item: ThreadWork['pitch']): Rational => {
  const { exact, value } = readQuantity(item, 'length');
  return exact.piPower === 0 ? multiplyRational(exact.ratio, rational(1000)) : rationalFromNumber(value * 1000);
};

/** Steps for a millimetre; exact but for racks and rollers, whose π no fraction has. */
function stepsOf(axis: PlannedAxis | null): { readonly steps: Rational; readonly isExact: boolean } | null {
  const found = axis && exactSteps(axis.reckoner);
  if (!found) return null;
  return found.piPower === 0
    ? { steps: multiplyRational(found.ratio, rational(1, 1000)), isExact: true }
    : { steps: rationalFromNumber(rationalToNumber(found.ratio) * Math.PI ** found.piPower * 1e-3), isExact: false };
}

const encoderOf = (work: ThreadWork): SpindleEncoder => ({
  lines: work.lines,
  turns: rational(work.encoderTurns, work.spindleTurns),
});

/** The gearing of every thread of the series on this lathe. */
function seriesTable(work: ThreadWork, steps: Rational, speed: number | null, say: Say): PlanTable {
  return {
    name: 'Threads of the series on this lathe',
    head: ['Thread', 'Pitch', 'Steps per count', 'Off over 100 mm', 'Spindle, at most'],
    rows: THREADS.map(({ name, pitch }) => {
      const right = stepsPerCount(pitch, steps, encoderOf(work));
      const used = work.most === null ? right : nearestFraction(right, work.most);
      const lead = rationalToNumber(pitch) / 1000;
      const off = offOver100(right, used);
      return [
        name,
        say(lead, 'length'),
        rationalToText(used),
        off === 0 ? 'exact' : say(off, 'length'),
        speed === null ? '' : `${Math.floor(greatestSpindle(speed, lead) * 60)} turns/min`,
      ];
    }),
  };
}

/** Everything that a thread asks of the carriage, the spindle and the controller. */
export const thread = planner({
  kind: 'thread',
  name: 'Threads',
  question: 'How is the carriage geared to the spindle, how quick may it turn, and which passes cut the thread?',
  caution:
    'Take the chuck key out before the spindle turns; no gloves, loose sleeves or long hair; chips come off as hooks: never pull them by hand. Try the passes in the air first.',
  misfit: (machine) =>
    stepsOf(plannedAxis(machine, 'Z')) ? null : 'The steps per unit of Z, the carriage, are not known yet.',
  first: () => ({
    kind: 'thread',
    side: 'external',
    diameter: q('10 mm'),
    pitch: q('1.5 mm'),
    starts: 1,
    length: q('20 mm'),
    taper: q('0 °'),
    spindle: q('200 rpm'),
    lines: 1024,
    encoderTurns: 1,
    spindleTurns: 1,
    most: null,
    first: q('0.25 mm'),
    springs: 1,
    infeed: 'flank',
    free: null,
    clear: q('2 mm'),
  }),
  inputs: (_machine, work) => [
    choiceInput(work, 'side', 'Cut', { external: 'outside, as a bolt', internal: 'inside, as a nut' }),
    quantityInput(work, 'diameter', asked.diameter, 'As the thread is named.'),
    quantityInput(work, 'pitch', asked.pitch, 'An inch thread may be typed as 20 tpi.'),
    wholeInput(work, 'starts', asked.starts),
    quantityInput(work, 'length', asked.length),
    quantityInput(work, 'taper', asked.taper, '0 for a straight thread; 1 in 16 is 1.79°.'),
    quantityInput(work, 'spindle', asked.spindle),
    wholeInput(work, 'lines', asked.lines, 'Each is counted four times.'),
    wholeInput(work, 'encoderTurns', asked.encoderTurns),
    wholeInput(work, 'spindleTurns', asked.spindleTurns),
    {
      kind: 'tick',
      label: 'The controller takes any fraction',
      value: work.most === null,
      put: (isAny) => ({ ...work, most: isAny ? null : USUAL_MOST }),
    },
    ...(work.most === null
      ? []
      : [
          {
            kind: 'whole' as const,
            asked: asked.most,
            value: work.most,
            put: (most: number) => ({ ...work, most }),
            remark: 'Above and below the line.',
          },
        ]),
    quantityInput(work, 'first', asked.first),
    wholeInput(work, 'springs', asked.springs, 'Passes at the last depth.'),
    choiceInput(work, 'infeed', 'Infeed', { flank: 'along a flank', straight: 'straight in' }),
    quantityInput(work, 'free', asked.free, 'From the face of the work to the jaws; empty: not judged.'),
    quantityInput(work, 'clear', asked.clear),
  ],
  plan: (machine, work, say) => {
    const carriage = plannedAxis(machine, 'Z');
    const geared = stepsOf(carriage);
    if (!carriage || !geared) return unplanned('The steps per unit of Z, the carriage, are not known yet.');
    const exactLead = multiplyRational(millimetres(work.pitch), rational(work.starts));
    const encoder = encoderOf(work);
    const right = stepsPerCount(exactLead, geared.steps, encoder);
    const used = work.most === null ? right : nearestFraction(right, work.most);
    const pitch = readQuantity(work.pitch, 'length').value;
    const lead = pitch * work.starts;
    const [length, spindle, first, diameter] = [
      readQuantity(work.length, 'length').value,
      readQuantity(work.spindle, 'spindle-speed').value,
      readQuantity(work.first, 'length').value,
      readQuantity(work.diameter, 'length').value,
    ];
    const turns = spindle / TURN;
    const speed = turns * lead;
    const { speed: fastest, acceleration, travel } = carriage;
    const pulses = carriage.reckoner.reading(axisField.pulseRateMost)?.value ?? null;
    const byPulses = pulses === null ? null : pulses / (rationalToNumber(geared.steps) * 1000);
    const reach = fastest === null ? byPulses : Math.min(fastest, byPulses ?? Infinity);
    const most = reach === null ? null : greatestSpindle(reach, lead);
    const depth = threadDepth(pitch, work.side);
    const passes = Math.min(PASSES_MOST, passesFor(depth, first));
    const depths = [...passDepths(depth, passes), ...Array.from({ length: work.springs }, () => depth)];
    const lag = acceleration === null ? null : runIn(speed, acceleration);
    const free = work.free && readQuantity(work.free, 'length').value;
    const clear = readQuantity(work.clear, 'length').value;
    const from = Math.ceil(((lag ?? 0) + Math.max(clear, lead)) * 1e4) / 1e4;
    // It comes to rest behind the thread, by as much as it ran in.
    const relief = Math.ceil((lag ?? 0) * 1e4) / 1e4;
    const cut: ThreadCut = {
      pitch,
      lead,
      diameter,
      length,
      from,
      depths,
      depth,
      taper: readQuantity(work.taper, 'angle').value,
      relief,
      counts: countsOf(machine),
    };
    const outermost = Math.max(...depths.map((at) => startOf(cut, work.infeed, at, work.starts - 1)));
    const needs = outermost + length + relief;
    // There with the thread, back as quick as it can, and half a turn of waiting for the index.
    const time =
      fastest === null
        ? null
        : depths.length * work.starts * ((from + length) / speed + (from + length) / fastest + 0.5 / turns);
    const warnings: readonly PlanWarning[] = [
      ...(most !== null && turns > most * (1 + 1e-9)
        ? [
            stop(
              `The spindle turns too quick: the carriage keeps up to ${say(most * TURN, 'spindle-speed')} with this lead.`,
            ),
          ]
        : most !== null && turns > SPARE * most
          ? [caution('The carriage runs at its top speed: what it falls behind it can never win back.')]
          : []),
      ...(travel !== null && needs > travel
        ? [
            stop(
              `The thread takes ${say(needs, 'length')} of Z with run-in and run-out; it has ${say(travel, 'length')}.`,
            ),
          ]
        : []),
      ...(free !== null && length + relief + CHUCK_CLEAR > free
        ? [
            stop(
              `The carriage hits the chuck: thread and run-out take ${say(length + relief, 'length')}, and ${say(free, 'length')} are free.`,
            ),
          ]
        : []),
      ...(depth >= diameter / 2
        ? [stop('The thread is deeper than the work is thick: the pitch does not go with the diameter.')]
        : []),
      ...(passesFor(depth, first) > PASSES_MOST
        ? [stop(`The first pass is so shallow that more than ${PASSES_MOST} are needed.`)]
        : []),
      ...(work.most !== null && offOver100(right, used) !== 0
        ? [
            caution(
              `The controller’s fraction ${rationalToText(used)} is not the right one, ${rationalToText(right)}: over 100 mm the thread is off by ${say(offOver100(right, used), 'length')}.`,
            ),
          ]
        : []),
      ...(geared.isExact
        ? []
        : [caution('A rack or roller has π in its travel: no fraction is exact, and the nearest is taken.')]),
      ...(free === null ? [caution('Nobody said how far it is to the chuck: say it, and set the fence there.')] : []),
      ...(lag === null
        ? []
        : [
            caution(
              `From rest the carriage stays ${say(lag, 'length')} behind the spindle, ${lagWords(lagTurns(speed, acceleration as number, lead))}: the same with every pass only while speed and acceleration stay the same.`,
            ),
          ]),
      caution(
        'Every pass starts at the same index pulse. Without one, or where the spindle slips against its encoder, the passes split the thread.',
      ),
    ];
    const counted = cut.counts === 'diameter' ? 2 : 1;
    return {
      figures: [
        planFigure({ name: 'Lead', symbol: 'Pₕ', dimension: 'length', working: 'Pitch · starts.' }, lead),
        planFigure(
          {
            name: 'Steps of the carriage per count',
            symbol: '',
            dimension: 'ratio',
            working: `Lead · steps per millimetre / (4 · lines · encoder turns) = ${rationalToText(right)}, in lowest terms, with ${rationalToText(geared.steps)} steps/mm and ${rationalToText(countsPerTurn(encoder))} counts for a turn of the spindle.`,
          },
          rationalToNumber(right),
        ),
        planFigure(
          {
            name: 'Off over 100 mm of thread',
            symbol: '',
            dimension: 'length',
            working: `With ${rationalToText(used)}, ${work.most === null ? 'which the controller takes as it is' : `the nearest with numbers up to ${work.most}`}.`,
          },
          offOver100(right, used),
        ),
        planFigure(
          {
            name: 'Greatest spindle speed',
            symbol: '',
            dimension: 'spindle-speed',
            working:
              'The carriage’s speed by the lead, or what pulses the controller gives. Both by the job and the parts of Z.',
          },
          most === null ? null : most * TURN,
        ),
        planFigure({ name: 'Carriage', symbol: 'v', dimension: 'speed', most: reach, working: 'Turns · lead.' }, speed),
        planFigure(
          {
            name: 'Depth of the thread',
            symbol: '',
            dimension: 'length',
            working: `${work.side === 'external' ? '0.6134' : '0.5413'} · pitch, 60° (ISO 68-1).`,
          },
          depth,
        ),
        planFigure(
          {
            name: 'Passes',
            symbol: '',
            dimension: 'count',
            working: `(depth / first pass)² rounded up, each of the same area, and ${work.springs} more at the last depth; for every start.`,
          },
          depths.length * work.starts,
        ),
        planFigure(
          { name: 'Run-in, and lag behind the spindle', symbol: '', dimension: 'length', working: 'v²/2a from rest.' },
          lag,
        ),
        planFigure(
          {
            name: 'Starts before the face',
            symbol: '',
            dimension: 'length',
            working: 'Run-in, and what is kept clear or a whole lead, whichever is more.',
          },
          from,
        ),
        planFigure(
          {
            name: 'Relief behind the thread, at least',
            symbol: '',
            dimension: 'length',
            working: 'Run-out: the carriage comes to rest in it, as it ran in, with another lead than the thread’s.',
          },
          relief,
        ),
        planFigure(
          {
            name: 'Z that it takes',
            symbol: '',
            dimension: 'length',
            most: travel,
            working: 'Start, thread and as much to come to rest as to run in.',
          },
          needs,
        ),
        planFigure(
          {
            name: 'Time, about',
            symbol: 't',
            dimension: 'time',
            isGuess: true,
            working: 'Every pass there and back, and half a turn of waiting for the index.',
          },
          time,
        ),
      ],
      warnings,
      tables: [
        {
          name: 'Passes',
          head: ['Pass', 'Depth', 'Takes', counted === 2 ? 'X, diameter' : 'X, radius', 'Z starts'],
          rows: depths.map((at, index) => [
            String(index + 1),
            say(at, 'length'),
            say(at - (depths[index - 1] ?? 0), 'length'),
            say(counted * tipRadius(cut, work.side, at), 'length'),
            say(startOf(cut, work.infeed, at, 0), 'length'),
          ]),
        },
        seriesTable(work, geared.steps, reach, say),
      ],
      drawing: null,
      files: warnings.some(({ severity }) => severity === 'stop')
        ? []
        : [
            {
              name: 'thread',
              ending: 'nc',
              label: 'Thread program',
              text: threadProgram(cut, work, `${machine.name}: thread`),
            },
          ],
    };
  },
});
