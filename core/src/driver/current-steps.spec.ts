import {
  COOLINGS,
  coolLimit,
  currentSteps,
  driverHeat,
  junctionTemperature,
  stepFor,
  type CurrentSteps,
} from './index.js';

const SWITCHES: CurrentSteps = {
  kind: 'switches',
  reads: 'peak',
  settings: [
    { setting: '110', amperes: 1.46 },
    { setting: '111', amperes: 1 },
    { setting: '101', amperes: 1.91 },
  ],
};

describe('a current that is set in steps', () => {
  it('takes the greatest step that is not above the limit, whatever the order of the table', () => {
    expect(stepFor(SWITCHES, 1.5)).toEqual({ setting: '110', crest: 1.46 });
    expect(stepFor(SWITCHES, 1.46)).toEqual({ setting: '110', crest: 1.46 });
    expect(stepFor(SWITCHES, 9)?.setting).toBe('101');
    expect(stepFor(SWITCHES, 0.9)).toBeNull();
    expect(currentSteps(SWITCHES).map(({ setting }) => setting)).toEqual(['111', '110', '101']);
  });

  it('rounds a number down: 1.2 A crest of 31 steps to 2.1 A effective is 12, which is 1.15 A', () => {
    const number: CurrentSteps = { kind: 'number', reads: 'rms', most: 31, full: 2.1 };
    const step = stepFor(number, 1.2);
    expect(step?.setting).toBe('12');
    expect(step?.crest).toBeCloseTo((12 / 31) * 2.1 * Math.SQRT2, 12);
    expect(currentSteps(number).length).toBe(32);
    expect(stepFor(number, 10)?.crest).toBeCloseTo(2.1 * Math.SQRT2, 12);
  });
});

describe('the limit that cooling allows', () => {
  const load = {
    current: 2,
    isBrushed: false,
    switches: { resistance: 0.6, drop: 0 },
    coil: 2,
    quiescent: 0.5,
    efficiency: 1,
  };

  it('comes from a heat that is added up as by hand: a brushed motor with a drop, and what the driver keeps back', () => {
    // 2 A: 1.2 W in 0.3 Ω, 1 W in 0.5 V, 4 W in 1 Ω of coil, 0.2 W of logic; a quarter of that more at 80 %.
    const heat = driverHeat({
      current: 2,
      isBrushed: true,
      switches: { resistance: 0.3, drop: 0.5 },
      coil: 1,
      quiescent: 0.2,
      efficiency: 0.8,
    });
    expect(heat.growing).toBeCloseTo(1.2, 12);
    expect(heat.steady).toBeCloseTo(1 + 0.2 + 6.4 / 4, 12);
  });

  it('is where the silicon comes to 125 °C, found again by the temperature it makes', () => {
    for (const { share } of COOLINGS) {
      const limit = coolLimit(load, 40 * share, 40) ?? 0;
      const warm = junctionTemperature(driverHeat({ ...load, current: limit }), 40 * share, 40);
      if (limit < load.current) expect(warm).toBeCloseTo(125, 6);
      else expect(warm).toBeLessThanOrEqual(125);
    }
  });

  it('grows with every cooling, is not above what is set, and is nothing where it is too hot without current', () => {
    const limits = COOLINGS.map(({ share }) => coolLimit(load, 60 * share, 40) ?? 0);
    expect(limits[0]).toBeLessThan(limits[1] ?? 0);
    expect(limits[1]).toBeLessThan(limits[2] ?? 0);
    expect(coolLimit(load, 1, 40)).toBe(2);
    expect(coolLimit(load, 200, 40)).toBeNull();
    // Just as warm as it may be, without any current, is not too hot.
    expect(coolLimit({ ...load, quiescent: 0 }, 200, 125)).not.toBeNull();
  });
});
