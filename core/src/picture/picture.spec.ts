import { MACHINE_KINDS } from '../machine-kinds/index.js';
import { newAxis, newMachine, type Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { alongMeasure, frameOf, viewsOf, type Measure } from './index.js';

const lengthOf = ({ from, to }: Measure): number => Math.hypot(to.x - from.x, to.y - from.y);
const measureOf = (machine: Machine, letter: string): Measure => {
  const found = viewsOf(machine)
    .flatMap(({ measures }) => measures)
    .find((item) => item.letter === letter);
  if (!found) throw new Error(`no measure of ${letter}`);
  return found;
};
const withTravel = (machine: Machine, letter: string, text: string): Machine => ({
  ...machine,
  axes: machine.axes.map((axis) =>
    axis.letter === letter ? { ...axis, job: { ...axis.job, travel: quantityOf(text) } } : axis,
  ),
});

describe('the picture of a machine', () => {
  for (const kind of MACHINE_KINDS)
    it(`of ${kind} has every axis with its travel, once, and holds together`, () => {
      const machine = newMachine('Example', kind);
      const views = viewsOf(machine);
      const measured = views.flatMap(({ measures }) => measures.map(({ axisId }) => axisId));
      expect([...measured].sort()).toEqual(machine.axes.map(({ id }) => id).sort());
      for (const view of views) {
        const { width, height } = frameOf(view);
        expect([width, height].every((size) => Number.isFinite(size) && size > 0)).toBeTrue();
        // Neither a line nor a mile long: it can be drawn in a card.
        expect(width / height).toBeGreaterThan(0.15);
        expect(width / height).toBeLessThan(8);
      }
    });

  it('is to scale: travels stand as they are to each other', () => {
    const machine = withTravel(withTravel(newMachine('Example', 'router'), 'X', '420 mm'), 'Y', '600 mm');
    expect([lengthOf(measureOf(machine, 'X')), lengthOf(measureOf(machine, 'Y'))]).toEqual([0.42, 0.6]);
    const shorter = withTravel(machine, 'Z', '80 mm');
    expect(lengthOf(measureOf(shorter, 'Z'))).toBeCloseTo(0.08, 12);
    expect(lengthOf(measureOf(withTravel(shorter, 'X', '20 in'), 'X'))).toBeCloseTo(0.508, 12);
  });

  it('says a travel as it was written, and whether it is a guess', () => {
    const machine = newMachine('Example', 'router');
    expect(measureOf(machine, 'X').isGuess).toBeTrue();
    const said = measureOf(withTravel(machine, 'X', '16.5 in'), 'X');
    expect([said.text, said.isGuess]).toEqual(['16.5 in', false]);
  });

  it('of a sheet router carries its head along a gantry that two motors push, whichever axis that is', () => {
    const machine = newMachine('Example', 'sheet-router');
    const ofTwo = machine.axes.find(({ motor }) => motor.count === 2)?.id;
    const [above] = viewsOf(machine);
    expect(above?.strokes.filter(({ ink }) => ink === 'drive').length).toBe(2);
    // Where it stands the whole gantry goes, and the head along it.
    const far = viewsOf(machine, new Map([[ofTwo ?? '', 2]]))[0];
    const movedOf = (view: typeof above) => view?.strokes.filter(({ ink }) => ink === 'moving' || ink === 'commanded');
    expect(JSON.stringify(movedOf(far))).not.toBe(JSON.stringify(movedOf(above)));
    expect(far?.traces[0]?.at(new Map([[ofTwo ?? '', 2]])).y).toBeCloseTo(2.5 - 2, 9);
    const turned = {
      ...machine,
      axes: machine.axes.map((axis) => ({
        ...axis,
        motor: { ...axis.motor, count: axis.id === machine.axes[0]?.id ? 2 : 1 },
      })),
    } as Machine;
    const other = viewsOf(turned)[0]?.measures.find(({ axisId }) => axisId === machine.axes[0]?.id);
    expect(other?.from.x).toBe(other?.to.x);
  });

  it('of a router holds its tool on its head, however far that has gone down', () => {
    for (const kind of ['router', 'sheet-router'] as const) {
      const machine = newMachine('Example', kind);
      const down = machine.axes.find(({ letter }) => letter === 'Z')?.id ?? '';
      const front = viewsOf(machine, new Map([[down, 0.013]]))[1];
      const boxes = (front?.strokes ?? []).flatMap((stroke) => (stroke.kind === 'rect' ? [stroke] : []));
      const tool = boxes.find(({ ink }) => ink === 'commanded');
      if (!tool) throw new Error('a tool is expected');
      const reaches = ({ at: { x, y }, width, height, ink }: (typeof boxes)[number]): boolean =>
        ink === 'moving' &&
        x < tool.at.x &&
        x + width > tool.at.x + tool.width &&
        Math.abs(y + height - tool.at.y) < 1e-12;
      expect(boxes.filter(reaches).length).withContext(kind).toBe(1);
    }
  });

  it('shows what falls: an upright axis, an arm, and nothing on the level', () => {
    const falls = (machine: Machine): readonly string[] =>
      viewsOf(machine).flatMap((view) => view.falls.map(({ axisId }) => axisId));
    const router = newMachine('Example', 'router');
    expect(falls(router)).toEqual([router.axes[2]?.id ?? '']);
    const [fallen] = viewsOf(router).flatMap((view) => view.falls);
    expect((fallen?.to.y ?? 0) > (fallen?.from.y ?? 0)).toBeTrue();
    expect(fallen?.text).toBe('2.5 kg');
    expect(falls(newMachine('Example', 'lathe'))).toEqual([]);
    expect(falls(newMachine('Example', 'arm')).length).toBe(1);
  });

  it('measures an angle round its middle', () => {
    const machine = withTravel(newMachine('Example', 'dividing-table'), 'A', '90 °');
    const { from, to, about } = measureOf(machine, 'A');
    if (!about) throw new Error('an angle is expected');
    const [a, b] = [from, to].map(({ x, y }) => Math.atan2(about.y - y, x - about.x)) as [number, number];
    expect(b - a).toBeCloseTo(Math.PI / 2, 12);
  });

  it('draws axis by axis what its kind does not have', () => {
    const router = newMachine('Example', 'router');
    const machine = { ...router, axes: [...router.axes, newAxis('axis-9', 'A', 'rotary', null)] };
    expect(viewsOf(machine).flatMap(({ measures }) => measures.map(({ letter }) => letter))).toEqual([
      'X',
      'Y',
      'Z',
      'A',
    ]);
    expect(viewsOf({ ...router, kind: 'other', axes: [] })).toEqual([]);
    expect(viewsOf({ ...router, axes: [] }).length).toBeGreaterThan(0);
  });

  for (const kind of MACHINE_KINDS)
    it(`of ${kind} moves with each of its axes, by as much as it is to scale`, () => {
      const machine = newMachine('Example', kind);
      const strokes = (stands: ReadonlyMap<string, number>): string =>
        JSON.stringify(viewsOf(machine, stands).map((view) => view.strokes));
      for (const { id } of machine.axes) {
        const [one, other] = [0.01, 0.03].map((place) => strokes(new Map([[id, place]])));
        expect(one).withContext(id).not.toBe(other);
      }
    });

  for (const kind of MACHINE_KINDS)
    it(`of ${kind} shows the path of every axis, where that axis goes`, () => {
      const machine = newMachine('Example', kind);
      const traces = viewsOf(machine).flatMap((view) => view.traces);
      for (const { id } of machine.axes) {
        const led = traces.filter(({ axes }) => axes.includes(id));
        expect(led.length).withContext(id).toBeGreaterThan(0);
        for (const { at } of led) {
          const [one, other] = [0.01, 0.03].map((place) => at(new Map([[id, place]])));
          expect(one).not.toEqual(other);
        }
      }
    });

  it('stays as large as it is wherever an arm stands in its travel', () => {
    for (const travel of ['85 °', '180 °', '300 °']) {
      const machine = withTravel(newMachine('Example', 'arm'), 'A', travel);
      const turn = (Number.parseFloat(travel) * Math.PI) / 180;
      const frames = [0, 0.3, 0.7, 1].map((share) => {
        const [view] = viewsOf(machine, new Map([[machine.axes[0]?.id ?? '', share * turn]]));
        return view ? frameOf(view) : null;
      });
      for (const frame of frames) {
        expect(frame?.width)
          .withContext(travel)
          .toBeCloseTo(frames[0]?.width ?? NaN, 2);
        expect(frame?.height)
          .withContext(travel)
          .toBeCloseTo(frames[0]?.height ?? NaN, 2);
      }
    }
  });

  it('draws a path through where its pointer, its arm and its carriage are', () => {
    const lastLine = (machine: Machine, place: number): unknown => {
      const [axis] = machine.axes;
      const [view] = viewsOf(machine, new Map([[axis?.id ?? '', place]]));
      const lines = view?.strokes.flatMap((stroke) =>
        stroke.kind === 'line' && stroke.ink === 'commanded' ? [stroke] : [],
      );
      return lines?.at(-1)?.points.at(-1);
    };
    for (const kind of ['dividing-table', 'arm'] as const) {
      const machine = newMachine('Example', kind);
      const [trace] = viewsOf(machine)[0]?.traces ?? [];
      expect(trace?.at(new Map([[machine.axes[0]?.id ?? '', 1.1]]))).toEqual(lastLine(machine, 1.1) as never);
    }
    const feeder = withTravel(newMachine('Example', 'feeder'), 'U', '400 mm');
    const along = viewsOf(feeder)[0]?.traces[0]?.at(new Map([[feeder.axes[0]?.id ?? '', 0.1]]));
    const { from, to } = measureOf(feeder, 'U');
    expect(along?.x).toBeCloseTo(from.x + (to.x - from.x) / 4, 12);
  });

  it('has its carriage where it is said to be, forward away from home', () => {
    const machine = withTravel(newMachine('Example', 'router'), 'X', '400 mm');
    const [across, , down] = machine.axes;
    const headAt = (place: number): number => {
      const circles = viewsOf(machine, new Map([[across?.id ?? '', place]]))[0]?.strokes.flatMap((stroke) =>
        stroke.kind === 'circle' ? [stroke.at.x] : [],
      );
      return circles?.[0] ?? NaN;
    };
    expect(headAt(0.25)).toBeCloseTo(0.25, 12);
    // Where it stands on its measure is where it is drawn.
    expect(alongMeasure(measureOf(machine, 'X'), 0.25 / 0.4).x).toBeCloseTo(0.25, 12);
    const toolAt = (place: number): number =>
      viewsOf(machine, new Map([[down?.id ?? '', place]]))[1]?.strokes.flatMap((stroke) =>
        stroke.kind === 'rect' && stroke.ink === 'commanded' ? [stroke.at.y] : [],
      )[0] ?? NaN;
    // Up is forward: smaller downwards.
    expect(toolAt(0.02) - toolAt(0.05)).toBeCloseTo(0.03, 12);
    const z = measureOf(machine, 'Z');
    expect(alongMeasure(z, 0).y - alongMeasure(z, 1).y).toBeCloseTo(lengthOf(z), 12);
    const { from, about } = measureOf(newMachine('Example', 'dividing-table'), 'A');
    if (!about) throw new Error('an angle is expected');
    const quarter = alongMeasure(measureOf(newMachine('Example', 'dividing-table'), 'A'), 0.25);
    expect([quarter.x - about.x, about.y - quarter.y].map((value) => Math.round(value * 1e9) / 1e9)).toEqual([
      0,
      Math.round(Math.hypot(from.x - about.x, from.y - about.y) * 1e9) / 1e9,
    ]);
  });
});
