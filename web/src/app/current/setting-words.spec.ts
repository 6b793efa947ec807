import type { Axis } from '@crisp-notch/core/machine';
import { quantityOf } from '@crisp-notch/core/shape';
import { exampleView } from '../testing/example-view';
import { bandWords, coolingWords, stepWords, turnWords } from './setting-words';

describe('words for setting a current', () => {
  it('give the band, and whose limit it is', () => {
    expect(bandWords(0.3, 1.5, 2)).toBe('0.3 A to 1.5 A, by the motor');
    expect(bandWords(null, 2.5, 2)).toBe('up to 2 A, by the driver');
    expect(bandWords(0.3, null, null)).toBe('');
  });

  it('say which way to turn, and try a little where nobody knows', () => {
    expect(turnWords(0.7, 0.96, 'clockwise')).toBe('Up by 0.26 V: clockwise');
    expect(turnWords(1.2, 0.96, 'clockwise')).toBe('Down by 0.24 V: anticlockwise');
    expect(turnWords(0.7, 0.96, 'anticlockwise')).toBe('Up by 0.26 V: anticlockwise');
    expect(turnWords(0.7, 0.96, 'not-tried')).toBe('Up by 0.26 V: try a little and see the meter');
    expect(turnWords(0.955, 0.96, 'clockwise')).toBe('It is there.');
  });

  it('name the switches or the number, with what they come to', () => {
    const settings = [
      { setting: '111', amperes: quantityOf('1 A') },
      { setting: '110', amperes: quantityOf('1.46 A') },
    ];
    expect(stepWords({ kind: 'switches', reads: 'peak', settings }, 1.5)).toBe('switches 110: 1.46 A crest');
    expect(stepWords({ kind: 'switches', reads: 'peak', settings }, 0.5)).toBe('None: the least is 1 A');
    const number = { kind: 'number', reads: 'rms', most: 31, full: quantityOf('2.1 A') } as const;
    expect(stepWords(number, 1.2)).toBe('number 12 of 31: 1.15 A crest');
  });

  it('tell bare, with a sink, and with a fan apart, and what the limit has to come down to', () => {
    const hot = exampleView((axis): Axis => ({
      ...axis,
      driver: {
        ...axis.driver,
        currentLimit: quantityOf('1.5 A'),
        specification: {
          ...axis.driver.specification,
          onResistance: quantityOf('0.32 Ω'),
          thermalResistance: quantityOf('40 K/W'),
        },
      },
    }));
    const words = coolingWords(hot.reckoner);
    expect(words).toMatch(/^bare (\d+ °C|runs away), [\d.]+ A for 125 °C; with a heat sink \d+ °C/);
    expect(words).toContain('with sink and fan');
    expect(coolingWords(exampleView().reckoner)).toBe('');
  });
});
