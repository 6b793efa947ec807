import { placeOn, type Remedy } from '../finding/index.js';
import { newMachine, type Axis, type Machine } from '../machine/index.js';
import { blankStage, type Stage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import {
  fallTorque,
  headlineOf,
  judgeAxis,
  loadAtMotor,
  powerOff,
  rankRemedies,
  sayIn,
  stepSize,
  type AxisFinding,
  type RankedRemedy,
} from './index.js';
import { Reckoner } from '../reckoner/index.js';
import { exampleTransmission, firstAxis, sayPlain } from '../testing/example-machine.js';
import { all } from '../testing/rule-trial.js';
import {
  of,
  upright,
  wholeMachine,
  withBelt,
  withDriver,
  withJob,
  withMotor,
  withScrew,
} from '../testing/whole-machine.js';
import { judgeBy, rule } from './judgement.js';

const q = quantityOf;
const reckonerOf = (machine: Machine): Reckoner<ReturnType<typeof firstAxis>> => new Reckoner(firstAxis(machine));
const onAxis =
  (change: (axis: Axis) => Axis) =>
  (machine: Machine): Machine => ({ ...machine, axes: machine.axes.map(change) });

describe('a value that is said', () => {
  it('has four digits, or as many as its uncertainty allows, in the reader’s units', () => {
    const say = (...given: Parameters<ReturnType<typeof sayIn>>): string =>
      sayIn('metric')(...given).replace(/\u00a0/g, ' ');
    expect(say(0.0123456, 'length')).toBe('12.35 mm');
    expect(say(0.0123456, 'length', 0.002)).toBe('12.3 mm');
    expect(say(0.0123456, 'length', 0.000_02)).toBe('12.346 mm');
    expect(sayIn('inch')(0.02, 'length').replace(/\u00a0/g, ' ')).toBe('0.7874 in');
  });
});

describe('findings', () => {
  it('come as stops, then what can hurt, then the rest, each with the figures behind it', () => {
    const made = (id: string, severity: 'stop' | 'caution', isDanger = false): ReturnType<typeof rule> =>
      rule({
        id,
        station: 'motor',
        isDanger,
        inputs: { step: stepSize, load: loadAtMotor },
        judge: () => ({ severity, sentence: id, remedies: [] }),
      });
    const silent = rule({ id: 'silent', station: 'motor', inputs: {}, judge: () => null });
    const rules = [
      made('rest', 'caution'),
      silent,
      made('danger', 'caution', true),
      made('stop', 'stop'),
      made('danger and stop', 'stop', true),
      made('later', 'caution'),
    ];
    const found = judgeBy(rules, reckonerOf(wholeMachine()), sayPlain);
    expect(found.map((item) => item.id)).toEqual(['stop', 'danger and stop', 'danger', 'rest', 'later']);
    expect(found[0]?.figures).toEqual([stepSize, loadAtMotor]);
    expect('rank' in (found[0] ?? {})).toBeFalse();
  });

  it('name no field among the figures behind them, and are silent while something is not known', () => {
    const machine = wholeMachine(withDriver({ voltageMost: q('20 V') }));
    const [finding] = judgeAxis(reckonerOf(machine), sayPlain);
    expect(finding?.figures.map((item) => item.id)).toEqual(['driver-bus-most']);
    const unfed = {
      ...machine,
      supplies: machine.supplies.map((item) => ({ ...item, specification: { ...item.specification, voltage: null } })),
    };
    expect(judgeAxis(reckonerOf(unfed), sayPlain)).toEqual([]);
  });
});

describe('the line that heads an axis', () => {
  const headed = (machine: Machine, found: readonly AxisFinding[] = []): readonly string[] => {
    const { tone, words } = headlineOf(reckonerOf(machine), found);
    return [tone, words];
  };
  const sure = all(
    withJob({ margin: q('1.5'), duty: q('100 %'), incline: q('0 °') }),
    withScrew({ friction: q('0.12'), collarFriction: q('0'), efficiency: q('0.35') }),
  );

  it('is the worst finding where there is one', () => {
    const finding = {
      id: 'x',
      place: placeOn('drive-lines', { station: 'motor' }),
      severity: 'caution',
      sentence: 'It shakes.',
      remedies: [],
      figures: [],
    } as const;
    expect(headed(wholeMachine(), [finding, { ...finding, severity: 'stop', sentence: 'later' }])).toEqual([
      'caution',
      'It shakes.',
    ]);
  });

  it('says what is still needed, three by name and the rest counted', () => {
    const lacking = (axis: Axis): Axis =>
      withMotor({ stepAngle: null, holdingTorque: null })({ ...axis, carriage: { ...axis.carriage, mass: null } });
    const [tone, words] = headed(wholeMachine(lacking));
    expect(tone).toBe('open');
    expect(words).toMatch(/^Still needed: [^,]+, [^,]+, [^,]+$/);
    const more = wholeMachine((axis) =>
      lacking(withMotor({ resistance: null, inductance: null, rotorInertia: null })(axis)),
    );
    expect(headed(more)[1]).toBe('Still needed: step angle, holding torque, coil resistance as quoted and 3 more');
    const names =
      headed(wholeMachine((axis) => lacking(withMotor({ resistance: null, inductance: null })(axis))))[1] ?? '';
    expect(names).toMatch(/ and 2 more$/);
    // A field that several figures need is named once.
    expect(headed(wholeMachine(withMotor({ stepAngle: null })))[1]).toBe('Still needed: step angle');
  });

  it('says why nothing can be known where that is so', () => {
    const [tone, words] = headed(wholeMachine(withMotor({ stepAngle: q('1.7 °') })));
    expect([tone, words?.startsWith('Not known yet: ')]).toEqual(['open', true]);
  });

  it('holds only without a guess, and names the guesses', () => {
    expect(headed(wholeMachine(sure))).toEqual(['good', 'Holds']);
    expect(headed(wholeMachine((axis) => withJob({ load: q('40 N', 'assumed') })(sure(axis))))).toEqual([
      'open',
      'No fault found; it rests on guesses: load at the carriage',
    ]);
  });
});

describe('remedies', () => {
  /** One stop, 1/8 steps on a driver of quarter ones, and one caution, play above what is allowed. */
  const machine = wholeMachine(
    all(withDriver({ finestMicrosteps: 4, currentMost: q('2 A') }), withJob({ backlash: q('0.01 mm') }), (axis) => ({
      ...axis,
      faults: { ...axis.faults, backlash: q('0.02 mm') },
    })),
  );
  const quarter = (axis: Axis): Axis => ({ ...axis, driver: { ...axis.driver, microsteps: 4 } });
  const tight = (axis: Axis): Axis => ({ ...axis, faults: { ...axis.faults, backlash: q('0.005 mm') } });
  const strained = (axis: Axis): Axis => ({ ...axis, driver: { ...axis.driver, currentLimit: q('2.9 A') } });
  const loaded = (load: string): ((axis: Axis) => Axis) => withJob({ load: q(load) });
  const remedy = (words: string, ...changes: readonly ((axis: Axis) => Axis)[]): Remedy => ({
    words,
    change: changes.length === 0 ? null : onAxis(all(...changes)),
  });
  const ranked = (...remedies: readonly Remedy[]): readonly RankedRemedy[] =>
    rankRemedies(
      machine,
      'axis-1',
      {
        id: 'microsteps-finer-than-driver',
        place: placeOn('drive-lines', { axisId: 'axis-1', station: 'driver' }),
        severity: 'stop',
        sentence: '',
        remedies,
        figures: [],
      },
      judgeAxis(new Reckoner(firstAxis(machine)), sayPlain),
      sayPlain,
    );
  const order = (...remedies: readonly Remedy[]): readonly string[] => ranked(...remedies).map((item) => item.words);

  it('say what they would come to', () => {
    const [found] = ranked(remedy('quarter', quarter));
    expect(found?.effect).toEqual(jasmine.objectContaining({ removes: true, stops: 0, cautions: 1 }));
    expect(found?.effect?.margin).toBeGreaterThan(1.5);
    expect(ranked(remedy('as it is', (axis) => axis))[0]?.effect).toEqual(
      jasmine.objectContaining({ removes: false, stops: 1, cautions: 1 }),
    );
    expect(ranked(remedy('advice'))[0]?.effect).toBeNull();
  });

  it('that remove the finding come first, then fewer stops, fewer cautions, more in hand; advice last', () => {
    expect(
      order(
        remedy('advice'),
        remedy('as it is', (axis) => axis),
        remedy('quarter', quarter),
      ),
    ).toEqual(['quarter', 'as it is', 'advice']);
    expect(order(remedy('a new stop', quarter, strained), remedy('clean', quarter))).toEqual(['clean', 'a new stop']);
    expect(order(remedy('one caution', quarter), remedy('none', quarter, tight))).toEqual(['none', 'one caution']);
    expect(order(remedy('heavier', quarter, loaded('45 N')), remedy('lighter', quarter, loaded('30 N')))).toEqual([
      'lighter',
      'heavier',
    ]);
    // A stop weighs more than cautions do, and removing the finding more than a stop.
    expect(order(remedy('tight but stopped', tight), remedy('removed with a stop', quarter, strained))).toEqual([
      'removed with a stop',
      'tight but stopped',
    ]);
    // Beyond nine times as much in hand is no better than nine.
    const plenty = ranked(
      remedy('much', quarter, loaded('0.2 N'), withJob({ friction: q('0.1 N') })),
      remedy('more', quarter, loaded('0.1 N'), withJob({ friction: q('0.1 N') })),
    );
    expect(plenty.every((item) => (item.effect?.margin ?? 0) > 9)).toBeTrue();
    expect(plenty.map((item) => item.words)).toEqual(['much', 'more']);
  });

  it('that leave the finding and make more stops are not offered', () => {
    expect(
      order(
        remedy('worse', strained),
        remedy('as it is', (axis) => axis),
      ),
    ).toEqual(['as it is']);
    expect(order(remedy('removes with one', quarter, strained))).toEqual(['removes with one']);
  });
});

describe('what a weight does with the power off', () => {
  const sentence = (machine: Machine): string => powerOff(reckonerOf(machine), sayPlain)?.sentence ?? 'nothing';
  const falls = (machine: Machine): boolean | null | undefined => powerOff(reckonerOf(machine), sayPlain)?.falls;
  const rubbing = { pitch: q('3 mm'), starts: 1, diameter: q('10 mm'), friction: q('0.15') };
  const hung = (...changes: readonly ((axis: Axis) => Axis)[]): Machine =>
    wholeMachine(upright('10 kg', all(...changes)));
  const stages =
    (...made: readonly Stage[]) =>
    (axis: Axis): Axis => ({ ...axis, reduction: made });
  const ball = withScrew({ form: 'ball', pitch: q('5 mm'), starts: 1, efficiency: q('0.9') });
  const worm = (efficiency: string | null): Stage => ({
    ...blankStage('worm', 1, 40),
    efficiency: efficiency === null ? null : q(efficiency),
  });

  it('is nothing on a level axis, on a turning one, or where it is balanced', () => {
    expect(sentence(wholeMachine())).toBe('nothing');
    expect(sentence(wholeMachine((axis) => ({ ...axis, carriage: { ...axis.carriage, mass: null } })))).toBe('nothing');
    expect(sentence(hung(withJob({ counterweight: q('10 kg') })))).toBe('nothing');
    const table = { ...wholeMachine(), axes: newMachine('Table', 'dividing-table').axes.slice(0, 1) };
    expect(sentence(table)).toBe('nothing');
  });

  it('names what locks: the screw’s thread, or the line', () => {
    expect(sentence(hung(withScrew(rubbing)))).toBe(
      'X stays where it is with the power off: its screw locks by itself. Vibration can still let it creep.',
    );
    expect(falls(hung(withScrew(rubbing)))).toBeFalse();
    expect(sentence(hung(ball, stages(worm('0.42'))))).toContain('its line locks by itself');
    // Both lock: the thread is nearer to the weight.
    expect(sentence(hung(withScrew(rubbing), stages(worm('0.42'))))).toContain('its screw locks by itself');
    const beltWithWorm = hung(withBelt({ efficiency: q('0.95') }), stages(worm('0.5')));
    expect(sentence(beltWithWorm)).toContain('its line locks by itself');
    const slack = hung(withBelt({ efficiency: q('0.45') }));
    expect(sentence(slack)).toContain('its line locks by itself');
  });

  it('does not trust a guess to hold it', () => {
    const guessed = hung(ball, stages({ ...blankStage('worm', 1, 40), leadAngle: q('3 °'), friction: null } as Stage));
    expect(sentence(guessed)).toBe(
      'Not known whether X stays with the power off: its line would lock even greased, but its friction is a guess. Keep a hand under it.',
    );
    expect(falls(guessed)).toBeNull();
  });

  it('says what is not known of it', () => {
    const massless = wholeMachine(
      all(withJob({ incline: q('40 °') }), ball, (axis) => ({ ...axis, carriage: { ...axis.carriage, mass: null } })),
    );
    expect(sentence(massless)).toContain('A weight hangs on X. Whether it drops');
    const pitchless = hung(withScrew({ ...rubbing, pitch: null }));
    expect(sentence(pitchless)).toContain('until then take it that it does');
    const threadless = hung(withScrew({ ...rubbing, diameter: null, efficiency: q('0.3', 'assumed') }));
    const bare = of(threadless, fallTorque);
    expect(sentence(threadless)).toBe(
      `Not known whether X stays with the power off: diameter and friction of its thread are not said. Without friction the weight turns the motor with ${bare.toPrecision(4)} torque: keep a hand under it.`,
    );
  });

  it('says what holds it a little: its guides, or the motor’s detent', () => {
    expect(sentence(hung(ball, withJob({ friction: q('120 N') })))).toBe(
      'X is held with the power off by the friction of its guides alone. Oil and vibration change that: keep a hand under it.',
    );
    const torque = of(hung(ball), fallTorque);
    const detent = (value: number): Machine => hung(ball, withMotor({ detentTorque: q(`${value} N·m`) }));
    expect(sentence(detent(torque))).toBe(
      `X is held only by the motor’s detent torque, ${torque.toPrecision(4)} torque against ${torque.toPrecision(4)} torque: a knock lets it fall.`,
    );
    expect(falls(detent(torque * 1.1))).toBeFalse();
    expect(falls(detent(torque * 0.9))).toBeTrue();
    const guess = withScrew({ form: 'ball', pitch: q('5 mm'), starts: 1, efficiency: q('0.9', 'assumed') });
    expect(falls(hung(guess, withMotor({ detentTorque: q('1 N·m') })))).toBeNull();
  });

  it('drops, and takes what is not said at its worst', () => {
    const torque = of(hung(ball), fallTorque);
    expect(sentence(hung(ball))).toBe(
      `X drops when the power goes: its line does not lock, and the weight turns the motor with ${torque.toPrecision(4)} torque.`,
    );
    const guess = hung(withScrew({ form: 'ball', pitch: q('5 mm'), starts: 1, efficiency: q('0.9', 'assumed') }));
    expect(sentence(guess)).toContain('torque, with the worst taken where nothing is known.');
    expect([falls(hung(ball)), falls(guess)]).toEqual([true, true]);
  });

  it('goes by a screw of any make', () => {
    const plain = hung((axis) => ({
      ...axis,
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('screw', { ...rubbing, efficiency: q('0.5') }),
      },
    }));
    expect(falls(plain)).toBeFalse();
  });
});
