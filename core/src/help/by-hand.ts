import type { OperationNumber } from '../machine/index.js';
import { around, at, circle, line, rect, type Point, type Stroke } from '../picture/index.js';

/** How an operation is done with hands, tools and paper. */
export interface ByHand {
  readonly number: OperationNumber;
  readonly steps: readonly string[];
  /** What the drawing shows, for who cannot see it. */
  readonly words: string;
  /** In a frame of about 120 by 60, y downwards. */
  readonly strokes: readonly Stroke[];
}

/** A double arrow along a level line. */
const span = (x: number, y: number, length: number): Stroke =>
  line(
    'commanded',
    at(x + 3, y - 2),
    at(x, y),
    at(x + 3, y + 2),
    at(x, y),
    at(x + length, y),
    at(x + length - 3, y - 2),
    at(x + length, y),
    at(x + length - 3, y + 2),
  );

/** A round dial with its pointer [rad]. */
const dial = (x: number, y: number, radius: number, pointer: number): readonly Stroke[] => [
  circle('moving', x, y, radius),
  line('commanded', at(x, y), around(at(x, y), 0.75 * radius, pointer)),
];

/** A meter with its two leads. */
const meter = (x: number, y: number, one: Point, other: Point): readonly Stroke[] => [
  rect('moving', x, y, 22, 30),
  rect('work', x + 3, y + 3, 16, 8),
  circle('drive', x + 11, y + 20, 5),
  line('rail', at(x + 6, y + 30), at(x + 6, y + 36), one),
  line('rail', at(x + 16, y + 30), at(x + 16, y + 40), other),
];

const motor = (x: number, y: number): readonly Stroke[] => [
  rect('drive', x, y, 24, 24),
  circle('moving', x + 12, y + 12, 7),
  circle('moving', x + 12, y + 12, 2),
];

/** In the order of the route card. */
export const BY_HAND: readonly ByHand[] = [
  {
    number: 10,
    words: 'A carriage on its rail with a rule along the travel',
    steps: [
      'Measure the travel with a rule, from stop to stop, and note which way each axis falls when the power is off.',
      'Weigh what moves. Pull the carriage with a spring scale to find the friction of the guides.',
      'Write down the speed and the tolerance that the work needs, not the ones that look good.',
    ],
    strokes: [
      rect('frame', 4, 38, 112, 6),
      rect('moving', 40, 26, 26, 12),
      span(10, 54, 100),
      line('rail', at(4, 38), at(116, 38)),
    ],
  },
  {
    number: 20,
    words: 'Motor, coupling, screw and nut in a line',
    steps: [
      'Read the plate of the motor, or count its steps by hand, and measure one winding with a meter.',
      'Measure ten pitches of the screw with a caliper and divide by ten. Count starts at the end of the screw.',
      'Count teeth of pulleys and gears. A printed ratio is often rounded.',
      'Steps per millimetre = steps per turn × microsteps × teeth driven / (lead × teeth driving).',
    ],
    strokes: [
      ...motor(4, 18),
      rect('drive', 32, 24, 12, 12),
      rect('rail', 44, 28, 70, 4),
      ...Array.from({ length: 13 }, (_, place) => line('rail', at(48 + 5 * place, 32), at(51 + 5 * place, 28))),
      rect('moving', 74, 22, 16, 16),
    ],
  },
  {
    number: 30,
    words: 'A supply with a fuse in its plus wire to two drivers',
    steps: [
      'Add up what all drivers can draw at once, and take a supply with a fifth more.',
      'Choose wire by its current and length, and a fuse that blows before the wire gets warm.',
      'Bring all grounds together at one point.',
    ],
    strokes: [
      rect('drive', 4, 16, 28, 28),
      line('rail', at(32, 22), at(44, 22)),
      rect('commanded', 44, 19, 14, 6),
      line('rail', at(58, 22), at(88, 22)),
      line('rail', at(74, 22), at(74, 44), at(88, 44)),
      rect('moving', 88, 14, 24, 16),
      rect('moving', 88, 36, 24, 16),
      line('frame', at(32, 38), at(66, 38), at(66, 56), at(100, 56), at(100, 52)),
    ],
  },
  {
    number: 40,
    words: 'A meter across two leads of a motor',
    steps: [
      'Power off. Find the coils with a meter: two leads with a few ohms between them are one coil.',
      'Twist two leads together and turn the shaft: it turns stiffly when they belong to one coil.',
      'Wire by the plan, tick each wire off, and measure what the list asks for before any power.',
    ],
    strokes: [
      ...motor(84, 8),
      ...meter(8, 6, at(40, 42), at(40, 50)),
      line('rail', at(40, 42), at(92, 42), at(92, 32)),
      line('rail', at(40, 50), at(100, 50), at(100, 32)),
    ],
  },
  {
    number: 50,
    words: 'A meter at the trimmer of a driver',
    steps: [
      'Work out the reference voltage from the current limit and the formula of the driver.',
      'Put the black lead on 0 V and the red one on the trimmer, motor unplugged, and turn until the meter shows it.',
      'Never plug or unplug a motor under power. Feel the motor after ten minutes: too hot to hold is above 60 °C.',
    ],
    strokes: [
      rect('drive', 76, 12, 36, 36),
      circle('moving', 94, 26, 6),
      line('commanded', at(90, 26), at(98, 26)),
      ...meter(8, 6, at(94, 42), at(82, 46)),
    ],
  },
  {
    number: 60,
    words: 'A flag on the motor shaft and a carriage before its end switch',
    steps: [
      'Stick a flag on the shaft. Send the steps of one turn and see that it turns once, the right way.',
      'Keep a hand on the emergency stop, and the tool out. Begin in the middle of the travel, slowly.',
      'Press the end switch by hand and see that everything stops, before the carriage ever gets there.',
      'Raise the speed until steps are lost, and use two thirds of it.',
    ],
    strokes: [
      ...motor(4, 20),
      line('commanded', at(16, 32), at(16, 12), at(26, 15), at(16, 18)),
      line('rail', at(28, 44), at(116, 44)),
      rect('moving', 62, 32, 24, 12),
      rect('drive', 106, 34, 8, 10),
    ],
  },
  {
    number: 70,
    words: 'A dial indicator against a carriage',
    steps: [
      'Clamp an indicator to the frame, its tip square on the carriage, and go up to the zero always from the same side.',
      'Send a known move, read, and come back to zero. Do it three times: what differs is the scatter.',
      'Come from the other side for the reversal. Check over the longest travel you can measure.',
      'Correct only what is larger than the uncertainty of your measurement.',
    ],
    strokes: [
      line('rail', at(4, 46), at(116, 46)),
      rect('moving', 12, 30, 30, 16),
      line('rail', at(42, 38), at(62, 38)),
      ...dial(76, 38, 14, 2.2),
      line('frame', at(90, 38), at(104, 38), at(104, 54), at(116, 54)),
    ],
  },
  {
    number: 80,
    words: 'A card with ticks and a stamp',
    steps: [
      'Write the settings on a card and keep it in the box: trimmer voltages, jumpers, steps per millimetre.',
      'Sign and date it. When something is changed, check again what rests on it.',
    ],
    strokes: [
      rect('work', 34, 4, 52, 54),
      ...Array.from({ length: 4 }, (_, place) =>
        line('commanded', at(40, 14 + 9 * place), at(42, 16 + 9 * place), at(46, 11 + 9 * place)),
      ),
      ...Array.from({ length: 4 }, (_, place) => line('rail', at(50, 14 + 9 * place), at(80, 14 + 9 * place))),
      rect('commanded', 62, 46, 20, 8),
    ],
  },
];
