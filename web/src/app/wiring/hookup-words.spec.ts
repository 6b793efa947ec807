import { BLANK_DRIVER_LOGIC, type DriverLogic } from '@crisp-notch/core/parts';
import type { Axis, Hookup } from '@crisp-notch/core/machine';
import { quantityOf } from '@crisp-notch/core/shape';
import { hookupOf } from '@crisp-notch/core/wiring';
import { exampleView } from '../testing/example-view';
import { gateWords } from './check-list.state';
import { cableWords, hookupRows, withAnswer } from './hookup-words';

const driven =
  (logic: Partial<DriverLogic> | null, hookup: Partial<Hookup> = {}) =>
  (axis: Axis): Axis => ({
    ...axis,
    driver: {
      ...axis.driver,
      specification: { ...axis.driver.specification, logic: logic && { ...BLANK_DRIVER_LOGIC, ...logic } },
    },
    hookup: { ...hookupOf(axis), ...hookup },
  });
const asked = (change: (axis: Axis) => Axis): readonly string[] =>
  hookupRows(exampleView(change), []).map(({ key }) => key);

describe('what is asked of how an axis is wired', () => {
  it('is what every driver has while nobody has said more', () => {
    expect(asked(driven(null))).toEqual(['ground', 'pulses', 'enable', 'enablePull', 'enableSent']);
  });

  it('is what opto inputs have, and no ground that they do not need', () => {
    expect(asked(driven({ inputs: 'opto', form: 'box' }))).toEqual([
      'common',
      'pulses',
      'enable',
      'enableSent',
      'logicRail',
      'inputResistor',
    ]);
    expect(asked(driven({ inputs: 'opto', form: 'box' }, { common: 'cathode' }))).not.toContain('logicRail');
  });

  it('speaks of carriers, sleep pins, regulators and capacitors only where there are any', () => {
    expect(asked(driven({ form: 'carrier' }))).toEqual(jasmine.arrayContaining(['carrier', 'sink']));
    expect(asked(driven({ form: 'box' })).filter((key) => ['carrier', 'sink', 'sleepReset'].includes(key))).toEqual([]);
    expect(asked(driven({ sleepReset: 'one-floats' }))).toContain('sleepReset');
    expect(asked(driven({ regulatorMost: quantityOf('12 V') }))).toContain('regulatorJumper');
    const withCapacitor = (axis: Axis): Axis => ({
      ...axis,
      feed: { ...axis.feed, capacitance: quantityOf('100 µF') },
    });
    expect(asked(withCapacitor)).toContain('capacitorAt');
  });

  it('does not ask how an enable is sent that nobody sends', () => {
    expect(asked(driven(null, { enable: 'open' }))).toEqual(['ground', 'pulses', 'enable']);
  });

  it('keeps an answer beside those that were not asked', () => {
    const { axis } = exampleView();
    expect(withAnswer(axis, 'ground', 'missing').hookup).toEqual({ ...hookupOf(axis), ground: 'missing' });
  });
});

describe('a cable in a line', () => {
  it('says what it is, and nothing of what nobody said', () => {
    const { cable } = hookupOf(exampleView().axis);
    expect(cableWords(cable)).toBe('');
    expect(
      cableWords({
        ...cable,
        length: quantityOf('2 m'),
        cores: 4,
        core: quantityOf('0.5 mm²'),
        diameter: quantityOf('7 mm'),
        shield: 'one-end',
        beside: 'together',
        flexes: true,
        plug: 'round',
      }),
    ).toBe('2 m, 4 × 0.5 mm², ⌀ 7 mm, shield at one end, with signal cables, in a chain, round');
  });
});

describe('what stands before power', () => {
  const gate = { left: 0, wrong: 0, stops: 0, of: 12, isTicked: false };
  it('is told worst first, and never that it is safe', () => {
    expect(gateWords({ ...gate, left: 3, wrong: 1, stops: 2 }).words).toBe(
      'No power yet: 1 reading is not what the plan expects.',
    );
    expect(gateWords({ ...gate, left: 3, stops: 2 }).words).toBe('No power yet: 2 things would go wrong.');
    expect(gateWords({ ...gate, left: 1 })).toEqual({ words: 'No power yet: 1 line is left.', tone: 'open' });
    const { words, tone } = gateWords({ ...gate, isTicked: true });
    expect(words).toContain('the motors may be powered');
    expect(words).toContain('Whether it is safe is seen at the machine');
    expect(tone).toBe('good');
  });
});
