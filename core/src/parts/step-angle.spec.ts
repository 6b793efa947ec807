import { parseQuantity, preferredUnit } from '../quantity/index.js';
import { stepAngleSaid } from './step-angle.js';

describe('a step angle', () => {
  it('is taken from steps per turn as sheets print them (360° over the count)', () => {
    expect(
      ['200', '200/turn', '400 steps/rev', '48 steps per turn', '500', '24 steps', '200 per revolution'].map(
        stepAngleSaid,
      ),
    ).toEqual(['1.8 °', '1.8 °', '0.9 °', '7.5 °', '0.72 °', '15 °', '1.8 °']);
  });

  it('stays as it was typed where an angle may be meant', () => {
    for (const typed of ['1.8', '1,8°', '7.5 °', '15', '30', '45', '90°', '', '200 mm', '0.9deg', '2-1'])
      expect(stepAngleSaid(typed)).toBe(typed);
  });

  it('stays exact where no decimal is: 700 steps per turn are 18/35 of a degree', () => {
    const said = stepAngleSaid('700');
    const parsed = parseQuantity(said, 'angle', preferredUnit('angle', 'metric'));
    expect(said).toBe('360/700 °');
    expect(parsed.ok && (parsed.value.value * 180) / Math.PI).toBeCloseTo(18 / 35, 12);
  });
});
