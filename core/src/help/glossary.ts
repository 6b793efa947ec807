/** A term of the trade. */
export interface Term {
  /** As a page writes it, in the singular. */
  readonly term: string;
  /** Other forms and names of it. */
  readonly also: readonly string[];
  /** What it is, in one or two sentences. */
  readonly meaning: string;
}

const term = (name: string, meaning: string, ...also: readonly string[]): Term => ({ term: name, also, meaning });

/** Terms of the trade as they are used here, in the order of the alphabet. */
export const GLOSSARY: readonly Term[] = [
  term(
    'Accuracy',
    'How far the position reached may be from the one commanded, over the whole travel and from both sides (ISO 230-2: A).',
  ),
  term(
    'Backlash',
    'Play between driving and driven part: after a reversal the driven part stands still until it is used up.',
  ),
  term(
    'Bipolar',
    'A way of driving a motor in which current goes both ways through each whole winding, by two bridges.',
  ),
  term('Bridge', 'Four switches that send current through a winding one way or the other.', 'H bridge'),
  term(
    'Chopper driver',
    'A driver that switches the supply on and off many thousand times a second so that the current in a winding stays at its limit, whatever the supply voltage.',
    'chopper',
  ),
  term('Closed loop', 'The drive measures its position and corrects it; a stepper without an encoder is open loop.'),
  term('Converter', 'Makes one direct voltage from another, e.g. 5 V from 24 V.'),
  term(
    'Coverage factor',
    'What a standard uncertainty is multiplied by so that the interval holds the true value with a stated chance, usually 95 %.',
  ),
  term(
    'Crest',
    'The greatest value of a wave. The current limit of a microstepping driver is usually a crest; its RMS is 0.71 times that.',
    'peak',
  ),
  term(
    'Critical speed',
    'Speed at which a long screw begins to whip: its rotation meets its own natural frequency.',
    'whip',
  ),
  term(
    'Current limit',
    'The current that a driver holds in a winding, set by a trimmer, switches or a number.',
    'limit',
  ),
  term('Cutting force', 'What the work pushes back with on the tool.'),
  term('Dead band', 'A range of an input in which nothing happens.'),
  term('Detent torque', 'What a stepper holds without current, from its magnet alone.'),
  term('Driver', 'Turns step and direction signals into currents in the windings of a motor.'),
  term('Duty', 'Share of time for which something works.', 'duty cycle'),
  term('Efficiency', 'Share of the work put in that comes out. What is missing becomes heat.'),
  term('Enable', 'The input of a driver that switches the motor current on or off.'),
  term('Encoder', 'Counts turns or travel by marks on a disc or a strip.'),
  term('Fence', 'Limits of travel in the controller, set a little inside the ends of the machine.', 'soft limit'),
  term('Full step', 'The smallest move with both windings on or off: 1.8° on a motor of 200 steps per turn.'),
  term(
    'Gearhead',
    'A gearbox built onto a motor. The ratio printed on it is often rounded; its teeth give the exact one.',
  ),
  term('Holding torque', 'Torque with which a motor at rest resists being turned, both windings at rated current.'),
  term('Home', 'The position at which an axis has found its switch; all others are counted from it.', 'homing'),
  term('Hysteresis', 'The difference between the points at which a switch goes on and off again.'),
  term('Inductance', 'How strongly a winding resists a change of its current. It limits torque at speed.'),
  term(
    'Inertia',
    'Resistance of a rotating part to being sped up, from its mass and how far out it lies.',
    'rotor inertia',
  ),
  term('Jerk', 'How quickly acceleration changes.'),
  term('Lead', 'Travel of a nut per turn of its screw: pitch times starts.'),
  term('Limit switch', 'Stops the axis before it reaches its mechanical end.', 'end switch'),
  term(
    'Lost motion',
    'Difference between positions reached from opposite sides: backlash, wind-up and friction together.',
    'reversal error',
  ),
  term('Microstep', 'A fraction of a full step, made by dividing the current between both windings.', 'microstepping'),
  term('Module', 'Size of a gear tooth: pitch diameter over number of teeth (ISO 54).'),
  term(
    'Natural frequency',
    'Frequency at which a rotor swings about its notch. Stepping near it may lose steps.',
    'resonance',
  ),
  term('Net', 'Everything in a circuit that is joined to one potential.'),
  term('Notch', 'One of the positions at which a stepper can rest: one per microstep.'),
  term(
    'Open drain',
    'An output that can only pull its line to 0 V; something else has to pull it up.',
    'open collector',
  ),
  term('Opto-coupler', 'Passes a signal by light, so that both sides share no wire.', 'opto input'),
  term('Pinion', 'The small gear that runs on a rack.'),
  term('Pitch', 'Distance from one thread, tooth or hole to the next.'),
  term('Pull-out torque', 'The greatest load torque at which a running motor keeps its steps; it falls with speed.'),
  term('Pull-up', 'A resistor that holds a line high until something pulls it to 0 V.', 'pull-up resistor'),
  term('Rack', 'A straight gear.'),
  term('Rail', 'One supply voltage, with everything that it feeds.'),
  term('Ramp', 'Part of a move in which speed rises or falls.'),
  term('Rated current', 'Current per winding that the motor bears all day, and at which its torque is stated.'),
  term('Repeatability', 'How closely an axis comes back to the same position from the same side (ISO 230-2: R).'),
  term('Resolution', 'The smallest move that can be commanded.'),
  term('RMS', 'The steady current that would heat as much: crest over √2 for a sine.', 'root mean square'),
  term('Sense resistor', 'A small resistor in the path of the current, across which a driver measures it.'),
  term('Squareness', 'How far two axes are from a right angle.'),
  term('Start rate', 'Highest step rate at which a motor starts from rest without losing steps.'),
  term('Step angle', 'Turn of the shaft per full step.'),
  term('Stick-slip', 'Jerky motion at low speed: friction at rest is greater than in motion.'),
  term('Tolerance', 'Deviation that is accepted, either way unless stated otherwise.'),
  term('Torque', 'Turning force: force times lever arm.'),
  term('Torque margin', 'Available torque divided by required torque.'),
  term('Trimmer', 'A small adjustable resistor on a driver that sets its current limit.'),
  term(
    'Uncertainty',
    'The range about a measured value in which the true one is expected, with a stated chance (JCGM 100).',
  ),
  term(
    'Unipolar',
    'A way of driving a motor in which current goes one way through half a winding at a time, by four switches.',
  ),
  term('Wind-up', 'Elastic twist between motor and load: it shows as lost motion that grows with load.'),
];

const escaped = (words: string): string => words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

const BY_FORM: ReadonlyMap<string, Term> = new Map(
  GLOSSARY.flatMap((item) => [item.term, ...item.also].map((form) => [form.toLowerCase(), item] as const)),
);
/** Longer forms first, so that `torque margin` is found before `torque`. */
const FORMS = new RegExp(
  `(?<![\\p{L}\\p{N}])(${[...BY_FORM.keys()]
    .sort((one, other) => other.length - one.length)
    .map(escaped)
    .join('|')})(s?)(?![\\p{L}\\p{N}])`,
  'giu',
);

/** A piece of a text, with the term that it is; null for what lies between. */
export interface TermPiece {
  readonly words: string;
  readonly term: Term | null;
}

/** A text in pieces, its terms of the trade by themselves; together they are the text. */
export function termsIn(text: string): readonly TermPiece[] {
  const pieces: TermPiece[] = [];
  let from = 0;
  for (const match of text.matchAll(FORMS)) {
    if (match.index > from) pieces.push({ words: text.slice(from, match.index), term: null });
    pieces.push({ words: match[0], term: BY_FORM.get((match[1] ?? '').toLowerCase()) ?? null });
    from = match.index + match[0].length;
  }
  if (from < text.length) pieces.push({ words: text.slice(from), term: null });
  return pieces;
}

/** The glossary's terms whose name, forms or meaning hold every word that was typed. */
export function foundTerms(typed: string): readonly Term[] {
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return GLOSSARY.filter((item) => {
    const text = [item.term, ...item.also, item.meaning].join(' ').toLowerCase();
    return wanted.every((word) => text.includes(word));
  });
}

/** The place of a term on the page of the glossary: its words in small letters, joined. */
export const termPlace = (name: string): string => `term-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`;
