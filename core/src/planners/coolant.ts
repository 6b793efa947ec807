import { quantityInput } from '../form/index.js';
import { askedOf, quantityOf, readQuantity } from '../shape/index.js';
import { auxiliaryDraw, auxiliarySubject } from '../supply-plan/index.js';
import { WORK_FIELDS } from '../work/index.js';
import { caution, planFigure, planner, stop } from './planner.js';
import { mostOn, ridesInput } from './riding.js';

const asked = askedOf({ fields: WORK_FIELDS.coolant });
const q = (text: string) => quantityOf(text, 'assumed');

/** Emulsion is nearly as heavy as water [kg/m³]. */
const DENSITY = 1000;
/** Chips settle where what is in the tank goes round no quicker than this [s] (common practice, no source). */
const SETTLES_IN = 300;
const HOUR = 3600;

/** A tank of coolant: what it holds, how long it lasts, and whether it takes what comes back. */
export const coolant = planner({
  kind: 'coolant',
  name: 'Coolant tank',
  question: 'How long does the tank last, and does it take what comes back when the pump stops?',
  caution:
    'Keep coolant away from whatever is live, and a pump on the mains behind a residual current device; have it wired by somebody qualified. Mist harms lungs.',
  misfit: () => null,
  first: () => ({
    kind: 'coolant',
    long: q('400 mm'),
    wide: q('250 mm'),
    high: q('200 mm'),
    level: q('150 mm'),
    least: q('40 mm'),
    flow: q('4 L/min'),
    lost: q('0.5 L/h'),
    hose: q('2 m'),
    bore: q('8 mm'),
    drains: q('10 s'),
    rides: '',
  }),
  inputs: (machine, work) => [
    quantityInput(work, 'long', asked.long),
    quantityInput(work, 'wide', asked.wide),
    quantityInput(work, 'high', asked.high),
    quantityInput(work, 'level', asked.level, 'With the pump off and everything run back.'),
    quantityInput(work, 'least', asked.least, 'A finger’s breadth above its intake.'),
    quantityInput(work, 'flow', asked.flow, 'A bucket and a watch: what comes out at the nozzle.'),
    quantityInput(work, 'lost', asked.lost, 'By the level before and after a day’s work.'),
    quantityInput(work, 'hose', asked.hose),
    quantityInput(work, 'bore', asked.bore),
    quantityInput(work, 'drains', asked.drains, 'From the stop of the pump until the return only drips.'),
    ridesInput(machine, work, 'The tank stands on', 'the floor'),
  ],
  plan: (machine, work, say) => {
    const length = (key: 'long' | 'wide' | 'high' | 'level' | 'least' | 'hose' | 'bore'): number =>
      readQuantity(work[key], 'length').value;
    const [flow, lost] = [readQuantity(work.flow, 'liquid-flow').value, readQuantity(work.lost, 'liquid-flow').value];
    const base = length('long') * length('wide');
    const holds = base * length('level');
    // While it runs a part of it is on its way: in the hose, and on the table until that has run back.
    const away = flow * readQuantity(work.drains, 'time').value + (Math.PI / 4) * length('bore') ** 2 * length('hose');
    const running = length('level') - away / base;
    const spare = base * (running - length('least'));
    const around = (base * running) / flow;
    const pumps = machine.auxiliaries.filter(({ specification }) => specification.use === 'coolant');
    const drawn = pumps.map((item) => auxiliarySubject(machine, item).reckoner.value(auxiliaryDraw));
    const power = drawn.reduce<number | null>((sum, item) => (sum === null || item === null ? null : sum + item), 0);
    const most = work.rides === '' ? null : mostOn(machine, work.rides);
    return {
      figures: [
        planFigure(
          { name: 'It holds', symbol: 'V', dimension: 'volume', working: 'Long times wide times the level.' },
          holds,
        ),
        planFigure(
          {
            name: 'It weighs',
            symbol: '',
            dimension: 'mass',
            most,
            working: 'As heavy as water; the tank itself comes on top.',
          },
          DENSITY * holds,
        ),
        planFigure(
          {
            name: 'On its way while the pump runs',
            symbol: '',
            dimension: 'volume',
            most: holds,
            working: 'What fills the hose, π/4·d²·l, and the flow for as long as it goes on running back.',
          },
          away,
        ),
        planFigure(
          {
            name: 'Level while the pump runs',
            symbol: '',
            dimension: 'length',
            least: length('least'),
            working: 'Level while it stands, less what is on its way over the ground of the tank.',
          },
          running,
        ),
        planFigure(
          {
            name: 'Fill it while it runs to, at most',
            symbol: '',
            dimension: 'length',
            working: 'The brim less what comes back when the pump stops: filled higher it runs over then.',
          },
          length('high') - away / base,
        ),
        planFigure(
          {
            name: 'Hours of running until it is low',
            symbol: '',
            dimension: 'count',
            working: 'What stands above the level that the pump needs, by what is lost.',
          },
          Math.max(0, spare) / lost / HOUR,
        ),
        planFigure(
          {
            name: 'Goes round in',
            symbol: '',
            dimension: 'time',
            least: SETTLES_IN,
            working:
              'What is in the tank by the flow. Below about five minutes chips have no time to settle (common practice).',
          },
          Math.max(0, around),
        ),
        ...(pumps.length > 0
          ? [
              planFigure(
                {
                  name: pumps.length === 1 ? 'The pump draws' : 'The pumps draw',
                  symbol: 'P',
                  dimension: 'power',
                  working: 'As the auxiliary of the supply says.',
                },
                power,
              ),
            ]
          : []),
      ],
      warnings: [
        ...(length('level') > length('high')
          ? [stop('The level stands above the brim: say what it is while the pump stands.')]
          : []),
        ...(running < length('least')
          ? [
              stop(
                `The pump draws air: ${say(away, 'volume')} are on their way, and the level falls to ${say(running, 'length')}.`,
              ),
            ]
          : []),
        ...(around < SETTLES_IN && running >= length('least')
          ? [
              caution(
                'What comes back is pumped again before its chips have settled: a larger tank, less flow, or a sieve before the intake.',
              ),
            ]
          : []),
        ...(pumps.length === 0
          ? [
              caution(
                'No pump is among the auxiliaries yet: add it under Supply, with the words that switch it, so that it is counted and programs are checked for it.',
              ),
            ]
          : pumps
              .filter(({ on, off }) => on.trim() === '' || off.trim() === '')
              .map(({ name }) =>
                caution(
                  `${name || 'The pump'} has no words that switch it on and off: no program is checked for them.`,
                ),
              )),
        ...(work.rides !== '' && most !== null && DENSITY * holds > most
          ? [
              stop(
                `The motors of ${work.rides} bear no more than ${say(most, 'mass')} besides what it moves: stand the tank on the floor.`,
              ),
            ]
          : []),
      ],
      tables: [],
      drawing: null,
      files: [],
    };
  },
});
