import { choiceInput, quantityInput, wholeInput } from '../form/index.js';
import {
  planetaryEfficiency,
  planetaryRatio,
  planetGap,
  planetsFit,
  planetTeeth,
  steppedPlanetsFit,
  type PlanetarySet,
  type TwoRingSet,
} from '../mechanics/index.js';
import { at, circle, around, line, type View } from '../picture/index.js';
import { multiplyRational, ONE, rationalToNumber, rationalToText, type Rational } from '../quantity/index.js';
import { askedOf, readQuantity } from '../shape/index.js';
import { WORK_FIELDS, type WorkOf } from '../work/index.js';
import { guess } from './axes.js';
import { caution, planFigure, planner, stop } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.planetary });

/** What teeth of a material bear at their root while they work [Pa] (common practice, no source). */
const BEARS = {
  steel: { name: 'steel', stress: 150e6 },
  brass: { name: 'brass', stress: 50e6 },
  printed: { name: 'printed plastic', stress: 15e6 },
} as const;
/** Lewis’ form factor of a 20° tooth of a small wheel, about twelve to twenty teeth (handbooks, from memory). */
const LEWIS = 0.28;

const setOf = (work: WorkOf<'planetary'>): PlanetarySet | TwoRingSet => {
  const { sun, ring, planets, secondPlanet, secondRing } = work;
  return work.form === 'one ring' ? { sun, ring, planets } : { sun, ring, planets, secondPlanet, secondRing };
};

/** Pitch circles, to scale. */
function drawing(set: PlanetarySet | TwoRingSet, module: number): View | null {
  const planet = planetTeeth(set);
  if (planet === null) return null;
  const apart = ((set.sun + planet) * module) / 2;
  const middles = Array.from({ length: set.planets }, (_, index) =>
    around(at(0, 0), apart, Math.PI / 2 + (2 * Math.PI * index) / set.planets),
  );
  return {
    name: 'From the front',
    strokes: [
      circle('frame', 0, 0, (set.ring * module) / 2),
      ...('secondRing' in set ? [circle('drive', 0, 0, apart + (set.secondPlanet * module) / 2)] : []),
      circle('commanded', 0, 0, (set.sun * module) / 2),
      ...middles.map(({ x, y }) => circle('moving', x, y, (planet * module) / 2)),
      ...('secondRing' in set ? middles.map(({ x, y }) => circle('drive', x, y, (set.secondPlanet * module) / 2)) : []),
      ...('secondRing' in set ? [] : [line('rail', ...middles, middles[0] ?? at(0, 0))]),
    ],
    measures: [],
    falls: [],
    traces: [],
  };
}

/** A planetary gear by its teeth: its exact ratio, whether it goes together, and what it passes on. */
export const planetary = planner({
  kind: 'planetary',
  name: 'Planetary gear',
  question: 'What is its exact ratio, does it go together, what does it pass on each way, and what do its teeth bear?',
  caution: 'A gear that has failed lets go at once: never let it hold up what can fall on somebody.',
  misfit: () => null,
  first: () => ({
    kind: 'planetary',
    form: 'one ring',
    sun: 12,
    ring: 60,
    planets: 3,
    secondPlanet: 21,
    secondRing: 57,
    stages: 1,
    mesh: guess('97 %'),
    module: guess('1 mm'),
    width: guess('8 mm'),
    made: 'steel',
    torque: guess('2 N·m'),
  }),
  inputs: (_, work) => [
    choiceInput(work, 'form', 'Form', {
      'one ring': 'one ring held, the planets’ carrier drives',
      'two rings': 'stepped planets in two rings, the second drives',
    }),
    wholeInput(work, 'sun', asked.sun),
    wholeInput(work, 'ring', asked.ring, 'Of the ring that is held.'),
    wholeInput(work, 'planets', asked.planets),
    ...(work.form === 'two rings'
      ? [wholeInput(work, 'secondPlanet', asked.secondPlanet), wholeInput(work, 'secondRing', asked.secondRing)]
      : [wholeInput(work, 'stages', asked.stages, 'One behind the other.')]),
    quantityInput(work, 'mesh', asked.mesh, 'Metal in oil about 98 to 99 %, plastic and dry ones 93 to 97 %.'),
    quantityInput(work, 'module', asked.module),
    quantityInput(work, 'width', asked.width),
    choiceInput(work, 'made', 'Made of', {
      steel: BEARS.steel.name,
      brass: BEARS.brass.name,
      printed: BEARS.printed.name,
    }),
    quantityInput(work, 'torque', asked.torque),
  ],
  plan: (_, work, say) => {
    const set = setOf(work);
    const one = planetaryRatio(set);
    const planet = planetTeeth(set);
    const isTwo = work.form === 'two rings';
    const stages = isTwo ? 1 : work.stages;
    const ratio =
      one && Array.from({ length: stages }).reduce<Rational>((product) => multiplyRational(product, one), ONE);
    const exact = ratio === null ? null : rationalToNumber(ratio);
    const losses = planetaryEfficiency(set, readQuantity(work.mesh, 'ratio').value);
    const forward = losses && (losses.forward > 0 ? losses.forward ** stages : losses.forward);
    const backward = losses && (losses.backward > 0 ? losses.backward ** stages : losses.backward);
    const module = readQuantity(work.module, 'length').value;
    const gap = planet === null ? null : planetGap(set) * module;
    const secondGap = planet !== null && 'secondPlanet' in set ? planetGap(set, set.secondPlanet) * module : null;
    // A second mesh has to stand as far from the middle as the first, by another module where the teeth differ.
    const secondModule =
      planet !== null && 'secondRing' in set
        ? (module * (set.sun + planet)) / (set.secondRing - set.secondPlanet)
        : null;
    const fits = 'secondRing' in set ? steppedPlanetsFit(set) : planetsFit(set);
    const torque = readQuantity(work.torque, 'torque').value;
    // The torque of the last stage's carrier pulls at the planets' axles, half of it on each side of a planet.
    const force =
      planet === null
        ? null
        : 'secondRing' in set
          ? torque / (work.planets * ((set.secondRing * (secondModule ?? module)) / 2))
          : torque / (work.planets * (((set.sun + planet) * module) / 2)) / 2;
    const width = readQuantity(work.width, 'length').value;
    const stress = force === null ? null : force / (width * (secondModule ?? module) * LEWIS);
    return {
      figures: [
        planFigure(
          {
            name: 'Ratio',
            symbol: 'i',
            dimension: 'ratio',
            working:
              ratio === null
                ? 'The planets do not fit between sun and ring.'
                : `Exactly ${rationalToText(ratio)}${exact !== null && exact < 0 ? ', turning the other way' : ''}: ${
                    isTwo ? '(1 + R1/S)/(1 − R1·P2/(P1·R2))' : '1 + R/S, stages multiplied'
                  } (Willis). Enter it as a pair of wheels with these teeth, or as planetary stages.`,
          },
          exact,
        ),
        planFigure({ name: 'Planet teeth', symbol: 'P', dimension: 'count', working: '(R − S)/2.' }, planet),
        planFigure(
          {
            name: 'It passes on',
            symbol: 'η',
            dimension: 'ratio',
            isShare: true,
            isGuess: work.mesh.from === 'assumed',
            working:
              'From what the meshes lose while they roll (VDI 2157), which is not the product of their efficiencies.',
          },
          forward,
        ),
        planFigure(
          {
            name: 'It passes on driven back',
            symbol: '',
            dimension: 'ratio',
            isShare: true,
            isGuess: work.mesh.from === 'assumed',
            working: 'The same with the last shaft driving; 0 % or less: it locks.',
          },
          backward,
        ),
        planFigure(
          {
            name: 'Between neighbouring planets',
            symbol: '',
            dimension: 'length',
            least: 0,
            working: '((S + P) · sin(π/n) − (P + 2)) · m, tip to tip.',
          },
          work.planets === 1 ? null : gap,
        ),
        ...(secondModule === null
          ? []
          : [
              planFigure(
                {
                  name: 'Module of the second mesh',
                  symbol: 'm₂',
                  dimension: 'length',
                  working: 'm · (S + P1)/(R2 − P2): both stand as far from the middle, unless the teeth are shifted.',
                },
                secondModule,
              ),
            ]),
        planFigure(
          {
            name: `Stress at the root of a tooth, ${BEARS[work.made].name}`,
            symbol: 'σ',
            dimension: 'ratio',
            isShare: true,
            isGuess: true,
            most: 1,
            working: `Force/(width · module · 0.28) by Lewis, as a share of the ${BEARS[work.made].stress / 1e6} MPa that such teeth bear for long (common practice): planets share the load evenly here, which they never quite do.`,
          },
          stress === null ? null : stress / BEARS[work.made].stress,
        ),
      ],
      warnings: [
        ...(planet === null
          ? [stop('Ring less sun has to be twice a whole number: no planet fits between them.')]
          : []),
        ...('secondRing' in set && set.secondRing <= set.secondPlanet
          ? [stop('The second ring has no more teeth than the planets that roll in it.')]
          : []),
        ...(planet !== null && one === null
          ? [stop('Both rings would stand still against each other: change a tooth.')]
          : []),
        ...(planet !== null && !fits
          ? [
              stop(
                isTwo
                  ? `${work.planets} like planets do not mesh with both rings: (R2 · P1 − R1 · P2) is no multiple of planets times what divides P1 and P2, or (S + R1) is none of the planets.`
                  : `${work.planets} planets do not fit evenly: (S + R)/n is not whole.`,
              ),
            ]
          : []),
        ...(gap !== null && gap <= 0 && work.planets > 1
          ? [
              stop(
                `Neighbouring planets collide by ${say(-gap, 'length')}, though they may be spaced evenly: fewer of them, or a larger sun.`,
              ),
            ]
          : []),
        ...(secondGap !== null && secondGap <= 0 && work.planets > 1
          ? [stop('The planets’ second wheels collide.')]
          : []),
        ...(backward !== null && backward <= 0
          ? [
              caution(
                'It locks when it is driven back, at rest and without shaking: never rely on it to hold what can hurt.',
              ),
            ]
          : []),
        ...(forward !== null && forward < 0.5
          ? [caution('Less than half comes out: by such a gear a motor mostly warms oil.')]
          : []),
        ...(work.made === 'printed'
          ? [
              caution(
                'Printed teeth creep under a standing load, soften above 50 °C to 60 °C beside a warm motor, and wear fast: no more than a tenth of this for what is held all day, and look at them after an hour.',
              ),
            ]
          : []),
      ],
      tables: [],
      drawing: drawing(set, module),
      files: [],
    };
  },
});
