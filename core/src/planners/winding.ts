import { choiceInput, quantityInput, wholeInput, type FormInput } from '../form/index.js';
import type { Machine } from '../machine/index.js';
import { copperResistance } from '../power/index.js';
import { commentWords, isAxisWord, numberWord } from '../program/index.js';
import { formatNumber, rationalFromNumber, rationalToNumber, type Rational } from '../quantity/index.js';
import { askedOf, readQuantity } from '../shape/index.js';
import { WORK_FIELDS, type WorkOf } from '../work/index.js';
import {
  axisInput,
  guess,
  letterOf,
  notReckoned,
  noWord,
  plannedAxis,
  slides,
  stepsOfTurn,
  turns as isTurning,
} from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.winding });
const FULL_TURN = 2 * Math.PI;
const MINUTE = 60;
/** A bobbin that is longer than this would never be wound by hand. */
const LAYERS_MOST = 1000;

/** One layer of a bobbin as it is wound. */
export interface WoundLayer {
  readonly layer: number;
  /** Turns before it, and in it. */
  readonly from: number;
  readonly turns: number;
  /** Of a turn [m], by the middle of the wire. */
  readonly perTurn: number;
  /** Which way the guide goes. */
  readonly goesOut: boolean;
}

/** Layers of so many turns: whole turns side by side, and what is left in the last. */
export function woundLayers(work: WorkOf<'winding'>): readonly WoundLayer[] {
  const length = (key: 'wire' | 'core' | 'width'): number => readQuantity(work[key], 'length').value;
  const side = Math.floor(length('width') / length('wire') + 1e-9);
  if (side < 1) return [];
  const layers: WoundLayer[] = [];
  for (let from = 0; from < work.turns && layers.length < LAYERS_MOST; from += side) {
    const layer = layers.length + 1;
    layers.push({
      layer,
      from,
      turns: Math.min(side, work.turns - from),
      perTurn: Math.PI * (length('core') + length('wire') * (2 * layer - 1)),
      goesOut: layer % 2 === 1,
    });
  }
  return layers;
}

/** Where the guide stands after so many turns [m from the flange that it began at]. */
export function guideAt(layers: readonly WoundLayer[], pitch: number, turns: number): number {
  const here = layers.find(({ from, turns: its }) => turns <= from + its) ?? layers.at(-1);
  if (!here) return 0;
  const side = layers[0]?.turns ?? 0;
  const gone = Math.min(here.turns, turns - here.from);
  return pitch * (here.goesOut ? gone : side - gone);
}

/** The words of the winding from a turn on, layer by layer: both axes in the time that each layer takes (G93). */
function program(machine: Machine, work: WorkOf<'winding'>, layers: readonly WoundLayer[]): string {
  const pitch = readQuantity(work.wire, 'length').value;
  const perMinute = (readQuantity(work.speed, 'spindle-speed').value / FULL_TURN) * MINUTE;
  const lines = layers.flatMap(({ layer, from, turns }) => {
    const begin = Math.max(from, work.done);
    const end = from + turns;
    return begin >= end
      ? []
      : [
          commentWords(`layer ${layer}, to turn ${end}`),
          `G1 ${work.axis}${numberWord(end * 360, 3)} ${work.guide}${numberWord(guideAt(layers, pitch, end) * 1000, 5)} F${numberWord(perMinute / (end - begin), 6)}`,
        ];
  });
  return [
    commentWords(`${machine.name}: ${work.turns} turns, from turn ${work.done}`),
    'G21 G90',
    `G0 ${work.guide}${numberWord(guideAt(layers, pitch, work.done) * 1000, 5)}`,
    'G93',
    ...lines,
    'G94',
    'M2',
    '',
  ].join('\n');
}

const share = (numerator: Rational, denominator: Rational): number =>
  rationalToNumber(numerator) / rationalToNumber(denominator);

/** Which axis leads the wire. */
function guideInput(machine: Machine, work: WorkOf<'winding'>): FormInput<WorkOf<'winding'>> {
  const input = axisInput(machine, { axis: work.guide }, slides, 'Guide on');
  return { ...input, put: (value: string) => ({ ...work, guide: input.put(value).axis }) };
}

/** Wire or twine on a bobbin: layers, length, ohms, the guide's steps, and where to go on after a pause. */
export const winding = planner({
  kind: 'winding',
  name: 'Winding',
  question: 'How many layers does it take, how much wire, and where do bobbin and guide stand after a pause?',
  caution:
    'Wire and twine cut and pull fingers in: no gloves, and a stop within reach of the hand that feels the wire.',
  misfit: (machine) =>
    machine.axes.some(isTurning) && machine.axes.some(slides)
      ? null
      : 'Winding wants one axis that turns the bobbin and one that leads the wire.',
  first: (machine) => ({
    kind: 'winding',
    axis: letterOf(machine, isTurning),
    guide: letterOf(machine, slides),
    turns: 800,
    wire: guess('0.35 mm'),
    copper: guess('0.3 mm'),
    material: 'copper',
    core: guess('12 mm'),
    width: guess('20 mm'),
    flange: guess('40 mm'),
    speed: guess('200 rpm'),
    done: 0,
  }),
  inputs: (machine, work) => [
    axisInput(machine, work, isTurning, 'Bobbin on'),
    guideInput(machine, work),
    wholeInput(work, 'turns', asked.turns),
    quantityInput(work, 'wire', asked.wire, 'Ten turns side by side, over ten.'),
    choiceInput(work, 'material', 'It is', { copper: 'copper wire', none: 'twine or cord' }),
    ...(work.material === 'copper' ? [quantityInput(work, 'copper', asked.copper)] : []),
    quantityInput(work, 'core', asked.core),
    quantityInput(work, 'width', asked.width),
    quantityInput(work, 'flange', asked.flange),
    quantityInput(work, 'speed', asked.speed),
    wholeInput(work, 'done', asked.done, 'Where it was stopped; 0 to begin.'),
  ],
  plan: (machine, work, say) => {
    const bobbin = plannedAxis(machine, work.axis, 'rotary');
    const guide = plannedAxis(machine, work.guide);
    const length = (key: 'wire' | 'copper' | 'core' | 'width' | 'flange'): number =>
      readQuantity(work[key], 'length').value;
    const layers = woundLayers(work);
    if (layers.length === 0) return unplanned('Not one turn fits between the flanges.');
    const pitch = length('wire');
    const used = layers.reduce((sum, { turns, perTurn }) => sum + turns * perTurn, 0);
    const outside = length('core') + 2 * pitch * layers.length;
    const speed = readQuantity(work.speed, 'spindle-speed').value;
    const turn = bobbin && stepsOfTurn(bobbin);
    const perUnit = guide?.perUnit ?? null;
    const guideSpeed = (speed / FULL_TURN) * pitch;
    const ohms = work.material === 'copper' ? copperResistance((Math.PI / 4) * length('copper') ** 2, used) : null;
    const here = layers.find(({ from, turns }) => work.done < from + turns) ?? null;
    const wire = layers.reduce(
      (sum, { from, turns, perTurn }) => sum + Math.min(Math.max(work.done - from, 0), turns) * perTurn,
      0,
    );
    return {
      figures: [
        planFigure(
          {
            name: 'Turns side by side',
            symbol: '',
            dimension: 'count',
            working: 'Room between the flanges over the wire, whole.',
          },
          layers[0]?.turns ?? null,
        ),
        planFigure(
          { name: 'Layers', symbol: '', dimension: 'count', working: 'The last one need not be full.' },
          layers.length,
        ),
        planFigure(
          {
            name: 'Wound it measures across',
            symbol: '',
            dimension: 'length',
            most: length('flange'),
            working: 'Core and two wires for each layer, wire on wire; by hand a tenth more.',
          },
          outside,
        ),
        planFigure(
          {
            name: 'Wire',
            symbol: 'ℓ',
            dimension: 'length',
            working: 'π · (core + (2k − 1) · wire) for each turn of layer k.',
          },
          used,
        ),
        ...(ohms === null
          ? []
          : [
              planFigure(
                {
                  name: 'Ohms of the coil at 20 °C',
                  symbol: 'R',
                  dimension: 'resistance',
                  working: 'Copper of 1/58 Ω·mm²/m (IEC 60028); ask the meter when it is wound.',
                },
                ohms,
              ),
            ]),
        planFigure(
          {
            name: 'It takes',
            symbol: 't',
            dimension: 'time',
            working: 'Turns over the speed; threading and reversals are not in it.',
          },
          (work.turns * FULL_TURN) / speed,
        ),
        planFigure(
          {
            name: 'Speed of the guide',
            symbol: '',
            dimension: 'speed',
            most: guide?.speed ?? null,
            working: 'One wire a turn.',
          },
          guideSpeed,
        ),
        planFigure(
          {
            name: 'Speed of the bobbin',
            symbol: 'ω',
            dimension: 'angular-speed',
            most: bobbin?.speed ?? null,
            working: 'The most is what its job asks for and its drive line reaches.',
          },
          speed,
        ),
        planFigure(
          {
            name: 'Guide steps for a step of the bobbin',
            symbol: '',
            dimension: 'ratio',
            working: 'Wire · steps for a metre over the steps of a turn.',
          },
          turn && perUnit !== null ? share(rationalFromNumber(pitch * perUnit), turn) : null,
        ),
      ],
      warnings: [
        ...(!bobbin || !turn ? [stop(notReckoned(bobbin, work.axis))] : []),
        ...(!guide || perUnit === null ? [stop(notReckoned(guide, work.guide))] : []),
        ...[work.axis, work.guide].filter((letter) => !isAxisWord(letter)).map((letter) => caution(noWord(letter))),
        ...(outside > length('flange')
          ? [
              stop(
                `It grows to ${say(outside, 'length')}, past its flanges: fewer turns, thinner wire or a wider bobbin.`,
              ),
            ]
          : []),
        ...(guide?.speed != null && guideSpeed > guide.speed * (1 + 1e-9)
          ? [stop('The guide does not keep up with the bobbin: wind slower.')]
          : []),
        ...(bobbin?.speed != null && speed > bobbin.speed * (1 + 1e-9)
          ? [stop('The bobbin does not turn that fast by its job and drive line.')]
          : []),
        ...(work.done > 0 && here
          ? [
              caution(
                `After ${work.done} turns go on in layer ${here.layer}, ${say(guideAt(layers, pitch, work.done), 'length')} from the flange, ${here.goesOut ? 'going out' : 'coming back'}, ${work.turns - work.done} turns to go. Keep the motors powered in the pause: a bobbin that is let go loses its count and its pull.`,
              ),
            ]
          : []),
        ...(work.done >= work.turns ? [stop('All turns are wound.')] : []),
      ],
      tables: [
        {
          name: 'Layers',
          head: ['Layer', 'Turns', 'To turn', 'Guide', 'A turn takes', 'Guide stands then at'],
          rows: layers.map(({ layer, from, turns, perTurn, goesOut }) => [
            layer.toString(),
            turns.toString(),
            (from + turns).toString(),
            goesOut ? 'goes out' : 'comes back',
            say(perTurn, 'length'),
            say(guideAt(layers, pitch, from + turns), 'length'),
          ]),
        },
        ...(work.done > 0
          ? [
              {
                name: 'Where it was stopped',
                head: ['Turns wound', 'Wire on it', 'Steps of the bobbin', 'Steps of the guide'],
                rows: [
                  [
                    work.done.toString(),
                    say(wire, 'length'),
                    turn ? formatNumber(Math.round(work.done * rationalToNumber(turn)), { decimals: 0 }) : 'open',
                    perUnit === null
                      ? 'open'
                      : formatNumber(Math.round(guideAt(layers, pitch, work.done) * perUnit), { decimals: 0 }),
                  ],
                ],
              },
            ]
          : []),
      ],
      drawing: null,
      files:
        bobbin && guide && [work.axis, work.guide].every(isAxisWord) && work.done < work.turns
          ? [
              {
                name: 'winding',
                ending: 'nc',
                label: work.done > 0 ? 'Download what is left' : 'Download the program',
                text: program(machine, work, layers),
              },
            ]
          : [],
    };
  },
});
