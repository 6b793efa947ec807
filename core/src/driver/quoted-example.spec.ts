import { ammeterReading, currentFromReference } from './current-limit.js';
import { judgeQuoted, limitInterval, ohmsByMarking, type FormulaVerdict } from './quoted-example.js';

const by = (verdicts: readonly FormulaVerdict[], gain: number | null): FormulaVerdict => {
  const found = verdicts.find((item) => item.gain === gain);
  if (!found) throw new Error(`gain ${gain} is judged`);
  return found;
};

describe('a setting that somebody quotes', () => {
  // Rows 8 and 9 of the check values (trade facts, common practice, no source).
  it('of 0.50 V for 1 A with 0.1 Ω is right at a gain of 8 only for 0.0625 Ω; there 0.80 V are needed', () => {
    const verdicts = judgeQuoted({ volts: 0.5, amperes: 1, ohms: 0.1 });
    const eight = by(verdicts, 8);
    expect(eight.isRight).toBeFalse();
    expect(eight.voltsNeeded).toBeCloseTo(0.8, 12);
    expect(eight.ohmsFor).toBeCloseTo(0.0625, 12);
    expect(eight.amperesSet).toBeCloseTo(0.625, 12);
    // The same words are true of the other class of driver.
    expect(by(verdicts, 5).isRight).toBeTrue();
  });

  it('of 0.70 V with 0.1 Ω is 0.875 A at a gain of 8, and right for nothing else that is usual', () => {
    const verdicts = judgeQuoted({ volts: 0.7, amperes: 0.875, ohms: 0.1 });
    expect([8, 5, null].map((gain) => by(verdicts, gain).isRight)).toEqual([true, false, false]);
    expect(by(verdicts, 5).amperesSet).toBeCloseTo(1.4, 12);
  });

  it('without its resistor is not judged but where no resistor matters: 1 V for 0.71 A effective', () => {
    const verdicts = judgeQuoted({ volts: 1, amperes: 0.71, ohms: null });
    expect([8, 5, null].map((gain) => by(verdicts, gain).isRight)).toEqual([null, null, true]);
    expect(by(verdicts, 8).ohmsFor).toBeCloseTo(1 / (8 * 0.71), 12);
    expect(by(verdicts, null).ohmsFor).toBeNull();
    // Two volts are twice the amperes.
    expect(by(judgeQuoted({ volts: 2, amperes: 0.71, ohms: null }), null).amperesSet).toBeCloseTo(1.42, 12);
  });

  it('and an ammeter in one coil set the same limit within 2 %: 0.70 V, or 0.62 A in full-step hold', () => {
    // What a hand sets by each, to the digits that it reads (rows 8 and 10).
    const [byVolts, byAmmeter] = [currentFromReference(0.7, 8, 0.1), 0.62 * Math.SQRT2];
    expect(Math.abs(byAmmeter / byVolts - 1)).toBeLessThan(0.02);
    expect(ammeterReading(byVolts)).toBeCloseTo(0.62, 2);
  });
});

describe('a sense resistor', () => {
  it('says its ohms by an R in place of the point (IEC 60062)', () => {
    expect(['R100', ' R075 ', '0R15', 'r050', '1R0', 'R', '', '100', 'R1x', 'xR1'].map(ohmsByMarking)).toEqual([
      0.1,
      0.075,
      0.15,
      0.05,
      1,
      null,
      null,
      null,
      null,
      null,
    ]);
  });

  it('of 5 % and a meter of 1 % leave a limit of 1 A between 0.94 and 1.06 A', () => {
    const [least, most] = limitInterval(1, { resistor: 0.05, reference: 0.01 });
    expect(least).toBeCloseTo(0.99 / 1.05, 12);
    expect(most).toBeCloseTo(1.01 / 0.95, 12);
  });
});
