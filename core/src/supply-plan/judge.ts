import { feedDrop, feedWarming, fuseLoad, supplyPeak, type AxisContext, type Say } from '../drive-line/index.js';
import { advice, placeOn, stopsFirst, type Finding } from '../finding/index.js';
import type { Machine } from '../machine/index.js';
import { readQuantity, valueOf } from '../shape/index.js';
import { fuseCarries, fuseFor, wireArea, wireCurrentMost, WIRE_RISE_MOST } from '../power/index.js';
import type { Reckoner } from '../reckoner/index.js';
import type { SupplyPlan } from './supply-plan.js';
import { railDraw } from './converter-figures.js';
import { convertersOn, hangsOn, railVoltage } from './rails.js';
import { converterSubject, type Around } from './subjects.js';

/** Share of the voltage that may be lost in the wires (common practice, no source). */
const DROP_MOST = 0.05;
/** Least bulk capacitance at a driver [F] (common practice, no source). */
const BULK_LEAST = 47e-6;
/** How far a load's voltage may be from its rail's (common practice, no source). */
const RAIL_TOLERANCE = 0.1;

/** What is wrong with one supply and all that hangs on it, stops first. */
export function judgeSupply(
  machine: Machine,
  plan: Omit<SupplyPlan, 'findings'>,
  around: Around,
  say: Say,
): readonly Finding[] {
  const found = [
    ...sizeFindings(plan, say),
    ...brakingFindings(plan, say),
    ...plan.subject.reckoner.context.axes.flatMap(({ reckoner }) => feedFindings(reckoner, plan, say)),
    ...railFindings(machine, plan, around, say),
  ];
  return stopsFirst(found);
}

function sizeFindings(
  { supply, voltage, totals, needed, available }: Omit<SupplyPlan, 'findings'>,
  say: Say,
): readonly Finding[] {
  const found: Finding[] = [];
  const place = placeOn('supply', { itemId: supply.id });
  const headroom = readQuantity(supply.headroom, 'ratio').value;
  if (available !== null && needed > available) {
    const bare = needed / headroom;
    found.push({
      id: 'supply-too-small',
      place,
      severity: bare > available ? 'stop' : 'caution',
      sentence:
        bare > available
          ? `All together draw ${say(bare, 'current')}; it gives ${say(available, 'current')}.`
          : `${say(needed, 'current')} is wanted with the headroom; it gives ${say(available, 'current')}, which is ${(available / bare).toFixed(2)}× the draw.`,
      remedies: [advice('Choose a larger one, or feed some axes from a second.')],
    });
  }
  if (totals.missing.length > 0)
    found.push({
      id: 'load-not-known',
      place,
      severity: 'caution',
      sentence: `Not counted, because something about it is not known: ${totals.missing.join('; ')}.`,
      remedies: [advice('Fill in what is missing.')],
    });
  if (totals.rough.length > 0)
    found.push({
      id: 'load-rough',
      place,
      severity: 'caution',
      sentence: `Counted without speeding up, because mass, acceleration or load is not known: ${totals.rough.join('; ')}.`,
      remedies: [advice('Enter the job and the moving mass.')],
    });
  const [least, most] = [
    valueOf(supply.specification.adjustLeast, 'voltage'),
    valueOf(supply.specification.adjustMost, 'voltage'),
  ];
  if (
    supply.set !== null &&
    voltage !== null &&
    ((least !== null && voltage < least * (1 - 1e-9)) || (most !== null && voltage > most * (1 + 1e-9)))
  )
    found.push({
      id: 'set-out-of-range',
      place,
      severity: 'stop',
      sentence: `It cannot be set to ${say(voltage, 'voltage')}: its range is ${least === null ? 'up to' : `${say(least, 'voltage')} to`} ${most === null ? 'higher' : say(most, 'voltage')}.`,
      remedies: [advice('Set it within its range.')],
    });
  return found;
}

function brakingFindings({ supply, braking }: Omit<SupplyPlan, 'findings'>, say: Say): readonly Finding[] {
  if (braking?.limit == null || braking.after <= braking.limit) return [];
  const enough = braking.enough ?? Infinity;
  const place = placeOn('supply', { itemId: supply.id });
  return [
    {
      id: 'bus-after-braking',
      place,
      severity: 'stop',
      sentence: `All axes braking at once, and weights let down over their travel, feed back ${say(braking.energy, 'energy')} at most: the bus goes from ${say(braking.before, 'voltage')} to ${say(braking.after, 'voltage')}, above the ${say(braking.limit, 'voltage')} of the ${braking.limitOf}.`,
      remedies: [
        advice(
          Number.isFinite(enough)
            ? `Put ${say(enough, 'capacitance')} on the bus in all, brake more slowly, or fit a brake resistor that switches in.`
            : 'The voltage alone is above that limit: lower it.',
        ),
      ],
    },
  ];
}

function feedFindings(
  reckoner: Reckoner<AxisContext>,
  { supply, voltage, braking }: Omit<SupplyPlan, 'findings'>,
  say: Say,
): readonly Finding[] {
  const { axis } = reckoner.context;
  const { feed, letter } = axis;
  const place = placeOn('supply', { axisId: axis.id, itemId: supply.id });
  const found: Finding[] = [];
  const [drop, warming, current] = [feedDrop, feedWarming, supplyPeak].map((item) => reckoner.value(item));
  const draw = fuseLoad(reckoner);
  if (drop != null && voltage !== null && drop > DROP_MOST * voltage)
    found.push({
      id: `drop-${axis.id}`,
      place,
      severity: 'caution',
      sentence: `${letter}: its wires lose ${say(drop, 'voltage')}, more than 5 %.`,
      remedies: [advice('Take thicker or shorter wire.')],
    });
  if (warming != null && warming > WIRE_RISE_MOST)
    found.push({
      id: `warm-${axis.id}`,
      place,
      severity: 'stop',
      sentence: `${letter}: its wires become ${Math.round(warming)} K warmer than the air; ${WIRE_RISE_MOST} K is usual.`,
      remedies: [advice('Take thicker wire.')],
    });
  const fuse = valueOf(feed.fuse, 'current');
  const wireMost = feed.wire ? wireCurrentMost(wireArea(feed.wire)) : null;
  if (fuse !== null && wireMost !== null && fuse > wireMost)
    found.push({
      id: `fuse-above-wire-${axis.id}`,
      place,
      severity: 'stop',
      sentence: `${letter}: a fuse of ${say(fuse, 'current')} does not protect its wire, which is good for ${say(wireMost, 'current')}.`,
      remedies: [advice('A fuse is chosen for the wire, not only for the load: take a smaller fuse or thicker wire.')],
    });
  if (fuse !== null && current != null && fuseCarries(fuse) < current * (1 - 1e-9))
    found.push({
      id: `fuse-below-load-${axis.id}`,
      place,
      severity: 'caution',
      sentence: `${letter}: a fuse of ${say(fuse, 'current')} carries ${say(fuseCarries(fuse), 'current')} continuously; the axis draws ${say(current, 'current')} on a ramp.`,
      remedies: [
        advice(
          wireMost === null
            ? 'Take a larger fuse that the wire still allows.'
            : fuseAdvice(draw ?? current, wireMost, say),
        ),
      ],
    });
  const bulk = valueOf(feed.capacitance, 'capacitance');
  if (bulk !== null && bulk < BULK_LEAST)
    found.push({
      id: `bulk-${axis.id}`,
      place,
      severity: 'caution',
      sentence: `${letter}: ${say(bulk, 'capacitance')} at its driver; ${say(BULK_LEAST, 'capacitance')} is the least, 100 µF usual.`,
      remedies: [advice('Fit a larger capacitor close to its motor supply pins.')],
    });
  const rated = valueOf(feed.capacitorVoltage, 'voltage');
  if (rated !== null && braking && rated < braking.before)
    found.push({
      id: `capacitor-rating-${axis.id}`,
      place,
      severity: 'stop',
      sentence: `${letter}: its capacitor is rated ${say(rated, 'voltage')}; the supply gives ${say(braking.before, 'voltage')}.`,
      remedies: [advice('Fit one rated above the bus after braking.')],
    });
  return found;
}

function fuseAdvice(current: number, wireMost: number, say: Say): string {
  const fit = fuseFor(current, wireMost);
  return fit === null
    ? 'No usual fuse carries this load and protects this wire: take thicker wire.'
    : `Take a fuse of ${say(fit, 'current')}.`;
}

function railFindings(
  machine: Machine,
  { supply }: Omit<SupplyPlan, 'findings'>,
  around: Around,
  say: Say,
): readonly Finding[] {
  const converters = convertersOn(machine, supply.id);
  const found: Finding[] = [];
  for (const item of converters) {
    const name = item.name || 'Converter';
    const place = placeOn('supply', { itemId: item.id });
    const [volts, most] = [
      valueOf(item.specification.voltage, 'voltage'),
      valueOf(item.specification.current, 'current'),
    ];
    const power = converterSubject(machine, item, around).reckoner.value(railDraw);
    const fed = railVoltage(machine, item.from);
    if (volts !== null && fed !== null && volts >= fed)
      found.push({
        id: `converter-up-${item.id}`,
        place,
        severity: 'caution',
        sentence: `${name}: it makes ${say(volts, 'voltage')} from ${say(fed, 'voltage')}.`,
        remedies: [advice('That takes a step-up converter.')],
      });
    if (volts !== null && most !== null && power !== null && power / volts > most)
      found.push({
        id: `converter-small-${item.id}`,
        place,
        severity: 'stop',
        sentence: `${name}: its loads draw ${say(power / volts, 'current')}; it gives ${say(most, 'current')}.`,
        remedies: [advice('Choose a larger one.')],
      });
  }
  const rails = [supply.id, ...converters.map((item) => item.id)];
  for (const item of machine.auxiliaries.filter((load) => rails.some((rail) => hangsOn(load, rail)))) {
    const [wanted, given] = [valueOf(item.specification.voltage, 'voltage'), railVoltage(machine, item.rail ?? '')];
    if (wanted === null || given === null || Math.abs(given / wanted - 1) <= RAIL_TOLERANCE) continue;
    // Run slower on purpose, with what it draws there read from its sheet.
    if (given < wanted && item.drawn !== null) continue;
    found.push({
      id: `rail-voltage-${item.id}`,
      place: placeOn('supply', { itemId: item.id }),
      severity: given > wanted ? 'stop' : 'caution',
      sentence: `${item.name || item.specification.use}: it wants ${say(wanted, 'voltage')} and its rail gives ${say(given, 'voltage')}.`,
      remedies: [
        advice(
          given > wanted
            ? 'Feed it from another rail, or put a converter between.'
            : 'Feed it from another rail; or, if it runs slower on purpose, enter what it draws there by its sheet.',
        ),
      ],
    });
  }
  return found;
}
