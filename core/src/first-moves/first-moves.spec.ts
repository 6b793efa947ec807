import fc from 'fast-check';
import { axisContext, sayIn } from '../drive-line/index.js';
import type { Asked } from '../line-port/index.js';
import { type Machine, type MoveDone } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { cannedMotorMachine } from '../testing/example-machine.js';
import { RigAtHand } from '../bench/index.js';
import { screwTruth } from '../testing/bench-rig.js';
import { wholeMachine, withJob } from '../testing/whole-machine.js';
import {
  fenceOf,
  gapOf,
  gentlePace,
  homePaces,
  jobPace,
  MOVE_STEPS,
  moveFacts,
  movedMark,
  moveRefusal,
  openStep,
  reckonedFence,
  resultOf,
  roomAhead,
  searchOf,
  searchTry,
  spreadOf,
  spreadVerdict,
  stepsFor,
  stepStates,
  tryOf,
  wayOff,
  withoutResult,
  withResult,
  zerosFrom,
  type MoveFacts,
  type Try,
} from './index.js';

const shown = sayIn('metric');
/** With plain spaces before units. */
const say: typeof shown = (...said) => shown(...said).replaceAll('\u00a0', ' ');

function factsOf(machine: Machine): MoveFacts {
  const context = axisContext(machine, machine.axes[0]?.id ?? '');
  const facts = context && moveFacts(new Reckoner(context));
  if (!facts) throw new Error('the example moves');
  return facts;
}

const screw = (): Machine =>
  wholeMachine(
    withJob({ travel: quantityOf('300 mm'), speed: quantityOf('40 mm/s'), acceleration: quantityOf('300 mm/s²') }),
  );

const entry = (machine: Machine, step: string, more: Partial<MoveDone> = {}): MoveDone => ({
  step,
  by: 'machine',
  saw: 'right',
  isRight: true,
  shown: [],
  of: machine.axes[0] ? movedMark(machine, machine.axes[0]) : '',
  on: '2026-11-03',
  revision: 3,
  ...more,
});
const withEntry = (machine: Machine, step: string, more: Partial<MoveDone> = {}): Machine => ({
  ...machine,
  axes: machine.axes.map((axis) => withResult(axis, entry(machine, step, more))),
});
const kinds = (machine: Machine, way: 'rig' | 'machine' = 'machine'): Readonly<Record<string, string>> =>
  Object.fromEntries(stepStates(factsOf(machine), machine, way).map(({ step, kind }) => [step.id, kind]));

describe('the steps of the first moves', () => {
  it('are the whole way for a screw, and leave out what an axis has not', () => {
    expect(stepsFor(factsOf(screw())).length).toBe(MOVE_STEPS.length);
    const turning = stepsFor(factsOf(cannedMotorMachine())).map(({ id }) => id);
    expect(turning).not.toContain('fence');
    expect(turning).toContain('home');
  });

  it('stand on steps before them that are there, and say what they wait for', () => {
    MOVE_STEPS.forEach(({ after }, place) => {
      for (const id of after) expect(MOVE_STEPS.findIndex((step) => step.id === id)).toBeLessThan(place);
    });
    const machine = screw();
    expect(kinds(machine)['power-up']).toBe('open');
    expect(kinds(machine)['turn']).toBe('waits');
    const states = stepStates(factsOf(machine), machine, 'machine');
    expect(states.find(({ step }) => step.id === 'home')?.waitsFor).toEqual(['Runs the way the drawing says']);
  });

  it('ask in words with this axis’ numbers, and offer sights with a cause and what to do next', () => {
    const facts = factsOf(screw());
    for (const step of stepsFor(facts)) {
      expect(step.ask(facts, say).length).toBeGreaterThan(20);
      expect(step.seen.filter(({ isRight }) => isRight).length)
        .withContext(step.id)
        .toBe(1);
      for (const { isRight, causes, words } of step.seen) {
        expect(isRight ? causes.length === 0 : causes.length > 0)
          .withContext(words)
          .toBeTrue();
        for (const { next } of causes) expect(next.length).toBeGreaterThan(10);
      }
    }
    expect(
      stepsFor(facts)
        .find(({ id }) => id === 'turn')
        ?.ask(facts, say),
    ).toContain('moves it by 8 mm');
  });

  it('send what the rig takes, and move it by what they say', () => {
    const facts = factsOf(screw());
    const rig = RigAtHand.ready(screwTruth((axis) => axis, screw()));
    const [turn] = MOVE_STEPS.filter(({ id }) => id === 'turn').flatMap((step) => step.acts(facts));
    const before = rig.place();
    for (const asked of turn?.asked ?? []) rig.ask(asked);
    rig.wait(3);
    expect(rig.place() - before).toBeCloseTo(facts.perTurn, 4);
    for (const step of MOVE_STEPS)
      for (const { asked } of step.acts(facts)) {
        const fresh = RigAtHand.ready(screwTruth((axis) => axis, screw()));
        for (const item of asked)
          expect(fresh.ask(item).map(({ kind }) => kind))
            .withContext(step.id)
            .not.toContain('no');
      }
  });
});

describe('what came of a step', () => {
  it('is kept once for the rig and once for the machine, and does not stand for the other', () => {
    const machine = withEntry(withEntry(screw(), 'power-up', { by: 'rig' }), 'power-up', { by: 'rig', saw: 'right' });
    expect(machine.axes[0]?.moves.length).toBe(1);
    expect([kinds(machine, 'rig')['power-up'], kinds(machine)['power-up']]).toEqual(['right', 'open']);
    const both = withEntry(machine, 'power-up', { by: 'paper' });
    expect(kinds(both)['power-up']).toBe('right');
    const [axis] = both.axes;
    expect(axis && resultOf(withoutResult(axis, 'power-up', 'machine'), 'power-up', 'paper')).toBeNull();
  });

  it('holds for what was moved: another motor or current makes it out of date, another speed does not', () => {
    const done = withEntry(withEntry(screw(), 'power-up'), 'holds');
    expect(kinds(done)['turn']).toBe('open');
    const other = {
      ...done,
      axes: done.axes.map((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: quantityOf('1 A') } })),
    };
    expect([kinds(other)['holds'], kinds(other)['turn']]).toEqual(['stale', 'waits']);
    const faster = { ...done, axes: done.axes.map(withJob({ speed: quantityOf('60 mm/s') })) };
    expect(kinds(faster)['holds']).toBe('right');
  });

  it('leads to what went wrong first, then to the first that is open', () => {
    const machine = withEntry(withEntry(screw(), 'power-up'), 'holds', { isRight: false, saw: 'free' });
    expect(openStep(stepStates(factsOf(machine), machine, 'machine'))?.step.id).toBe('holds');
    expect(openStep(stepStates(factsOf(screw()), screw(), 'machine'))?.step.id).toBe('power-up');
  });
});

describe('the fence', () => {
  it('lies inside the travel by the way to a stop and a margin', () => {
    // 40 mm/s at 300 mm/s²: 2.667 mm; a hundredth of 300 mm: 3 mm.
    const fence = reckonedFence(factsOf(screw()));
    expect(fence?.low).toBeCloseTo(5.667e-3, 6);
    expect(fence?.high).toBeCloseTo(0.3 - 5.667e-3, 6);
    const tiny = wholeMachine(withJob({ travel: quantityOf('4 mm'), speed: quantityOf('40 mm/s') }));
    expect(reckonedFence(factsOf(tiny))).toBeNull();
  });

  it('refuses what goes beyond with the reason, lets it come back, and keeps an unknown axis on a short leash', () => {
    const machine = withEntry(screw(), 'fence', {
      shown: [
        { what: 'fence-low', text: '6 mm' },
        { what: 'fence-high', text: '294 mm' },
      ],
    });
    const facts = factsOf(machine);
    const fence = fenceOf(facts.axis, 'machine');
    expect(fence).toEqual({ low: jasmine.any(Number) as never, high: jasmine.any(Number) as never });
    expect(fenceOf(facts.axis, 'rig')).toBeNull();
    const move = (by: number): Asked => ({
      kind: 'move',
      axis: 'X',
      pulses: Math.round(by * facts.perUnit),
      ...gentlePace(facts),
    });
    const refusal = (at: number, way: readonly number[], isKnown = true, within = fence): string | null =>
      moveRefusal(facts, within, { pulses: Math.round(at * facts.perUnit), isKnown }, way.map(move), say);
    expect(refusal(0.29, [0.004])).toBeNull();
    expect(refusal(0.29, [0.005])).toBe('295 mm lies beyond the fence at 294 mm.');
    expect(refusal(0.01, [-0.005])).toContain('beyond the fence at 6 mm');
    // It is the second of the row that would go too far.
    expect(refusal(0.1, [0.1, 0.09])).toBeNull();
    expect(refusal(0.1, [0.1, 0.1])).toContain('300 mm lies beyond');
    // From outside it may come in, go back to where it was, and not go on out.
    expect(refusal(0, [0.003])).toBeNull();
    expect(refusal(0, [0.02, -0.02])).toBeNull();
    expect(refusal(0, [0.02, -0.021])).toContain('beyond the fence');
    expect(refusal(0, [-0.001])).toContain('beyond the fence');
    expect(refusal(0.1, [0.05], false)).toContain('is not homed: it goes no further than 32 mm');
    expect(refusal(0.1, [0.032], false)).toBeNull();
    expect(refusal(0, [-0.05], true, null)).toContain('no fence yet');
    // Homing in the row tells where it is from there on.
    const [home] = MOVE_STEPS.find(({ id }) => id === 'home')?.acts(facts) ?? [];
    const homed = (by: number) =>
      moveRefusal(facts, fence, { pulses: 500, isKnown: false }, [...(home?.asked ?? []), move(by)], say);
    expect(homed(0.2)).toBeNull();
    expect(homed(0.295)).toContain('beyond the fence');
    // Another axis' moves are not this one's, and one that goes round has no end.
    expect(
      moveRefusal(facts, fence, { pulses: 0, isKnown: true }, [{ ...move(9), axis: 'Y' } as Asked], say),
    ).toBeNull();
    expect(moveRefusal({ ...facts, hasEnds: false }, fence, { pulses: 0, isKnown: true }, [move(9)], say)).toBeNull();
  });

  it('lets through all that the steps themselves send, from home and from the middle, homed or not', () => {
    const facts = factsOf(screw());
    const fence = reckonedFence(facts);
    for (const within of [null, fence])
      for (const at of [
        { pulses: 0, isKnown: false },
        { pulses: 0, isKnown: true },
        { pulses: Math.round(0.1 * facts.perUnit), isKnown: true },
      ]) {
        for (const step of stepsFor(facts))
          for (const act of step.acts(facts))
            // A turn and more backwards from home is what the fence is for.
            if (!within || at.pulses > 0 || !act.asked.some((item) => item.kind === 'move' && item.pulses < 0))
              expect(moveRefusal(facts, within, at, act.asked, say))
                .withContext(`${step.id}, ${act.button}`)
                .toBeNull();
        const plan = tryOf(facts, within, at, { speed: 0.03, acceleration: facts.acceleration }, say);
        if (!plan.ok) throw new Error(plan.says);
        expect(moveRefusal(facts, within, at, plan.asked, say)).toBeNull();
      }
  });

  it('says what lies ahead of an axis that runs while a key is held', () => {
    const facts = factsOf(screw());
    const fence = { low: 0.006, high: 0.294 };
    const at = { pulses: 0.1 * facts.perUnit, isKnown: true };
    expect((roomAhead(facts, fence, at, 1) ?? 0) / facts.perUnit).toBeCloseTo(0.194, 9);
    expect((roomAhead(facts, fence, at, -1) ?? 0) / facts.perUnit).toBeCloseTo(0.094, 9);
    expect(roomAhead(facts, fence, { ...at, isKnown: false }, 1)).toBeNull();
    expect(roomAhead(facts, null, at, 1)).toBeNull();
  });
});

describe('the search for where something lets go', () => {
  it('finds it within seven in a hundred, whatever it is and whatever was reckoned', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 20, noNaN: true }),
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        (truth, reckoned) => {
          const tries: Try[] = [];
          for (let index = 0; index < 300; index += 1) {
            const { next } = searchOf(tries, reckoned);
            if (next === null) break;
            tries.push({ value: next, held: next < truth });
          }
          const { held, lost, next } = searchOf(tries, reckoned);
          expect(next).toBeNull();
          expect(held).not.toBeNull();
          expect((held ?? 0) < truth && truth <= (lost ?? 0)).toBeTrue();
          expect((lost ?? 0) / (held ?? 1)).toBeLessThanOrEqual(1.07);
        },
      ),
    );
  });

  it('asks three times for a value that holds, and takes one failure for an answer', () => {
    expect(searchOf([], 100).next).toBeCloseTo(70, 9);
    const once = [{ value: 70, held: true }];
    expect(searchOf(once, 100)).toEqual({ held: null, lost: null, next: 70, times: 1 });
    const [a, b, c] = [1, 2, 3].map(() => ({ value: 70, held: true })) as [Try, Try, Try];
    expect(searchOf([a, b, c], 100).next).toBeCloseTo(87.5, 9);
    expect(searchOf([a, { value: 70, held: false }], 100)).toEqual(jasmine.objectContaining({ held: null, lost: 70 }));
  });

  it('finds on the rig the acceleration that torque and inertia give, with and without what the damper adds', () => {
    const machine = screw();
    const [facts, truth] = [factsOf(machine), screwTruth(undefined, machine)];
    const searched = MOVE_STEPS.find(({ id }) => id === 'acceleration')?.searches;
    const motor = truth.axes[0]?.motor;
    if (!searched || motor?.kind !== 'stepper') throw new Error('it is searched on a stepper');
    const tries: Try[] = [];
    const sought = () => searchOf(tries, searched.reckoned(facts) ?? searched.begin(facts));
    for (let next = sought().next; next !== null && tries.length < 80; { next } = sought()) {
      const rig = RigAtHand.ready(truth, tries.length + 1);
      const plan = searchTry(searched, facts, null, { pulses: 0, isKnown: false }, next, say);
      if (!plan.ok) throw new Error(plan.says);
      for (const asked of plan.asked) {
        rig.ask(asked);
        rig.wait(1.5);
      }
      tries.push({ value: next, held: Math.abs(rig.lost()) < 2 });
    }
    const { held, lost } = sought();
    // (K·I − friction) over the inertia, in metres of an 8 mm screw; the damper turns along, in part.
    const { torqueConstant } = motor.setup.motor;
    const { inertia, friction, damper } = motor.setup.load;
    const along = (turned: number): number =>
      ((torqueConstant * motor.setup.drive.current - friction) / turned) * (0.008 / (2 * Math.PI));
    expect(held ?? 0).toBeGreaterThan(along(inertia + (damper?.inertia ?? 0)));
    expect(lost ?? Infinity).toBeLessThan(along(inertia));
    // The margin that the job wants is in what is reckoned.
    expect(held ?? 0).toBeGreaterThan(facts.steepest ?? Infinity);
  });

  it('says where what is seen and what is reckoned are far apart', () => {
    expect([gapOf(60, 87), gapOf(80, 87), gapOf(120, 87)]).toEqual(['less', 'as-reckoned', 'more']);
    expect(spreadOf([3, -2, 1])).toBe(5);
    expect(spreadOf([])).toBe(0);
  });
});

describe('home found again and again', () => {
  it('lies where it lies against the first time, not against the time before', () => {
    expect(zerosFrom([])).toEqual([0]);
    // To and fro between two pulses: the switch is sound, though each time seems two from the last.
    expect(zerosFrom([1, -2, 2, -1, 0])).toEqual([0, 1, -1, 1, 0, 0]);
    // The same four pulses lost on each way: what is missing adds up.
    expect(zerosFrom([4, 4, 4, 4, 4])).toEqual([0, 4, 8, 12, 16, 20]);
  });

  it('is judged by what the job tolerates, or by what pulses tell apart, and drift is told from scatter', () => {
    const verdict = (seen: readonly number[], tolerance: number | null, pulse = 1e-6) =>
      spreadVerdict(
        zerosFrom(seen).map((zero) => zero * pulse),
        tolerance,
        pulse,
      );
    expect([
      verdict([4, -3, 1, 0, -1], 10e-6),
      verdict([4, -6, 3, 0, 1], 10e-6),
      verdict([2, 0, 2, 1, 2], 10e-6),
      verdict([-2, 0, -2, -1, -2], 10e-6),
      verdict([2, -1, -1, 1, 0], 5e-6, 5e-6),
      verdict([90, 1, 1, 1, 1], null),
    ]).toEqual(['right', 'spread', 'drifts', 'drifts', 'right', 'right']);
  });

  it('is looked for from two turns off, and from half of the travel where that is less', () => {
    const facts = factsOf(screw());
    expect(wayOff(facts)).toBe(2 * facts.pulsesPerTurn);
    // 3 turns of travel leave one and a half.
    expect(wayOff({ ...facts, travel: 3 * facts.perTurn })).toBe(1.5 * facts.pulsesPerTurn);
    expect(wayOff({ ...facts, travel: 3 * facts.perTurn, hasEnds: false })).toBe(2 * facts.pulsesPerTurn);
    expect(wayOff({ ...facts, travel: null })).toBe(2 * facts.pulsesPerTurn);
  });

  it('is proved by two counted turns only where they have room', () => {
    const facts = factsOf(screw());
    const names = (more: Partial<MoveFacts>): readonly string[] => stepsFor({ ...facts, ...more }).map(({ id }) => id);
    expect(names({})).toContain('count');
    expect(names({ travel: 1.9 * facts.perTurn })).not.toContain('count');
    expect(names({ travel: 1.9 * facts.perTurn, hasEnds: false })).toContain('count');
  });

  it('of a sound machine is found close together, whatever the chance', () => {
    const facts = factsOf(screw());
    const [home] = MOVE_STEPS.find(({ id }) => id === 'home-spread')?.acts(facts) ?? [];
    if (!home) throw new Error('a screw has a home');
    for (let seed = 1; seed <= 12; seed += 1) {
      const rig = RigAtHand.ready(screwTruth(undefined, screw()), seed);
      const seen: number[] = [];
      for (let time = 0; time <= 5; time += 1) {
        if (time > 0) rig.move('X', 2 * facts.pulsesPerTurn, { rate: 2 * facts.pulsesPerTurn });
        for (const asked of home.asked) rig.ask(asked);
        const from = rig.said.length;
        const homed = () => rig.said.slice(from).find(({ kind }) => kind === 'homed');
        for (let waited = 0; waited < 40 && !homed(); waited += 0.1) rig.wait(0.1 + 0.001 * seed);
        const said = homed();
        if (said?.kind !== 'homed') throw new Error('home is found');
        if (time > 0) seen.push(said.seen / facts.perUnit);
      }
      expect(spreadVerdict(zerosFrom(seen), 1e-6, 1 / facts.perUnit))
        .withContext(`seed ${seed}: ${seen.join()}`)
        .toBe('right');
    }
  });
});

describe('a try of a speed', () => {
  const facts = factsOf(screw());
  const fence = { low: 0.006, high: 0.294 };
  const pulsesOf = (plan: ReturnType<typeof tryOf>): readonly number[] =>
    plan.ok ? plan.asked.map((asked) => ('pulses' in asked ? asked.pulses : NaN)) : [];

  it('goes there and back within the fence, to the side that has room', () => {
    const [there = 0, back = 0] = pulsesOf(
      tryOf(facts, fence, { pulses: 0.28 * facts.perUnit, isKnown: true }, { speed: 0.04, acceleration: null }, say),
    );
    expect(there).toBe(-Math.round(0.02 * facts.perUnit));
    expect(back).toBe(-there);
    const [forward = 0] = pulsesOf(
      tryOf(
        facts,
        fence,
        { pulses: 0.02 * facts.perUnit, isKnown: true },
        { speed: 0.04, acceleration: facts.acceleration },
        say,
      ),
    );
    // 0.04²/0.3 for both ramps, and half a second at the top.
    expect(forward).toBeCloseTo((0.04 ** 2 / 0.3 + 0.02) * facts.perUnit, -1);
  });

  it('is refused where the ramp has no room, and goes a few turns where nobody knows where the axis is', () => {
    const quick = tryOf(
      facts,
      fence,
      { pulses: 0.15 * facts.perUnit, isKnown: true },
      { speed: 0.3, acceleration: facts.acceleration },
      say,
    );
    expect(quick).toEqual({ ok: false, says: jasmine.stringContaining('no room to reach 300 mm/s') as never });
    const [there = 0] = pulsesOf(
      tryOf(facts, null, { pulses: 0, isKnown: false }, { speed: 0.5, acceleration: null }, say),
    );
    expect(there).toBe(4 * 1600);
  });
});

describe('paces', () => {
  it('are gentle before anything is known, and no quicker than what is reckoned to hold', () => {
    const facts = factsOf(screw());
    expect(gentlePace(facts).rate).toBeCloseTo(1600 / 1.5, 9);
    expect(gentlePace(facts).start).toBeLessThan(gentlePace(facts).rate);
    expect(jobPace(facts).rate).toBeCloseTo(0.04 * facts.perUnit, 6);
    expect(jobPace({ ...facts, fastest: 0.01 }).rate).toBeCloseTo(0.01 * facts.perUnit, 6);
    expect(jobPace({ ...facts, fastest: null, speed: null })).toEqual(gentlePace(facts));
    // Its torque has not the margin wanted at any speed: gently, and no quicker than the job asks.
    const weak = factsOf(wholeMachine(withJob({ speed: quantityOf('40 mm/s'), load: quantityOf('190 N') })));
    expect([weak.isWeak, weak.fastest]).toEqual([true, null]);
    expect(jobPace(weak)).toEqual(gentlePace(weak));
    const slowly = jobPace({ ...weak, speed: 0.0001 });
    expect(slowly.rate).toBeCloseTo(0.0001 * weak.perUnit, 9);
    expect(slowly.start).toBeLessThanOrEqual(slowly.rate);
    const { fast, slow } = homePaces(facts);
    expect(slow).toBeLessThan(fast / 5);
  });
});
