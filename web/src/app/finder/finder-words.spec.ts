import { sayIn } from '@crisp-notch/core/drive-line';
import { newMachine, type Axis } from '@crisp-notch/core/machine';
import { REASONS } from '@crisp-notch/core/search';
import { REASON_WORDS, relaxationWords, wishDimension } from './finder-words';

const axis = (kind: 'router' | 'dividing-table'): Axis => newMachine('x', kind).axes[0] as Axis;
/** With the narrow spaces that stand between number and unit as plain ones. */
const say: ReturnType<typeof sayIn> = (value, dimension) => sayIn('metric')(value, dimension).replace(/\s/g, ' ');

describe('words of the match finder', () => {
  it('have one for every reason, each its own', () => {
    expect(new Set(REASONS.map((reason) => REASON_WORDS[reason])).size).toBe(REASONS.length);
  });

  it('say how far to give way, in the units of the axis', () => {
    expect(relaxationWords({ wish: 'speed', from: 0.05, to: 0.0312 }, axis('router'), say)).toBe(
      'Go 31.2 mm/s instead of 50 mm/s.',
    );
    expect(relaxationWords({ wish: 'tolerance', from: 0.00003, to: 0.0001 }, axis('router'), say)).toContain('±0.1 mm');
    expect(relaxationWords({ wish: 'holdsUnpowered', from: 1, to: 0 }, axis('router'), say)).toContain('brake');
    expect(wishDimension('load', axis('dividing-table').job.kind)).toBe('torque');
  });
});
