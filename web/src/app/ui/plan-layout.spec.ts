import { newAuxiliary, newConverter, newMachine, newSupply, newSwitch, type Machine } from '@crisp-notch/core/machine';
import { BLANK_DRIVER_LOGIC } from '@crisp-notch/core/parts';
import { quantityOf } from '@crisp-notch/core/shape';
import { wiringPlan, type WiringPlan } from '@crisp-notch/core/wiring';
import ELK from 'elkjs';
import { drawingOf, graphOf, pathOf, planSvg, type Drawing, type DrawnBox } from './plan-layout';

/** A machine of a kind with a switch on each axis, a stick, a relay, a converter and a second supply. */
function wired(kind: Machine['kind'], change: (machine: Machine) => Machine = (machine) => machine): Machine {
  const bare = newMachine(`Wired ${kind}`, kind);
  const supplied = { ...bare, supplies: [...bare.supplies, newSupply('supply-2')] };
  const converted = { ...supplied, converters: [newConverter(supplied, 'supply-2')] };
  return change({
    ...converted,
    auxiliaries: [
      {
        ...newAuxiliary(converted, { part: null, name: 'Long-named chip blower of the far end, 12 V' }),
        on: 'M8',
        off: 'M9',
      },
    ],
    axes: converted.axes.map((axis) => ({
      ...axis,
      motor: { ...axis.motor, count: axis.letter === 'Y' ? 2 : 1 },
      feed: { ...axis.feed, fuse: quantityOf('3.15 A'), capacitance: quantityOf('100 µF') },
    })),
    wiring: {
      ...converted.wiring,
      switches: converted.axes.map(({ id }, index) => newSwitch(`switch-${index + 1}`, 'home', id)),
      controls: [{ id: 'control-1', name: '', use: 'stick' }],
    },
  });
}

/** Opto inputs have two ends each: twice the wires. */
const withOptos = (machine: Machine): Machine => ({
  ...machine,
  axes: machine.axes.map((axis) => ({
    ...axis,
    driver: {
      ...axis.driver,
      specification: { ...axis.driver.specification, logic: { ...BLANK_DRIVER_LOGIC, inputs: 'opto', form: 'box' } },
    },
  })),
});

/** A rig of eight motors. */
const withEightMotors = (machine: Machine): Machine => ({
  ...machine,
  axes: Array.from({ length: 8 }, (_, index) => ({
    ...(machine.axes[0] as Machine['axes'][number]),
    id: `axis-${index + 1}`,
    letter: `A${index + 1}`,
  })),
});

const MACHINES: Readonly<Record<string, Machine>> = {
  'a router of four motors': wired('router'),
  'a router with opto inputs': wired('router', withOptos),
  'a lathe': wired('lathe'),
  'a dividing table': wired('dividing-table'),
  'a rig of eight motors': wired('other', () => withEightMotors(wired('router'))),
};

async function drawn(machine: Machine): Promise<{ readonly plan: WiringPlan; readonly drawing: Drawing }> {
  const plan = wiringPlan(machine);
  const drawing = drawingOf(plan, await new ELK().layout(graphOf(plan)));
  return { plan, drawing };
}

/** Whether a straight piece of wire runs through the inside of a box. */
function isThrough(box: DrawnBox, one: { x: number; y: number }, other: { x: number; y: number }): boolean {
  const inset = 0.5;
  return (
    Math.max(one.x, other.x) > box.x + inset &&
    Math.min(one.x, other.x) < box.x + box.width - inset &&
    Math.max(one.y, other.y) > box.y + inset &&
    Math.min(one.y, other.y) < box.y + box.height - inset
  );
}

for (const [name, machine] of Object.entries(MACHINES))
  describe(`the drawn plan of ${name}`, () => {
    let plan: WiringPlan;
    let drawing: Drawing;
    beforeAll(async () => ({ plan, drawing } = await drawn(machine)));

    it('has every box and every wire of the plan', () => {
      expect(drawing.boxes.map(({ id }) => id).sort()).toEqual(plan.boxes.map(({ id }) => id).sort());
      expect(drawing.wires.length).toBe(plan.nets.reduce((sum, { ends }) => sum + ends.length - 1, 0));
    });

    it('has no box on another, and no wire through one: nothing crosses what is written', () => {
      for (const box of drawing.boxes) {
        const onIt = drawing.boxes.filter(
          (other) =>
            other !== box &&
            other.x < box.x + box.width &&
            box.x < other.x + other.width &&
            other.y < box.y + box.height &&
            box.y < other.y + other.height,
        );
        expect(onIt.map(({ id }) => id))
          .withContext(box.id)
          .toEqual([]);
        const through = drawing.wires.filter(({ points }) =>
          points.slice(1).some((point, index) => isThrough(box, points[index] as typeof point, point)),
        );
        expect(through.map(({ name }) => name))
          .withContext(box.id)
          .toEqual([]);
      }
    });

    it('runs square, and ends at the terminals that it joins', () => {
      for (const { points, boxes, name } of drawing.wires) {
        const slanted = points.slice(1).some((point, index) => {
          const before = points[index] as typeof point;
          return Math.abs(point.x - before.x) > 0.01 && Math.abs(point.y - before.y) > 0.01;
        });
        expect(slanted).withContext(name).toBeFalse();
        const [first, last] = [points[0], points.at(-1)];
        for (const [end, id] of [
          [first, boxes[0]],
          [last, boxes[1]],
        ] as const) {
          const box = drawing.boxes.find((item) => item.id === id);
          const isAtTerminal = box?.terminals.some(({ y }) => Math.abs(y - (end?.y ?? 0)) < 0.6);
          expect(isAtTerminal).withContext(`${name} at ${id}`).toBeTrue();
        }
      }
    });

    it('is a file of its own with every wire and every word, names harmless', () => {
      const svg = planSvg(drawing, 'Plan of <one> & "another"');
      expect(svg).toContain('<title>Plan of &lt;one&gt; &amp; &quot;another&quot;</title>');
      expect(svg.match(/<path /g)?.length).toBe(drawing.wires.length);
      const words = drawing.boxes.flatMap(({ kind, heading, note, terminals }) =>
        kind === 'point' ? [] : [...heading, ...note, ...terminals.map(({ label }) => label)],
      );
      expect(svg.match(/<text /g)?.length).toBe(words.length);
    });

    it('lies within its sheet, power on the left and motors on the right', () => {
      for (const { x, y, width, height, id } of drawing.boxes) {
        expect(x >= 0 && y >= 0 && x + width <= drawing.width && y + height <= drawing.height)
          .withContext(id)
          .toBeTrue();
      }
      const left = (kind: DrawnBox['kind']): number =>
        Math.min(...drawing.boxes.filter((box) => box.kind === kind).map(({ x }) => x));
      expect(left('supply')).toBeLessThan(left('controller'));
      expect(left('controller')).toBeLessThan(left('driver'));
      expect(left('driver')).toBeLessThan(left('motor'));
    });
  });

describe('a wire', () => {
  it('is drawn as straight lines from point to point', () => {
    expect(
      pathOf([
        { x: 1, y: 2 },
        { x: 10.04, y: 2 },
        { x: 10.04, y: 7.5 },
      ]),
    ).toBe('M1 2L10 2L10 7.5');
  });
});
