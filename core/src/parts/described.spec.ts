import { quantityOf } from '../shape/index.js';
import { describedAs } from './described.js';
import { PARTS } from './registry.js';

describe('what a part is called', () => {
  const { blank } = PARTS.motor;

  it('is its name, else what was typed of it, and nothing while nothing was', () => {
    expect(describedAs('motor', { name: 'Long motor', specification: blank })).toBe('Long motor');
    expect(describedAs('motor', { name: ' ', specification: blank })).toBeNull();
    const typed = { ...blank, stepAngle: quantityOf('0.9 °'), holdingTorque: quantityOf('1.2 N·m') };
    expect(describedAs('motor', { name: '', specification: typed })).toBe('0.9 ° · 1.2 N·m · 4 leads');
    const screw = { ...PARTS.transmission.blank, pitch: quantityOf('5 mm') };
    expect(describedAs('transmission', { name: '', specification: screw })).toContain('5 mm');
  });

  it('is nothing where all of it is guessed', () => {
    const guessed = { ...blank, stepAngle: quantityOf('1.8 °', 'assumed') };
    expect(describedAs('motor', { name: '', specification: guessed })).toBeNull();
    expect(describedAs('transmission', { name: '', specification: PARTS.transmission.blank })).toBeNull();
    expect(describedAs('driver', { name: '', specification: PARTS.driver.blank })).toBeNull();
    expect(describedAs('supply', { name: '', specification: PARTS.supply.blank })).toBeNull();
  });
});
