import { stepsPerOutputTurn } from '../drive-line/index.js';
import { choiceInput, quantityInput } from '../form/index.js';
import type { Axis } from '../machine/index.js';
import { drumLayers, drumTilt, ropeAfter, type Drum } from '../mechanics/index.js';
import { STANDARD_GRAVITY } from '../motor/index.js';
import { at, circle, line, rect, type View } from '../picture/index.js';
import { formatNumber } from '../quantity/index.js';
import { askedOf, readQuantity, valueOf } from '../shape/index.js';
import { WORK_FIELDS } from '../work/index.js';
import { axisInput, begun, guess, letterOf, notReckoned, plannedAxis } from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.drum });
const FULL_TURN = 2 * Math.PI;
/** A rope bent sharper than so many of its thicknesses wears soon (common practice, no source). */
const BEND = 16;
const ROWS_MOST = 200;

const winds = ({ transmission, job }: Axis): boolean =>
  job.kind === 'linear' && transmission.specification.kind === 'drum';

/** The drum from the front with its rope, to scale, and the second one. */
function drawing({ diameter, rope, width, flange }: Drum, layers: number, turns: number): View {
  const edge = (flange ?? diameter + 2 * rope * (layers + 1)) / 2;
  const rows = Math.max(1, layers);
  return {
    name: 'From the front',
    strokes: [
      rect('frame', 0, -diameter / 2, width, diameter),
      line('frame', at(0, -edge), at(0, edge)),
      line('frame', at(width, -edge), at(width, edge)),
      ...Array.from({ length: rows }, (_, layer) =>
        Array.from({ length: Math.min(turns, 60) }, (_unused, index) =>
          circle('work', rope * (index + 0.5), -(diameter / 2 + rope * (layer + 0.5)), rope / 2),
        ),
      ).flat(),
      line('rail', at(-0.2 * width, 0), at(1.2 * width, 0)),
    ],
    measures: [],
    falls: [],
    traces: [],
  };
}

/** Rope on a drum: how much a turn takes up in each layer, and whether two drums keep level. */
export const drum = planner({
  kind: 'drum',
  name: 'Drum and rope',
  question: 'How much rope does a turn take up, layer by layer, and do two drums keep what they lift level?',
  caution:
    'What hangs on a rope falls when the power goes or the rope breaks: nobody stands under it, and a brake or a worm holds it.',
  misfit: (machine) =>
    machine.axes.some(winds) ? null : 'Nothing winds a rope here: choose a drum as what an axis drives.',
  first: (machine) => {
    const axis = machine.axes.find(winds);
    const wound = axis?.transmission.specification;
    const known = wound?.kind === 'drum' ? wound : null;
    return {
      kind: 'drum',
      axis: letterOf(machine, winds),
      diameter: begun(known?.diameter, guess('40 mm')),
      rope: begun(known?.rope, guess('2 mm')),
      width: guess('30 mm'),
      flange: guess('60 mm'),
      lies: 'rope-on-rope',
      lift: begun(axis?.job.kind === 'linear' ? axis.job.travel : null, guess('1.5 m')),
      load: begun(axis?.carriage.mass, guess('0.2 kg')),
      second: null,
      apart: guess('400 mm'),
    };
  },
  inputs: (machine, work) => [
    axisInput(machine, work, winds),
    quantityInput(work, 'diameter', asked.diameter, 'Bare, measured across.'),
    quantityInput(work, 'rope', asked.rope, 'Under its load; ten turns side by side, over ten.'),
    quantityInput(work, 'width', asked.width),
    quantityInput(work, 'flange', asked.flange, 'Empty: nothing ends the layers.'),
    choiceInput(work, 'lies', 'Layers lie', {
      'rope-on-rope': 'rope on rope, crossing',
      'in-grooves': 'in the grooves of those below',
    }),
    quantityInput(work, 'lift', asked.lift),
    quantityInput(work, 'load', asked.load),
    quantityInput(work, 'second', asked.second, 'On the same shaft, measured across; empty: there is one.'),
    ...(work.second ? [quantityInput(work, 'apart', asked.apart, 'Between the ropes at what they carry.')] : []),
  ],
  plan: (machine, work, say) => {
    const length = (key: 'diameter' | 'rope' | 'width' | 'lift' | 'apart'): number =>
      readQuantity(work[key], 'length').value;
    const shape: Drum = {
      diameter: length('diameter'),
      rope: length('rope'),
      width: length('width'),
      flange: valueOf(work.flange, 'length'),
      lies: work.lies,
    };
    if (shape.width < shape.rope) return unplanned('Not one turn of the rope fits between the flanges.');
    const axis = plannedAxis(machine, work.axis);
    const lift = length('lift');
    const layers = drumLayers(shape, lift);
    const holds = layers.at(-1)?.holds ?? 0;
    const first = Math.PI * (shape.diameter + shape.rope);
    // Turns that take up just the lift, by halving: layers make it bend.
    let [low, high] = [0, layers.reduce((sum, { turns }) => sum + turns, 0)];
    for (let count = 0; count < 100; count += 1) {
      const middle = (low + high) / 2;
      if ((ropeAfter(layers, middle) ?? Infinity) < lift) low = middle;
      else high = middle;
    }
    const turns = holds >= lift - 1e-12 ? high : null;
    const second = valueOf(work.second, 'length');
    const tilt = second === null || turns === null ? null : drumTilt(shape.diameter, second, turns, length('apart'));
    const last = layers.at(-1);
    const torque = last ? (readQuantity(work.load, 'mass').value * STANDARD_GRAVITY * last.perTurn) / FULL_TURN : null;
    const perTurn = axis?.reckoner.value(stepsPerOutputTurn) ?? null;
    const wrong = turns === null ? null : turns * first - lift;
    const rows =
      turns === null ? [] : Array.from({ length: Math.min(ROWS_MOST, Math.ceil(turns)) }, (_, index) => index + 1);
    return {
      figures: [
        planFigure(
          {
            name: 'A turn takes up, on the bare drum',
            symbol: '',
            dimension: 'length',
            working: 'π · (d + rope): the rope by its middle.',
          },
          first,
        ),
        planFigure(
          {
            name: 'Turns for all of it',
            symbol: '',
            dimension: 'count',
            working: 'Layer by layer until the rope is up.',
          },
          turns,
        ),
        planFigure(
          {
            name: 'Layers',
            symbol: '',
            dimension: 'count',
            working: 'Whole turns side by side between the flanges, then the next layer.',
          },
          turns === null ? null : layers.length,
        ),
        planFigure(
          {
            name: 'Full, the drum holds',
            symbol: '',
            dimension: 'length',
            least: lift,
            working: 'All layers up to one that holds the lift, none further than the flanges reach.',
          },
          holds,
        ),
        planFigure(
          {
            name: 'Out at the end if every turn were like the first',
            symbol: '',
            dimension: 'length',
            most: axis?.tolerance ?? null,
            working: 'Turns · π · (d + rope) − what was really taken up: steps for a millimetre change with the layer.',
          },
          wrong === null ? null : Math.abs(wrong),
        ),
        planFigure(
          {
            name: 'Torque at the drum, on its top layer',
            symbol: 'T',
            dimension: 'torque',
            working: 'Weight times half of that layer’s diameter; on the bare drum it is less.',
          },
          torque,
        ),
        planFigure(
          {
            name: 'Drum over rope',
            symbol: 'd/t',
            dimension: 'ratio',
            least: BEND,
            working: 'A rope bent sharper wears soon (common practice; thin cord bears less).',
          },
          shape.diameter / shape.rope,
        ),
        ...(second === null
          ? []
          : [
              planFigure(
                {
                  name: 'Out of level at the top',
                  symbol: '',
                  dimension: 'angle',
                  working: '(d₁ − d₂)/2 · 2π · turns over what the ropes stand apart.',
                },
                tilt === null ? null : Math.abs(tilt),
              ),
              planFigure(
                {
                  name: 'One side hangs lower by',
                  symbol: '',
                  dimension: 'length',
                  most: axis?.tolerance ?? null,
                  working: 'Rope of one drum less that of the other.',
                },
                turns === null ? null : Math.abs(Math.PI * (shape.diameter - second) * turns),
              ),
            ]),
      ],
      warnings: [
        ...(turns === null
          ? [stop(`The drum holds ${say(holds, 'length')} between its flanges, not the lift: make it wider or larger.`)]
          : []),
        ...(axis && perTurn === null ? [caution(notReckoned(axis, work.axis))] : []),
        ...(layers.length > 1
          ? [
              caution(
                'On more than one layer a step takes up more the higher the rope lies: move by the table, or keep to one layer.',
              ),
            ]
          : []),
        ...(second !== null && second !== shape.diameter
          ? [
              caution(
                'Two drums on one shaft keep level only if both measure the same: turn the larger down, or tape the smaller.',
              ),
            ]
          : []),
      ],
      tables: [
        {
          name: 'Turn by turn',
          head: ['Turns', 'Taken up', 'A turn here', 'Steps'],
          rows: rows.map((turn) => {
            const at = Math.min(turn, turns ?? turn);
            const here = layers.find(
              (_, index) => layers.slice(0, index + 1).reduce((sum, item) => sum + item.turns, 0) >= at - 1e-9,
            );
            return [
              formatNumber(at, { significant: 4 }),
              say(ropeAfter(layers, at) ?? 0, 'length'),
              say(here?.perTurn ?? first, 'length'),
              perTurn === null ? 'open' : formatNumber(Math.round(perTurn * at), { decimals: 0 }),
            ];
          }),
        },
      ],
      drawing: drawing(shape, layers.length, layers[0]?.turns ?? 0),
      files: [],
    };
  },
});
