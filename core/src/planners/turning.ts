import { quantityInput, wholeInput } from '../form/index.js';
import { WORK_FIELDS } from '../work/index.js';
import { askedOf, quantityOf, readQuantity } from '../shape/index.js';
import { countsOf, plannedAxis } from './axes.js';
import { caution, planFigure, planner, stop } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.turning });
const q = (text: string) => quantityOf(text, 'assumed');
const TURN = 2 * Math.PI;

/** Speed of a spindle for a surface speed, no more than a limit [rad/s]. */
export const spindleFor = (surface: number, diameter: number, most: number): number =>
  Math.min((2 * surface) / diameter, most);

/**
 * Time to turn from one diameter to another along a length with a surface speed and a feed for a turn [s], the spindle
 * held to its limit: ∫ dz/(f·n) with n = v/(πD).
 */
export function turningTime(
  large: number,
  small: number,
  length: number,
  surface: number,
  most: number,
  feed: number,
): number {
  // Where the diameter falls below this the spindle turns no quicker.
  const limit = (2 * surface) / most;
  const [low, high] = [Math.min(large, small), Math.max(large, small)];
  const turnsAt = (diameter: number): number => spindleFor(surface, diameter, most) / TURN;
  if (high - low < 1e-9) return length / (feed * turnsAt(high));
  const within = (from: number, to: number): number => (length * (to - from)) / (high - low);
  const [under, over] = [Math.min(high, Math.max(low, limit)), Math.max(low, Math.min(high, limit))];
  // Below the limit at one speed; above it the time grows with the mean diameter.
  const held = within(low, under) / (feed * (most / TURN));
  const free = (within(over, high) * Math.PI * (over + high)) / (2 * feed * surface);
  return held + free;
}

/** Turning: spindle by surface speed, feed by turn, a taper, and the spindle's index as a zero. */
export const turning = planner({
  kind: 'turning',
  name: 'Turning',
  question: 'How quick does the spindle turn, how long does it take, and how is the taper set?',
  caution:
    'Take the chuck key out before the spindle turns; no gloves, loose sleeves or long hair; stop the spindle before you touch work or chips.',
  misfit: (machine) => (plannedAxis(machine, 'Z') ? null : 'This machine has no sliding axis Z to turn along.'),
  first: () => ({
    kind: 'turning',
    large: q('40 mm'),
    small: q('25 mm'),
    length: q('60 mm'),
    surface: q('60 m/min'),
    spindleMost: q('1500 rpm'),
    chuckMost: null,
    feed: q('0.1 mm'),
    lines: 1024,
    jitter: q('20 µs'),
    seekSpeed: q('30 rpm'),
  }),
  inputs: (_machine, work) => [
    quantityInput(work, 'large', asked.large),
    quantityInput(work, 'small', asked.small, 'The same for a cylinder.'),
    quantityInput(work, 'length', asked.length),
    quantityInput(work, 'surface', asked.surface),
    quantityInput(work, 'spindleMost', asked.spindleMost),
    quantityInput(work, 'chuckMost', asked.chuckMost, 'As it is marked on the chuck.'),
    quantityInput(work, 'feed', asked.feed),
    wholeInput(work, 'lines', asked.lines, 'Each is counted four times.'),
    quantityInput(work, 'jitter', asked.jitter),
    quantityInput(work, 'seekSpeed', asked.seekSpeed),
  ],
  plan: (machine, work, say) => {
    const [large, small, length, surface, feed] = [
      readQuantity(work.large, 'length').value,
      readQuantity(work.small, 'length').value,
      readQuantity(work.length, 'length').value,
      readQuantity(work.surface, 'surface-speed').value,
      readQuantity(work.feed, 'length').value,
    ];
    const spindle = readQuantity(work.spindleMost, 'spindle-speed').value;
    const chuck = work.chuckMost && readQuantity(work.chuckMost, 'spindle-speed').value;
    const most = Math.min(spindle, chuck ?? Infinity);
    const [jitter, seek] = [
      readQuantity(work.jitter, 'time').value,
      readQuantity(work.seekSpeed, 'spindle-speed').value,
    ];
    const [atLarge, atSmall] = [spindleFor(surface, large, most), spindleFor(surface, small, most)];
    const quickest = (Math.max(atLarge, atSmall) / TURN) * feed;
    const [x, z] = [plannedAxis(machine, 'X'), plannedAxis(machine, 'Z')];
    const half = Math.atan(Math.abs(large - small) / (2 * length));
    const change = Math.abs(large - small);
    // The slide goes half of what a diameter changes.
    const steps = x?.perUnit == null ? null : (x.perUnit * change) / 2;
    return {
      figures: [
        planFigure(
          {
            name: 'Spindle at the large diameter',
            symbol: 'n',
            dimension: 'spindle-speed',
            working: 'v/(π·D), no more than spindle and chuck allow.',
          },
          atLarge,
        ),
        planFigure(
          {
            name: 'Spindle at the small diameter',
            symbol: 'n',
            dimension: 'spindle-speed',
            working: 'The same where it is thinnest.',
          },
          atSmall,
        ),
        planFigure(
          {
            name: 'Surface speed holds down to',
            symbol: '',
            dimension: 'length',
            working:
              'v/(π·n) at the greatest speed: below this diameter the spindle turns no quicker and the surface slows down.',
          },
          (2 * surface) / most,
        ),
        planFigure(
          {
            name: 'Carriage at its quickest',
            symbol: '',
            dimension: 'speed',
            most: z?.speed ?? null,
            working: 'Feed for a turn · turns.',
          },
          quickest,
        ),
        planFigure(
          { name: 'Time of the pass', symbol: 't', dimension: 'time', working: '∫ dz/(f·n) along the work.' },
          turningTime(large, small, length, surface, most, feed),
        ),
        planFigure(
          { name: 'Half-angle of the taper', symbol: 'α', dimension: 'angle', working: 'atan((D − d)/2L).' },
          half,
        ),
        planFigure(
          {
            name: 'Cross slide over the taper',
            symbol: '',
            dimension: 'length',
            working: 'Half of what the diameter changes.',
          },
          change / 2,
        ),
        planFigure(
          {
            name: 'Steps of the cross slide over it',
            symbol: '',
            dimension: 'count',
            working: 'Steps per unit · ΔD/2, whatever the words of the program count.',
          },
          steps,
        ),
        planFigure(
          {
            name: 'One count of the encoder',
            symbol: '',
            dimension: 'angle',
            working: 'A turn by four counts for each line.',
          },
          TURN / (4 * work.lines),
        ),
        planFigure(
          {
            name: 'The spindle finds its zero within, ±',
            symbol: '',
            dimension: 'angle',
            working: 'Index pulse wandering in time · speed while it is sought, and half a count. Slower is closer.',
          },
          jitter * seek + TURN / (8 * work.lines),
        ),
      ],
      warnings: [
        ...(chuck === null
          ? [caution('What the chuck may turn is not said: it is marked on it, and it may be less than the spindle.')]
          : []),
        ...(z?.speed != null && quickest > z.speed * (1 + 1e-9)
          ? [stop(`Z goes no faster than ${say(z.speed, 'speed')}: take a smaller feed or a lower surface speed.`)]
          : []),
        ...(z?.travel != null && length > z.travel
          ? [stop(`Z has ${say(z.travel, 'length')} of travel, less than the length.`)]
          : []),
        ...(small > large * (1 + 1e-9)
          ? [caution('The small diameter is the larger one: the taper runs the other way.')]
          : []),
        caution(
          countsOf(machine) === 'diameter'
            ? 'X words of the program are diameters: a change of X is twice what the slide goes, and an error of the slide is doubled on the part.'
            : 'X words of the program are radii: an error of X is doubled on the part.',
        ),
      ],
      tables: [],
      drawing: null,
      files: [],
    };
  },
});
