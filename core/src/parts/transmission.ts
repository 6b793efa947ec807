import {
  isGuessed,
  isJson,
  choice,
  kinds,
  nullable,
  quantity,
  whole,
  type Of,
  type Json,
  type WithGuesses,
} from '../shape/index.js';
import { guesses, notNegative, positive, share } from './bounds.js';
import { count, fact, word } from './columns.js';
import { guess, join, partKind, shown } from './kind.js';

const efficiency = quantity('ratio', share, 'Efficiency');

/** Where it is driven: the bore of a pulley or pinion, the end of a screw or shaft. */
const driven = (label: string) => ({ shaft: nullable(quantity('length', positive, label)) });
/** Of pulleys, pinion, roller or table hub, all that turns with the last shaft. */
const wheel = (label: string) => ({ inertia: nullable(quantity('inertia', notNegative, label)) });

/** Steeper teeth push the pinion along more than round. */
const HELIX_MOST = Math.PI / 4;

const shape = kinds({
  screw: {
    pitch: nullable(quantity('length', positive, 'Thread pitch')),
    starts: whole(1, 24, 'Starts'),
    ...guesses,
    /** With the efficiency only assumed, form, diameter and friction give it. */
    efficiency,
    form: choice('trapezoidal', 'square', 'v', 'ball'),
    diameter: nullable(quantity('length', positive, 'Outside diameter')),
    /** Of the balls of a ball screw: the thread's root lies deeper by most of it. */
    ballDiameter: nullable(quantity('length', positive, 'Ball diameter')),
    friction: quantity('ratio', notNegative, 'Thread friction'),
    collarFriction: quantity('ratio', notNegative, 'Collar friction'),
    collarDiameter: nullable(quantity('length', positive, 'Collar diameter')),
    /** Between its bearings, and how they hold it. */
    length: nullable(quantity('length', positive, 'Between bearings')),
    ends: choice('fixed-free', 'supported', 'fixed-supported', 'fixed'),
    /** Torque to turn the preloaded nut without load. */
    preload: nullable(quantity('torque', notNegative, 'Nut preload')),
    ...driven('Driven end'),
  },
  belt: {
    pitch: nullable(quantity('length', positive, 'Belt pitch')),
    teeth: whole(1, 10_000, 'Pulley teeth'),
    ...guesses,
    efficiency,
    /** Whole length of the loop, and force for a unit of strain. */
    loop: nullable(quantity('length', positive, 'Length of the loop')),
    tensileStiffness: nullable(quantity('force', positive, 'Tensile stiffness')),
    ...driven('Pulley bore'),
    ...wheel('Pulleys’ inertia'),
  },
  rack: {
    size: choice('module', 'pitch'),
    tooth: nullable(quantity('length', positive, 'Module')),
    teeth: whole(1, 10_000, 'Pinion teeth'),
    /** Between its teeth and straight ones, with the module measured square to a tooth; null: straight. */
    helix: nullable(quantity('angle', { least: 0, most: HELIX_MOST }, 'Helix angle')),
    efficiency,
    ...driven('Pinion bore'),
    ...wheel('Pinion’s inertia'),
    ...guesses,
  },
  roller: {
    diameter: nullable(quantity('length', positive, 'Roller diameter')),
    stock: quantity('length', notNegative, 'Stock thickness'),
    efficiency,
    ...driven('Roller bore'),
    ...wheel('Roller’s inertia'),
  },
  drum: {
    diameter: nullable(quantity('length', positive, 'Drum diameter')),
    rope: quantity('length', notNegative, 'Rope thickness'),
    efficiency,
    ...driven('Drum bore'),
    ...wheel('Drum’s inertia'),
  },
  rotary: { efficiency, ...driven('Table’s shaft'), ...wheel('Hub’s inertia') },
});
export type TransmissionSpecification = Of<typeof shape>;
export type TransmissionKind = TransmissionSpecification['kind'];
type Screw = Extract<TransmissionSpecification, { kind: 'screw' }>;

/** Balls roll, threads rub (common practice, no source). */
export function usualScrewEfficiency(form: Screw['form']): string {
  return form === 'ball' ? '0.9' : '0.3';
}

/** A screw with another form of thread; an efficiency that is only a guess becomes the usual one of that form. */
export function withThreadForm(screw: Screw, form: Screw['form']): Screw {
  const isGuess = screw.efficiency.from === 'assumed';
  return { ...screw, form, efficiency: isGuess ? guess(usualScrewEfficiency(form)) : screw.efficiency };
}

/**
 * A transmission of a kind with nothing known but a usual efficiency: about 0.3 for a plain trapezoidal screw, 0.9 and
 * more for belts, racks and rollers (common practice, no source). Greased steel in bronze or plastic rubs with about
 * 0.12 to 0.2; a thrust bearing rolls.
 */
export function defaultTransmission(kind: TransmissionKind): TransmissionSpecification {
  switch (kind) {
    case 'screw':
      return {
        kind,
        pitch: null,
        starts: 1,
        guessed: ['starts'],
        efficiency: guess('0.3'),
        form: 'trapezoidal',
        diameter: null,
        ballDiameter: null,
        friction: guess('0.15'),
        collarFriction: guess('0'),
        collarDiameter: null,
        length: null,
        ends: 'fixed-supported',
        preload: null,
        shaft: null,
      };
    case 'belt':
      return {
        kind,
        pitch: null,
        teeth: 20,
        guessed: ['teeth'],
        efficiency: guess('0.95'),
        loop: null,
        tensileStiffness: null,
        shaft: null,
        inertia: null,
      };
    case 'rack':
      return {
        kind,
        size: 'module',
        tooth: null,
        teeth: 20,
        helix: null,
        guessed: ['teeth'],
        efficiency: guess('0.9'),
        shaft: null,
        inertia: null,
      };
    case 'roller':
      return { kind, diameter: null, stock: guess('0 mm'), efficiency: guess('0.9'), shaft: null, inertia: null };
    case 'drum':
      return { kind, diameter: null, rope: guess('2 mm'), efficiency: guess('0.9'), shaft: null, inertia: null };
    case 'rotary':
      return { kind, efficiency: guess('0.9'), shaft: null, inertia: null };
  }
}

const frozen = (text: string): Json => ({ text, from: 'assumed', on: null, plusMinus: null });

/** What older versions lack, as it was when each was asked for the first time: these values never change. */
const FROZEN: Readonly<Record<string, Json>> = {
  screw: {
    kind: 'screw',
    pitch: null,
    starts: 1,
    guessed: [],
    efficiency: frozen('0.3'),
    form: 'trapezoidal',
    diameter: null,
    ballDiameter: null,
    friction: frozen('0.15'),
    collarFriction: frozen('0'),
    collarDiameter: null,
    length: null,
    ends: 'fixed-supported',
    preload: null,
    shaft: null,
  },
  belt: {
    kind: 'belt',
    pitch: null,
    teeth: 20,
    guessed: [],
    efficiency: frozen('0.95'),
    loop: null,
    tensileStiffness: null,
    shaft: null,
    inertia: null,
  },
  rack: {
    kind: 'rack',
    size: 'module',
    tooth: null,
    teeth: 20,
    helix: null,
    guessed: [],
    efficiency: frozen('0.9'),
    shaft: null,
    inertia: null,
  },
  roller: {
    kind: 'roller',
    diameter: null,
    stock: frozen('0 mm'),
    efficiency: frozen('0.9'),
    shaft: null,
    inertia: null,
  },
  drum: {
    kind: 'drum',
    diameter: null,
    rope: frozen('2 mm'),
    efficiency: frozen('0.9'),
    shaft: null,
    inertia: null,
  },
  rotary: { kind: 'rotary', efficiency: frozen('0.9'), shaft: null, inertia: null },
};
/** A ball screw's guess, and what a rubbing one was guessed by before version 4. */
const FROZEN_BALL_EFFICIENCY = '0.9';

function completed(older: Json): Json {
  const start = FROZEN[String(older['kind'])];
  if (start === undefined) return older;
  const made = { ...start, ...older };
  const { efficiency: given, form } = made as Json;
  // Before version 4 a ball screw kept the guess of a rubbing one.
  return form === 'ball' && isJson(given) && given['from'] === 'assumed'
    ? { ...made, efficiency: { ...given, text: FROZEN_BALL_EFFICIENCY } }
    : made;
}

const teethOf = (specification: WithGuesses & { readonly teeth: number }): string =>
  isGuessed(specification, 'teeth') ? '' : `${specification.teeth} teeth`;

function summary(specification: TransmissionSpecification): string {
  // A guess says nothing of the part.
  const losses = specification.efficiency.from === 'assumed' ? '' : `η ${specification.efficiency.text}`;
  switch (specification.kind) {
    case 'screw': {
      const { pitch, starts } = specification;
      const threads = isGuessed(specification, 'starts') ? '' : `${starts} ${starts === 1 ? 'start' : 'starts'}`;
      return join('screw', shown(pitch), threads, losses);
    }
    case 'belt':
      return join('belt', shown(specification.pitch), teethOf(specification), losses);
    case 'rack': {
      const { size, tooth, helix } = specification;
      return join(
        'rack',
        tooth && `${size} ${tooth.text}`,
        helix && `helix ${helix.text}`,
        teethOf(specification),
        losses,
      );
    }
    case 'roller':
      return join('roller', shown(specification.diameter), losses);
    case 'drum':
      return join('drum', shown(specification.diameter), losses);
    case 'rotary':
      return join('table', losses);
  }
}

export const transmission = partKind<TransmissionSpecification, typeof shape>({
  plural: 'transmissions',
  group: 'Mechanics',
  shape,
  blank: defaultTransmission('screw'),
  completed,
  columns: [
    word('transmission', 'kind'),
    count('starts', 'starts', true),
    count('teeth', 'teeth', true),
    word('rack_size', 'size'),
    fact('pitch', 'pitch'),
    fact('tooth', 'tooth'),
    fact('helix', 'helix'),
    fact('diameter', 'diameter'),
    fact('stock', 'stock'),
    fact('rope', 'rope'),
    fact('efficiency', 'efficiency'),
    word('thread_form', 'form'),
    word('ends', 'ends'),
    fact('ball_diameter', 'ballDiameter'),
    fact('thread_friction', 'friction'),
    fact('collar_friction', 'collarFriction'),
    fact('collar_diameter', 'collarDiameter'),
    fact('screw_length', 'length'),
    fact('preload', 'preload'),
    fact('belt_loop', 'loop'),
    fact('tensile_stiffness', 'tensileStiffness'),
    fact('shaft', 'shaft'),
    fact('inertia', 'inertia'),
  ],
  // Cells that a screw, belt, rack, roller, drum or table has no use for are passed over, as those of other parts are.
  composed: ({ transmission: kind = '' }) => ({ kind }),
  has: ({ kind }) => Object.keys(FROZEN[String(kind)] ?? {}),
  wanted: () => ({
    pitch: 'pitch',
    diameter: 'diameter',
    tooth: 'module or pitch',
    helix: 'helix angle',
    length: 'length',
    shaft: 'shaft or bore',
    loop: 'loop',
    tensileStiffness: 'stiffness',
  }),
  summary,
  place: {
    at: 'axis',
    station: 'transmission',
    // A turning axis takes only a turning transmission and a sliding one the others: a part never changes the job.
    fits: ({ kind }, job) => (kind === 'rotary') === (job === 'rotary'),
  },
});
