import { quantityOf } from '@crisp-notch/core/machine';
import { findUnit, preferredUnit } from '@crisp-notch/core/quantity';
import { fieldText, understand } from './quantity-field.state';

const millimetre = preferredUnit('length', 'metric');
const typed = (text: string, unit = millimetre): ReturnType<typeof understand> => understand(text, 'length', unit, { isPositive: true }, 'metric');

describe('a quantity field', () => {
  it('shows the number apart from the unit it was typed with', () => {
    expect(fieldText(quantityOf('0.05 in'), 'length', 'metric')).toEqual({ number: '0.05', unit: 'in' });
    expect(fieldText(quantityOf('12 ° 30 ′'), 'angle', 'metric')).toEqual({ number: '12 ° 30 ′', unit: '' });
    expect(fieldText({ ...quantityOf('1.5 A'), plusMinus: '5 %' }, 'current', 'metric')).toEqual({ number: '1.5 ± 5 %', unit: 'A' });
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
});
