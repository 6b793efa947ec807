import fc from 'fast-check';
import {
  addRational,
  compareRational,
  divideRational,
  equalExact,
  equalRational,
  exact,
  exactToText,
  findUnit,
  formatNumber,
  formatQuantity,
  inUnit,
  multiplyRational,
  parseQuantity,
  parseRational,
  preferredUnit,
  rational,
  rationalFromNumber,
  rationalToNumber,
  rationalToText,
  roundRational,
  subtractRational,
  UNITS,
  unitsOf,
  type Dimension,
  type Unit,
  handyUnit,
} from './index.js';

const millimetre = preferredUnit('length', 'metric');
const parse = (
  text: string,
  dimension: Dimension,
  fallback: Unit = preferredUnit(dimension, 'metric'),
): ReturnType<typeof parseQuantity> => parseQuantity(text, dimension, fallback);
const valueOf = (text: string, dimension: Dimension): number => {
  const parsed = parse(text, dimension);
  if (!parsed.ok) throw new Error(`${text}: ${parsed.error}`);
  return parsed.value.value;
};

describe('rational', () => {
  const fraction = fc
    .tuple(fc.bigInt(-(10n ** 12n), 10n ** 12n), fc.bigInt(1n, 10n ** 12n))
    .map(([n, d]) => rational(n, d));

  it('obeys the laws of a field', () => {
    fc.assert(
      fc.property(fraction, fraction, fraction, (a, b, c) => {
        expect(
          equalRational(
            multiplyRational(a, addRational(b, c)),
            addRational(multiplyRational(a, b), multiplyRational(a, c)),
          ),
        ).toBeTrue();
        expect(equalRational(subtractRational(addRational(a, b), b), a)).toBeTrue();
        if (b.numerator !== 0n) expect(equalRational(multiplyRational(divideRational(a, b), b), a)).toBeTrue();
      }),
    );
  });

  it('keeps a double through its shortest decimal', () => {
    fc.assert(
      // Far above the subnormal doubles, which no machine needs.
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true, min: 1e-200, max: 1e20 }), (value) => {
        expect(rationalToNumber(rationalFromNumber(value))).toBe(value);
        expect(rationalToNumber(rationalFromNumber(-value))).toBe(-value);
      }),
    );
  });

  it('rounds halves upward on both sides of zero', () => {
    expect(
      [rational(5, 2), rational(-5, 2), rational(-3, 2), rational(7, 3), rational(-7, 3)].map(roundRational),
    ).toEqual([3n, -2n, -1n, 2n, -2n]);
  });

  it('agrees with a slow rounding for any fraction', () => {
    fc.assert(
      fc.property(fraction, (a) => {
        const rounded = roundRational(a);
        const distance = subtractRational(a, rational(rounded));
        expect(
          compareRational(distance, rational(1, 2)) < 0 && compareRational(distance, rational(-1, 2)) >= 0,
        ).toBeTrue();
      }),
    );
  });

  it('divides integers far beyond the doubles', () => {
    const huge = 10n ** 400n;
    expect(rationalToNumber(rational(3n * huge, 4n * huge + 1n))).toBeCloseTo(0.75, 15);
    expect(rationalToNumber(rational(1n, huge))).toBe(0);
  });

  it('reads what builders write and refuses the rest', () => {
    expect(rationalToText(parseRational('1-3/16') ?? rational(0))).toBe('19/16');
    expect(rationalToText(parseRational('1 3/16') ?? rational(0))).toBe('19/16');
    expect(rationalToText(parseRational('−0,05') ?? rational(0))).toBe('-1/20');
    for (const bad of ['', '.', '1/0', '1e9999', 'NaN', 'Infinity', '0x10', '1.2.3', '9'.repeat(31)])
      expect(parseRational(bad)).withContext(bad).toBeNull();
  });
});

describe('units', () => {
  it('are found by each of their own spellings', () => {
    for (const unit of UNITS)
      for (const spelling of [unit.symbol, ...unit.aliases])
        expect(findUnit(spelling, unit.dimension)?.factor)
          .withContext(`${spelling} as ${unit.dimension}`)
          .toEqual(unit.factor);
  });

  // Factors from NIST Special Publication 811 (2008), appendix B.8, from memory; seven digits as printed there.
  it('agree with the printed conversion factors', () => {
    const printed: readonly (readonly [string, Dimension, number])[] = [
      ['1 ozf·in', 'torque', 7.061552e-3],
      ['1 lbf·in', 'torque', 1.129848e-1],
      ['1 kgf·cm', 'torque', 9.80665e-2],
      ['1 lbf', 'force', 4.448222],
      ['1 ozf', 'force', 2.780139e-1],
      ['1 oz', 'mass', 2.834952e-2],
      ['1 oz·in²', 'inertia', 1.828998e-5],
      ['1 rpm', 'angular-speed', 1.047198e-1],
      ['1 °', 'angle', 1.745329e-2],
      ['1 in/min', 'speed', 4.233333e-4],
    ];
    for (const [text, dimension, value] of printed)
      expect(valueOf(text, dimension) / value)
        .withContext(text)
        .toBeCloseTo(1, 6);
  });

  it('convert there and back', () => {
    for (const unit of UNITS)
      expect(inUnit(valueOf(`7.25 ${unit.symbol}`, unit.dimension), unit))
        .withContext(`${unit.symbol} ${unit.dimension}`)
        .toBeCloseTo(7.25, 12);
  });
});

describe('typed quantities', () => {
  it('are understood in the spellings of the trade', () => {
    expect(valueOf('0.05in', 'length')).toBeCloseTo(0.00127, 12);
    expect(valueOf('3/16"', 'length')).toBeCloseTo(0.0047625, 12);
    expect(valueOf('1-3/16 in', 'length')).toBeCloseTo(0.0301625, 12);
    expect(valueOf('20tpi', 'length')).toBeCloseTo(0.00127, 12);
    expect(valueOf('12ozin', 'torque')).toBeCloseTo(0.0847386, 6);
    expect(valueOf('12 oz-in', 'torque')).toBeCloseTo(0.0847386, 6);
    expect(valueOf('1.2kgcm', 'torque')).toBeCloseTo(0.1176798, 7);
    expect(valueOf('5\' 6"', 'length')).toBeCloseTo(1.6764, 12);
    expect(valueOf('12° 30′', 'angle')).toBeCloseTo((12.5 * Math.PI) / 180, 12);
    expect(valueOf('-1°30\'36"', 'angle')).toBeCloseTo((-1.51 * Math.PI) / 180, 12);
    expect(valueOf('100mΩ', 'resistance')).toBeCloseTo(0.1, 12);
    expect(valueOf('600 mm/min', 'speed')).toBeCloseTo(0.01, 12);
    expect(valueOf('50%', 'ratio')).toBe(0.5);
  });

  it('are understood as sheets write inertias, torques and constants', () => {
    // Factors from NIST Special Publication 811 (2008), appendix B.8, from memory; V/krpm is 60/2000π V·s/rad by
    // definition.
    const sheets: readonly (readonly [string, Dimension, number])[] = [
      ['0.0021 oz·in·s²', 'inertia', 0.0021 * 7.061552e-3],
      ['0.0021 oz-in-s^2', 'inertia', 0.0021 * 7.061552e-3],
      ['0.2 kg-cm²', 'inertia', 2e-5],
      ['54 g·cm2', 'inertia', 5.4e-6],
      ['54 g-cm2', 'inertia', 5.4e-6],
      ['0.3 lb·in²', 'inertia', 0.3 * 2.926397e-4],
      ['0.3 lb-in2', 'inertia', 0.3 * 2.926397e-4],
      ['1.5 lb·ft', 'torque', 1.5 * 1.355818],
      ['1.5 ft-lb', 'torque', 1.5 * 1.355818],
      ['7 V/krpm', 'torque-constant', (7 * 60) / (2000 * Math.PI)],
      ['90 rpm/s', 'angular-acceleration', 3 * Math.PI],
      ['90 turns/min/s', 'angular-acceleration', 3 * Math.PI],
    ];
    for (const [text, dimension, value] of sheets)
      expect(valueOf(text, dimension) / value)
        .withContext(text)
        .toBeCloseTo(1, 6);
  });

  it('with a capital M are not taken for thousandths', () => {
    for (const [text, dimension] of [
      ['12 MNm', 'torque'],
      ['12 MN·m', 'torque'],
      ['3 MH', 'inductance'],
      ['500 MA', 'current'],
      ['80 MΩ', 'resistance'],
    ] as const) {
      const parsed = parse(text, dimension);
      expect(parsed.ok ? 'accepted' : parsed.error)
        .withContext(text)
        .toContain('capital M');
    }
    expect(valueOf('12 mNm', 'torque')).toBeCloseTo(0.012, 12);
    expect(valueOf('12 MM', 'length')).toBeCloseTo(0.012, 12);
    expect(valueOf('16 MHZ', 'frequency')).toBe(16e6);
  });

  it('with thousands set off are read as what they are', () => {
    for (const [text, value] of [
      ['1 234,5 mm', 1.2345],
      ['1.234,5 mm', 1.2345],
      ['1,234.5 mm', 1.2345],
      ['1\u202f500 mm', 1.5],
      ['12 345 mm', 12.345],
      ['1,234,567 mm', 1234.567],
      ["1'500 mm", 1.5],
      ['½ in', 0.0127],
      ['1½ in', 0.0381],
      ['2 ¾ in', 0.06985],
      ['- 3 mm', -0.003],
      ['– 3 mm', -0.003],
      ['１２．５ mm', 0.0125],
      ['0,500 mm', 0.0005],
      ['1,5 mm', 0.0015],
      ['1.500 mm', 0.0015],
      ['1 3/16 in', 0.0301625],
    ] as const)
      expect(valueOf(text, 'length')).withContext(text).toBeCloseTo(value, 12);
  });

  it('that could mean two things are asked about when typed, and read as ever from a document', () => {
    const typed = parse('1,500 mm', 'length');
    expect(typed.ok ? 'accepted' : typed.error).toBe('“1,500” could be 1500 or 1.5: write the one that is meant.');
    const kept = parseQuantity('1,500 mm', 'length', millimetre, 'kept');
    expect(kept.ok && kept.value.value).toBeCloseTo(0.0015, 12);
  });

  it('with a comma are decimal to who writes them so, and are kept so that nobody else takes them for thousands', () => {
    const read = (text: string): string => {
      const parsed = parseQuantity(text, 'length', millimetre, 'typed with a comma');
      return parsed.ok ? parsed.value.text : parsed.error;
    };
    expect(read('1,500')).toBe('1.500 mm');
    expect(read('-12,125 in')).toBe('-12.125 in');
    // Elsewhere a comma can mean one thing only and stays as it was written.
    expect([read('1,5'), read('0,500'), read('1.234,5')]).toEqual(['1,5 mm', '0,500 mm', '1.234,5 mm']);
  });

  it('stay exact: 20 threads per inch is 127/100000 m', () => {
    const parsed = parse('20 tpi', 'length');
    expect(parsed.ok && equalExact(parsed.value.exact, exact(rational(127, 100_000)))).toBeTrue();
  });

  it('take the default unit only when none is written, and write it out', () => {
    const parsed = parse('12,5', 'length');
    expect(parsed.ok && [parsed.value.value, parsed.value.hasUnit, parsed.value.text]).toEqual([
      0.0125,
      false,
      '12,5 mm',
    ]);
  });

  it('are refused in words that help', () => {
    const error = (text: string, dimension: Dimension): string => {
      const parsed = parse(text, dimension);
      return parsed.ok ? 'accepted' : parsed.error;
    };
    expect(error('', 'length')).toBe('Enter a value.');
    expect(error('12 V', 'current')).toContain('is a unit of voltage');
    expect(error('12 parsec', 'length')).toContain('not known');
    expect(error('fast', 'speed')).toContain('does not start with a number');
    expect(error('0 tpi', 'length')).toContain('no size');
    expect(error('1'.repeat(200), 'length')).toContain('at most');
  });

  it('never throw, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', maxLength: 70 }),
        fc.constantFrom<Dimension>('length', 'angle', 'torque', 'ratio', 'speed'),
        (text, dimension) => {
          const parsed = parse(text, dimension);
          expect(
            parsed.ok
              ? Number.isFinite(parsed.value.value) || Math.abs(parsed.value.value) === Infinity
              : parsed.error.length > 0,
          ).toBeTrue();
        },
      ),
      { numRuns: 2000 },
    );
  });

  it('mean the same when their text is read again', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...UNITS),
        fc.integer({ min: 1, max: 999_999 }),
        fc.integer({ min: 0, max: 4 }),
        (unit, digits, decimals) => {
          const first = parse(`${digits / 10 ** decimals}`, unit.dimension, unit);
          expect(first.ok).toBeTrue();
          if (!first.ok) return;
          const again = parse(first.value.text, unit.dimension, unitsOf(unit.dimension)[0] ?? unit);
          expect(again.ok && equalExact(again.value.exact, first.value.exact)).toBeTrue();
        },
      ),
    );
  });
});

describe('shown numbers', () => {
  it('keep significant digits and drop idle zeros', () => {
    expect(formatNumber(629.92126, { significant: 7 })).toBe('629.9213');
    expect(formatNumber(800, { significant: 7 })).toBe('800');
    expect(formatNumber(99.996, { significant: 4 })).toBe('100');
    expect(formatNumber(-0.00004, { decimals: 2 })).toBe('0.00');
    expect(formatNumber(51_200, { significant: 7 })).toBe('51\u202f200');
    expect(formatNumber(Number.NaN)).toBe('–');
  });

  // JCGM 100:2008, 7.2.6 example: a mass of 100.021 47 g with u = 0.35 mg is stated with two digits of u.
  it('follow the uncertainty where there is one', () => {
    expect(formatNumber(100.021_468, { uncertainty: 0.000_35 })).toBe('100.02147');
    expect(formatQuantity(0.012_512_3, millimetre, { uncertainty: 0.000_05 }).digits).toBe('12.512');
  });

  it('show exact results as fractions, π apart', () => {
    expect(exactToText(exact(rational(80_000, 127)))).toBe('80000/127');
    expect(exactToText(exact(rational(5, 2), 1))).toBe('5π/2');
    expect(exactToText(exact(rational(3200, 3), -1))).toBe('3200/(3π)');
  });
});

describe('a handy unit', () => {
  it('is smaller for a small time, and the preferred one for anything else', () => {
    expect(
      [2, 0.03, 5e-5, 0, 599, 700, 7199, 41_000, Infinity].map((time) => handyUnit(time, 'time', 'metric').symbol),
    ).toEqual(['s', 'ms', 'µs', 's', 's', 'min', 'min', 'h', 's']);
    expect(handyUnit(1e-6, 'length', 'inch').symbol).toBe('in');
  });

  it('knows the accelerations and constants of drives', () => {
    // Standard gravity, 3rd CGPM (1901); torque constant in N·m/A is the back-EMF in V·s/rad.
    const value = (text: string, dimension: Dimension): number => {
      const parsed = parseQuantity(text, dimension, preferredUnit(dimension, 'metric'));
      return parsed.ok ? parsed.value.value : NaN;
    };
    expect(value('0.5 g', 'acceleration')).toBeCloseTo(4.903325, 12);
    expect(value('0.05 V·s/rad', 'torque-constant')).toBe(0.05);
    expect(value('9 °F', 'temperature-difference')).toBeCloseTo(5, 12);
    expect(value('11.7 ppm/K', 'temperature-coefficient')).toBeCloseTo(11.7e-6, 15);
  });
});
