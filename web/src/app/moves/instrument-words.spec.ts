import { sayIn } from '@crisp-notch/core/drive-line';
import { INSTRUMENTS } from '@crisp-notch/core/line-port';
import { quantityOf } from '@crisp-notch/core/shape';
import { exampleView } from '../testing/example-view';
import { INSTRUMENT_NAMES, instrumentWords, probeExpected } from './instrument-words';

const say: ReturnType<typeof sayIn> = (...said) => sayIn('metric')(...said).replaceAll('\u00a0', ' ');
const view = exampleView((axis) => ({
  ...axis,
  motor: {
    ...axis.motor,
    specification: { ...axis.motor.specification, resistance: quantityOf('2.1 Ω') },
  },
  driver: { ...axis.driver, currentLimit: quantityOf('1.2 A'), idleShare: quantityOf('50 %') },
}));

describe('what instruments show', () => {
  it('is told beside the design, where that says something', () => {
    expect(instrumentWords('rule', 0.0125, view, say)).toBe('12.5 mm');
    expect(instrumentWords('ammeter', -0.85, view, say)).toBe('0.85 A in this coil; the limit is 1.2 A');
    // 0.45 N·m at 1.5 A effective: 1.2 A of crest, half of it at rest.
    expect(instrumentWords('torque-arm', 0.12, view, say)).toBe('0.12 N·m; the design says 0.1273 N·m');
    expect(instrumentWords('supply-volts', 23.6, view, say)).toMatch(/^23\.6 V/);
    expect(Object.keys(INSTRUMENT_NAMES).sort()).toEqual([...INSTRUMENTS].sort());
  });

  it('is known between two points of the wiring', () => {
    const expected = (from: string, to: string, what: 'ohms' | 'volts' = 'ohms') =>
      probeExpected(from, to, what, [view], say);
    expect(expected('X A-', 'X A+')).toBe('The design says 2.1 Ω, and 0.2 Ω of the meter’s leads');
    expect(expected('X A+', 'X B+')).toContain('Open');
    expect(expected('controller ground', 'X ground')).toContain('Less than 1 Ω');
    expect(expected('X ground', 'X V+', 'volts')).toBe('The design says 24 V');
    expect([expected('X A+', 'W A-'), expected('X A+', 'nowhere'), expected('X A+', 'X A-', 'volts')]).toEqual([
      '',
      '',
      '',
    ]);
  });
});
