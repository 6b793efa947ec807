import { axisContext, sayIn } from '@crisp-notch/core/drive-line';
import { moveFacts, type MoveFacts } from '@crisp-notch/core/first-moves';
import { newMachine, type Machine } from '@crisp-notch/core/machine';
import { Reckoner } from '@crisp-notch/core/reckoner';
import { quantityOf } from '@crisp-notch/core/shape';
import { timeWords } from '../data/time-words';
import { copiedParts, jogOrder, marksOf, sightWords, standsOf } from './moves.state';

const shown = sayIn('metric');
const say: typeof shown = (...said) => shown(...said).replaceAll('\u00a0', ' ');

function router(): Machine {
  const machine = newMachine('Example', 'router');
  return {
    ...machine,
    axes: machine.axes.map((axis) => ({
      ...axis,
      job: { ...axis.job, travel: quantityOf('400 mm') },
      motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: quantityOf('1.8 °') } },
      transmission:
        axis.transmission.specification.kind === 'screw'
          ? {
              ...axis.transmission,
              specification: { ...axis.transmission.specification, pitch: quantityOf('8 mm') },
            }
          : axis.transmission,
    })),
  };
}

function factsOf(machine: Machine): MoveFacts {
  const axis = machine.axes.find((item) => item.transmission.specification.kind === 'screw');
  const context = axisContext(machine, axis?.id ?? '');
  const facts = context && moveFacts(new Reckoner(context));
  if (!facts) throw new Error('the example moves');
  return facts;
}

const sight = { letter: 'X', place: 0.1, commanded: 0.12, lost: 0, isDriving: true, isTrembling: false };

describe('the first moves as they are seen', () => {
  const facts = factsOf(router());

  it('take a rig for out of date once the design is another, and not for what was seen on it', () => {
    const machine = router();
    const [axis] = machine.axes;
    if (!axis) throw new Error('an axis is expected');
    const entry = {
      step: 'turn',
      by: 'rig',
      saw: 'right',
      isRight: true,
      shown: [],
      of: '',
      on: '2026-11-03',
      revision: 1,
    } as const;
    const seen = { ...machine, note: 'x', axes: [{ ...axis, moves: [entry] }, ...machine.axes.slice(1)] };
    expect(copiedParts(seen)).toBe(copiedParts(machine));
    const finer = { ...axis, driver: { ...axis.driver, microsteps: 32 } };
    expect(copiedParts({ ...machine, axes: [finer, ...machine.axes.slice(1)] })).not.toBe(copiedParts(machine));
  });

  it('put the carriage where it really is, by the letter of its axis', () => {
    const machine = router();
    const [axis] = machine.axes;
    expect([...standsOf(machine, [{ ...sight, letter: axis?.letter ?? '' }])]).toEqual([[axis?.id ?? '', 0.1]]);
    expect(standsOf(machine, [{ ...sight, letter: 'Q' }]).size).toBe(0);
  });

  it('mark what is commanded, what is, and the fence, as shares of the travel', () => {
    const marks = marksOf(facts, sight, { low: 0.02, high: 0.38 }, say);
    expect(marks.map(({ tone, share }) => [tone, Math.round(share * 1000) / 1000])).toEqual([
      ['fence', 0.05],
      ['fence', 0.95],
      ['commanded', 0.3],
      ['lost', 0.25],
    ]);
    const lost = marksOf(facts, { ...sight, lost: 280 }, null, say);
    expect(lost.at(-1)).toEqual(jasmine.objectContaining({ tone: 'lost', words: 'it is at 100 mm' }));
    // A table is within its turn, however often it went round.
    const round = marksOf(
      { ...facts, isTurning: true, hasEnds: false, travel: 2 * Math.PI },
      { ...sight, place: 5 * Math.PI },
      null,
      say,
    );
    expect(round.at(-1)?.share).toBeCloseTo(0.5, 9);
  });

  it('tell lost steps in words', () => {
    expect(sightWords(facts, { ...sight, lost: 280 }, say)).toBe(
      `${facts.letter} is out of step: 280 full steps behind, 20 mm from where it was sent.`,
    );
    expect(sightWords(facts, { ...sight, isDriving: false }, say)).toContain('free');
    expect(sightWords(facts, sight, say)).toBe(`${facts.letter} stands 20 mm short of where it was sent.`);
    expect(sightWords(facts, { ...sight, place: 0.1202 }, say)).toContain('holds');
    expect(sightWords(facts, { ...sight, isTrembling: true }, say)).toContain('trembles');
    expect(sightWords(facts, null, say)).toBe('');
  });

  it('say a time in the unit in which it reads well', () => {
    expect([250e-6, 0.0213, 52.43, 4000].map((seconds) => timeWords(seconds).replaceAll('\u00a0', ' '))).toEqual([
      '250 µs',
      '21.3 ms',
      '52.4 s',
      '66.7 min',
    ]);
  });

  it('let a held arrow key run to the fence and not beyond, and back from it', () => {
    const fence = { low: 0.02, high: 0.38 };
    const at = (place: number) => ({ pulses: place * facts.perUnit, isKnown: true });
    const high = 0.38 * facts.perUnit;
    expect(jogOrder(facts, fence, at(0.1), 1, say)).toEqual({ kind: 'run', until: Math.floor(high) });
    expect(jogOrder(facts, fence, at(0.38 - 1.5 / facts.perUnit), 1, say)).toEqual({
      kind: 'run',
      until: Math.floor(high),
    });
    for (const place of [0.38, 0.5])
      expect(jogOrder(facts, fence, at(place), 1, say)).toEqual({
        kind: 'rest',
        says: `${facts.letter} is at its fence, 380 mm.`,
      });
    // Never by a part of a pulse beyond it either, on either side.
    const between = { low: 20.4 / facts.perUnit, high: 99.6 / facts.perUnit };
    expect(jogOrder(facts, between, at(50 / facts.perUnit), 1, say)).toEqual({ kind: 'run', until: 99 });
    expect(jogOrder(facts, between, at(50 / facts.perUnit), -1, say)).toEqual({ kind: 'run', until: 21 });
    expect(jogOrder(facts, fence, { ...at(0.5), isKnown: false }, 1, say)).toEqual({ kind: 'run', until: null });
  });
});
