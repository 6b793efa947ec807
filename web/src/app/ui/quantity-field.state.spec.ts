import { quantityOf } from '@crisp-notch/core/shape';
import { findUnit, preferredUnit } from '@crisp-notch/core/quantity';
import { bareUnitHint, fieldText, understand } from './quantity-field.state';
import { aboveEnd, belowEnd } from './window-bounds';

const millimetre = preferredUnit('length', 'metric');
const typed = (text: string, unit = millimetre): ReturnType<typeof understand> =>
  understand(text, 'length', unit, { isPositive: true }, 'metric');

describe('a quantity field', () => {
  it('shows the number apart from the unit it was typed with', () => {
    expect(fieldText(quantityOf('0.05 in'), 'length', 'metric')).toEqual({ number: '0.05', unit: 'in' });
    expect(fieldText(quantityOf('12 ° 30 ′'), 'angle', 'metric')).toEqual({ number: '12 ° 30 ′', unit: '' });
    expect(fieldText({ ...quantityOf('1.5 A'), plusMinus: '5 %' }, 'current', 'metric')).toEqual({
      number: '1.5 ± 5 %',
      unit: 'A',
    });
    expect(fieldText(null, 'length', 'inch')).toEqual({ number: '', unit: 'in' });
  });

  it('takes a bare number in the unit shown and says what another unit means', () => {
    const bare = typed('1.27');
    const inch = typed('0.05in');
    expect(bare.ok && bare.quantity.text).toBe('1.27 mm');
    expect(inch.ok && [inch.quantity.text, inch.hint]).toEqual(['0.05 in', '= 1.27\u00a0mm']);
    const kept = typed('0.06', findUnit('in', 'length') ?? millimetre);
    expect(kept.ok && kept.quantity.text).toBe('0.06 in');
  });

  it('reads a tolerance after the value', () => {
    const plain = typed('5 ± 0.1');
    const percent = typed('5 mm +/- 2 %');
    expect(plain.ok && plain.quantity.plusMinus).toBe('0.1 mm');
    expect(percent.ok && percent.quantity.plusMinus).toBe('2 %');
    expect(typed('5 ± often').ok).toBeFalse();
  });

  it('refuses what cannot be, in words', () => {
    const message = (text: string): string => {
      const result = typed(text);
      return result.ok ? '' : result.message;
    };
    expect(message('-3')).toBe('It must be greater than zero.');
    expect(message('5 V')).toContain('unit of voltage');
    const tooMuch = understand('120 %', 'ratio', preferredUnit('ratio', 'metric'), { most: 1 }, 'metric');
    expect(!tooMuch.ok && tooMuch.message).toBe('It must be at most 1.');
  });

  it('asks whether a bare share beside a % is meant in percent', () => {
    const percent = findUnit('%', 'ratio') ?? millimetre;
    const share = (text: string): ReturnType<typeof understand> =>
      understand(text, 'ratio', percent, { least: 0, most: 1 }, 'metric');
    const doubtful = share('0.9');
    expect(!doubtful.ok && doubtful.message).toBe('“0.9” could be 0.9 % or 90 %: write the one that is meant.');
    const [plain, said] = [share('85'), share('0.9 %')];
    expect([plain.ok && plain.quantity.text, said.ok && said.quantity.text]).toEqual(['85 %', '0.9 %']);
    expect(share('0').ok).toBeTrue();
  });

  it('says which unit a bare number is taken in, where that is not the usual one', () => {
    const milliampere = findUnit('mA', 'current') ?? millimetre;
    expect(bareUnitHint('2', 'current', milliampere, 'metric')).toBe('Taken as 2 mA.');
    expect(bareUnitHint('2 A', 'current', milliampere, 'metric')).toBe('');
    expect(bareUnitHint('2', 'current', preferredUnit('current', 'metric'), 'metric')).toBe('');
  });

  it('refuses what no machine of a workshop has', () => {
    const ampere = preferredUnit('current', 'metric');
    const current = (text: string): ReturnType<typeof understand> =>
      understand(text, 'current', ampere, { isPositive: true }, 'metric');
    expect(current('1e9 A').ok).toBeFalse();
    expect(current('80 A').ok).toBeTrue();
  });

  it('keeps the ends of a window in order', () => {
    const volt = preferredUnit('voltage', 'metric');
    const lower = belowEnd(quantityOf('34 V'), 'voltage', { least: 0 });
    expect(understand('36', 'voltage', volt, lower, 'metric').ok).toBeFalse();
    expect(understand('9', 'voltage', volt, lower, 'metric').ok).toBeTrue();
    const upper = aboveEnd(quantityOf('9 V'), 'voltage');
    expect(understand('8', 'voltage', volt, upper, 'metric').ok).toBeFalse();
    expect(understand('40', 'voltage', volt, upper, 'metric').ok).toBeTrue();
    expect([belowEnd(null, 'voltage'), aboveEnd(null, 'voltage')]).toEqual([
      { isPositive: true },
      { isPositive: true },
    ]);
  });
});
