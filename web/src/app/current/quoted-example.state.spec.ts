import type { Axis } from '@crisp-notch/core/machine';
import { quantityOf } from '@crisp-notch/core/shape';
import { exampleView } from '../testing/example-view';
import { linesOfClasses, linesOfOwn } from './quoted-example.state';

const blank = (words: string): string => words.replace(/\s/g, ' ');
const sensed = (letter: string, gain: string, ohms: string) =>
  exampleView((axis): Axis => ({
    ...axis,
    letter,
    driver: {
      ...axis.driver,
      specification: {
        ...axis.driver.specification,
        formula: { kind: 'sense-resistor', gain: quantityOf(gain), senseResistor: quantityOf(ohms) },
      },
    },
  }));

describe('a quoted trimmer setting, in words', () => {
  it('is wrong at a gain of 8, with the only resistor it is right for, and right at a gain of 5', () => {
    const [eight, five, effective] = linesOfClasses({ volts: 0.5, amperes: 1, ohms: 0.1 });
    expect(blank(eight?.words ?? '')).toBe(
      'Wrong at a gain of 8 with 0.1 Ω: 1 A needs 0.8 V there, and 0.5 V sets 0.625 A. 0.5 V is right only with 0.0625 Ω.',
    );
    expect(blank(five?.words ?? '')).toBe('Right at a gain of 5 with 0.1 Ω.');
    expect(blank(effective?.words ?? '')).toContain('need 1.41 V there');
  });

  it('asks for the marking where nobody says the resistor', () => {
    const [eight] = linesOfClasses({ volts: 0.5, amperes: 1, ohms: null });
    expect(eight?.isRight).toBeNull();
    expect(blank(eight?.words ?? '')).toBe(
      'At a gain of 8, 0.5 V is right only with 0.0625 Ω: read the marking of yours.',
    );
  });

  it('is judged for the drivers of the machine by their own resistors, each kind once', () => {
    const views = [sensed('X', '6', '0.15 Ω'), sensed('Y', '6', '0.15 Ω'), sensed('Z', '8', '0.1 Ω')];
    const lines = linesOfOwn(views, { volts: 0.9, amperes: 1, ohms: null });
    expect(lines.map(({ isRight }) => isRight)).toEqual([true, false]);
    expect(blank(lines[0]?.words ?? '')).toBe('X, Y: Right at a gain of 6 with 0.15 Ω.');
    expect(lines[1]?.words.startsWith('Z: Wrong')).toBeTrue();
  });
});
