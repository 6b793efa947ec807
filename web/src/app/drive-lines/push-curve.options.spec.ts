import { pushCurve, type PushCurve } from '@crisp-notch/core/drive-line';
import type { Axis } from '@crisp-notch/core/machine';
import { quantityOf } from '@crisp-notch/core/shape';
import { preferredUnit } from '@crisp-notch/core/quantity';
import { EXAMPLE_INK } from '../testing/example-ink';
import { exampleView } from '../testing/example-view';
import { labelWidth } from '../ui/label-places';
import { bindingStretches, pushAt, pushChart, type CurveScale } from './push-curve.options';

const scale: CurveScale = {
  speed: preferredUnit('speed', 'metric'),
  push: preferredUnit('force', 'metric'),
  speedFactor: 1,
  pushFactor: 1,
  speedName: 'speed',
  pushName: 'push',
};

const whole = (axis: Axis): Axis => ({
  ...axis,
  motor: {
    ...axis.motor,
    specification: {
      ...axis.motor.specification,
      resistance: quantityOf('2 Ω'),
      inductance: quantityOf('3 mH'),
      rotorInertia: quantityOf('54 g·cm²'),
    },
  },
  carriage: { ...axis.carriage, mass: quantityOf('4 kg') },
});
const curve = pushCurve(exampleView(whole).reckoner) as PushCurve;
interface Drawn {
  readonly series: readonly { readonly name: string; readonly data: readonly (readonly [number, number])[] }[];
}

describe('the push chart', () => {
  const drawn = pushChart(curve, scale, [{ rate: 1000, torque: 0.2 }], EXAMPLE_INK, {
    width: 360,
    height: 270,
  }) as unknown as Drawn;
  const dataOf = (name: string): readonly (readonly [number, number])[] =>
    drawn.series.find((series) => series.name === name)?.data ?? [];

  it('draws in the units shown what the core reckoned in SI', () => {
    expect(dataOf('sine limit')[0]?.[1]).toBeCloseTo(curve.points[0]?.low ?? 0, 9);
    expect(dataOf('operating point')[0]?.[0]).toBeCloseTo((curve.speed ?? 0) * 1000, 9);
  });

  it('stacks the band so that its upper edge is the square-wave limit', () => {
    const place = 60;
    const [low, rest] = [dataOf('sine limit')[place]?.[1] ?? 0, dataOf('square-wave limit')[place]?.[1] ?? 0];
    expect(low + rest).toBeCloseTo(curve.points[place]?.high ?? 0, 9);
  });

  it('puts a simulated point at the carriage speed of its full steps', () => {
    expect(dataOf('simulated')[0]?.[0]).toBeCloseTo((1000 / (curve.stepsPerSpeed ?? 1)) * 1000, 9);
    expect(dataOf('simulated')[0]?.[1]).toBeCloseTo(0.2 * curve.pushPerTorque, 9);
  });

  it('reads the curve between the points of its grid', () => {
    const [one, other] = [curve.points[3], curve.points[4]];
    if (!one || !other) throw new Error('points are expected');
    const middle = pushAt(curve, 0.25 * one.speed + 0.75 * other.speed);
    expect(middle?.low).toBeCloseTo(0.25 * one.low + 0.75 * other.low, 9);
    expect(pushAt(curve, (curve.points.at(-1)?.speed ?? 0) * 1.01)).toBeNull();
    expect(pushAt(curve, 0)?.high).toBe(curve.points[0]?.high as number);
  });

  it('lays no name over another, however narrow it is', () => {
    for (const width of [300, 360, 520, 900]) {
      const { graphic } = pushChart(curve, scale, [], EXAMPLE_INK, { width, height: 270 }) as unknown as {
        readonly graphic: { readonly elements: readonly { x: number; y: number; style: { text: string } }[] };
      };
      const boxes = graphic.elements.map(({ x, y, style }) => ({
        x: x - labelWidth(style.text) / 2,
        y,
        right: x + labelWidth(style.text) / 2,
        bottom: y + 15,
      }));
      expect(boxes.length).toBeGreaterThanOrEqual(3);
      boxes.forEach((one, index) => {
        expect(one.right).toBeLessThanOrEqual(width);
        for (const other of boxes.slice(index + 1))
          expect(
            one.x < other.right && other.x < one.right && one.y < other.bottom && other.y < one.bottom,
          ).toBeFalse();
      });
    }
  });

  it('tells what binds in stretches without gaps', () => {
    const stretches = bindingStretches(curve);
    expect(stretches[0]?.binding).toBe('current');
    stretches.slice(1).forEach((item, index) => expect(item.from).toBe(stretches[index]?.to as number));
  });
});
