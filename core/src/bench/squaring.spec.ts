import { homeAsked, MOVE_STEPS, moveFacts, type MoveFacts } from '../first-moves/index.js';
import { axisContext, sayIn } from '../drive-line/index.js';
import type { Machine } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { RigAtHand } from './at-hand.js';
import { screwTruth } from '../testing/bench-rig.js';
import { wholeMachine } from '../testing/whole-machine.js';
import { withFaults } from './index.js';

const say = (...said: Parameters<ReturnType<typeof sayIn>>): string =>
  sayIn('metric')(...said)
    .replaceAll('\u00a0', ' ')
    .replace('−', '-');

/** X pushed by two motors, with a switch at each side. @param offset of side 2 */
function gantryOf(offset = '0 mm'): Machine {
  const machine = wholeMachine();
  return {
    ...machine,
    axes: machine.axes.map((axis) => ({
      ...axis,
      motor: { ...axis.motor, count: 2 },
      squaring: { offset: quantityOf(offset), reason: '' },
    })),
  };
}

function factsOf(machine: Machine): MoveFacts {
  const context = axisContext(machine, machine.axes[0]?.id ?? '');
  const facts = context && moveFacts(new Reckoner(context));
  if (!facts) throw new Error('the axis has steps');
  return facts;
}

/** What homing asks of its axis. */
const asked = (machine: Machine): ReturnType<typeof homeAsked> => homeAsked(factsOf(machine));

function rigOf(machine: Machine, ...faults: readonly string[]): RigAtHand {
  const truth = screwTruth((axis) => axis, machine);
  const axisId = truth.axes[0]?.id ?? '';
  return RigAtHand.ready(
    withFaults(
      truth,
      faults.map((id) => ({ id, axisId })),
    ),
  );
}

/** Asks for one thing and waits for its end. */
function end(rig: RigAtHand, item: ReturnType<typeof homeAsked>[number]): string | undefined {
  const from = rig.said.length;
  rig.ask(item);
  const found = (): string | undefined =>
    rig.said.slice(from).find(({ kind }) => ['homed', 'squared', 'lost', 'done'].includes(kind))?.kind;
  for (let waited = 0; waited < 120 && !found(); waited += 1) rig.wait(0.5);
  return found();
}

/** Side 2 less side 1 [m], as they are. */
function apart(rig: RigAtHand): number {
  const axis = rig.bench.axis('X');
  return (axis?.second?.place(axis.plant.place) ?? NaN) - (axis?.plant.place ?? NaN);
}

describe('homing of a gantry with a switch at each side', () => {
  it('says both switches beforehand, and how far side 2 went alone', () => {
    const step = MOVE_STEPS.find(({ id }) => id === 'home');
    const facts = factsOf(gantryOf('-0.4 mm'));
    const asks = step?.ask(facts, say) ?? '';
    expect(asks).toContain('side 2 goes alone to its own switch, and -0.4 mm from there');
    expect(asks).toContain('press both switches');
    const squared = { kind: 'squared', id: 1, axis: 'X', alone: Math.round(-1.25e-3 * facts.perUnit) } as const;
    expect(step?.told?.(facts, [squared], say)).toBe('Side 2 went 1.25 mm back alone.');
    expect(step?.told?.(facts, [], say)).toBe('');
    const one = wholeMachine();
    const plain = { ...one, axes: one.axes.map((axis) => ({ ...axis, squaring: null })) };
    expect(step?.ask(factsOf(plain), say)).not.toContain('side 2');
  });
});

describe('a gantry with a switch at each side', () => {
  it('is squared by what side 2 goes on from its own switch, however it stood', () => {
    const rig = rigOf(gantryOf(), 'switch-askew');
    expect(asked(gantryOf()).map((item) => end(rig, item))).toEqual(['homed', 'squared']);
    expect(apart(rig) * 1000).toBeCloseTo(2.3, 1);
    // As somebody reads it, with callipers at each side.
    const read = rig.read('X', 'fine-scale-second') - rig.read('X', 'fine-scale');
    expect(read * 1000).toBeCloseTo(2.3, 1);
    const corrected = gantryOf('-2.3 mm');
    expect(asked(corrected).map((item) => end(rig, item))).toEqual(['homed', 'squared']);
    expect(Math.abs(apart(rig))).toBeLessThan(0.02e-3);
    // It stays so wherever it goes.
    rig.move('X', 9000, { rate: 3000 });
    expect(Math.abs(apart(rig))).toBeLessThan(0.02e-3);
    const alone = rig.said.filter(({ kind }) => kind === 'squared').at(-1);
    const perUnit = 1 / (rig.bench.axis('X')?.truth.perPulse ?? NaN);
    expect(alone?.kind === 'squared' && Math.abs(alone.alone + 2.3e-3 * perUnit)).toBeLessThan(3);
  });

  it('homed by one switch for both stays as it stood', () => {
    const machine = gantryOf();
    const plain = { ...machine, axes: machine.axes.map((axis) => ({ ...axis, squaring: null })) };
    const rig = rigOf(plain, 'switch-askew');
    expect(asked(plain).map((item) => end(rig, item))).toEqual(['homed']);
    expect(apart(rig) * 1000).toBeCloseTo(2.3, 6);
  });

  it('goes out of square along the way where its sides take unequal steps', () => {
    const rig = rigOf(gantryOf(), 'unequal-sides');
    for (const item of asked(gantryOf())) end(rig, item);
    const before = apart(rig);
    const [place] = [rig.place()];
    rig.move('X', 20_000, { rate: 4000 });
    expect(apart(rig) - before).toBeCloseTo(0.0025 * (rig.place() - place), 9);
  });

  it('is not known any more when squaring is held, stopped, or meets no switch', () => {
    const [home, square] = asked(gantryOf());
    if (square?.kind !== 'square' || !home) throw new Error('it is homed and squared');
    const known = (rig: RigAtHand): boolean | undefined => {
      const [at] = rig.ask({ kind: 'where' });
      return at?.kind === 'at' ? at.places[0]?.isKnown : undefined;
    };
    for (const ended of ['hold', 'stop'] as const) {
      const rig = rigOf(gantryOf(), 'switch-askew');
      end(rig, home);
      expect(known(rig)).toBeTrue();
      rig.ask(square);
      rig.wait(0.05);
      const [at] = rig.ask({ kind: 'where' });
      expect(at?.kind === 'at' && at.places[0]?.isMoving).toBeTrue();
      rig.ask(ended === 'hold' ? { kind: 'hold', axis: 'X' } : { kind: 'stop' });
      rig.wait(0.5);
      expect([known(rig), rig.said.at(-1)?.kind]).toEqual([false, 'at']);
      expect(rig.said.filter(({ kind }) => kind === 'done').at(-1)).toEqual(
        jasmine.objectContaining({ how: ended === 'hold' ? 'held' : 'stopped' }),
      );
    }
    const rig = rigOf(gantryOf(), 'switch-askew');
    end(rig, home);
    expect(end(rig, { ...square, towards: 1, most: 40 })).toBe('lost');
    expect(known(rig)).toBeFalse();
  });

  it('asked of an axis with one side, is refused', () => {
    const rig = RigAtHand.ready(screwTruth());
    const square = asked(gantryOf())[1];
    if (square?.kind !== 'square') throw new Error('it is squared');
    const refusal = jasmine.objectContaining({ kind: 'no', error: 'one-side' });
    expect(rig.ask(square)).toEqual([refusal]);
    expect(rig.ask({ kind: 'read', axis: 'X', instrument: 'rule-second' })).toEqual([refusal]);
  });
});
