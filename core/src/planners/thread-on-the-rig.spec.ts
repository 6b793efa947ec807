import { RigAtHand, truthOf, type Truth } from '../bench/index.js';
import { sayIn } from '../drive-line/index.js';
import { PIECES_IN_LINE, type Asked } from '../line-port/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { programRows, previewProgram, type PreviewAsked } from '../program/index.js';
import { quantityOf } from '../shape/index.js';
import { runIn } from '../threads/index.js';
import { wholeMachine } from '../testing/whole-machine.js';
import type { WorkOf } from '../work/index.js';
import { threadCut, type PassCut, type ThreadCutFound } from './thread-cut.js';
import { thread } from './thread.js';

const q = (text: string) => quantityOf(text);

/** A lathe with a carriage of 200 steps a millimetre and a cross slide of the same make. */
function lathe(change: (axis: Axis) => Axis = (axis) => axis): Machine {
  const machine = wholeMachine((axis) => ({
    ...axis,
    job:
      axis.job.kind === 'linear'
        ? { ...axis.job, travel: q('120 mm'), speed: q('20 mm/s'), acceleration: q('200 mm/s²') }
        : axis.job,
  }));
  const [axis] = machine.axes;
  if (!axis) throw new Error('the example has an axis');
  return {
    ...machine,
    kind: 'lathe',
    axes: [
      { ...axis, id: 'cross', letter: 'X', name: 'cross slide', counts: 'diameter' },
      change({ ...axis, id: 'carriage', letter: 'Z', name: 'carriage' }),
    ],
  };
}

const workOn = (machine: Machine, change: Partial<WorkOf<'thread'>>): WorkOf<'thread'> => ({
  ...(thread.first(machine) as WorkOf<'thread'>),
  springs: 0,
  first: q('0.45 mm'),
  length: q('14 mm'),
  ...change,
});

/** X 0 is the axis of the work, 5 mm from home; the face of the work 60 mm from home. */
const ZEROS = { G54: [5e-3, 60e-3] } as const;

function cut(
  machine: Machine,
  change: Partial<WorkOf<'thread'>>,
  patch = (truth: Truth): Truth => truth,
): ThreadCutFound {
  const work = workOn(machine, change);
  const { files, warnings } = thread.plan(machine, work, sayIn('metric'));
  expect(warnings.filter(({ severity }) => severity === 'stop')).toEqual([]);
  const text = files.find(({ ending }) => ending === 'nc')?.text ?? '';
  const start = [40e-3, 90e-3];
  const asked: PreviewAsked = { machine, text, way: 'rig', zeros: ZEROS, start, units: 'metric' };
  expect(previewProgram(asked).problems).toEqual([]);
  const rows = programRows(asked, ['X', 'Z']) ?? [];
  const rig = RigAtHand.ready(patch(truthOf(machine).truth), 3);
  const tell = (item: Asked): void => {
    const [answer] = rig.ask(item);
    if (answer?.kind === 'no') throw new Error(answer.says);
  };
  const ended = (): void => {
    for (let waited = 0; waited < 60; waited += 0.05) {
      const before = rig.said.length;
      rig.wait(0.05);
      const path = rig.said.slice(before).find((said) => said.kind === 'path' && said.state !== 'running');
      if (path?.kind === 'path' && path.state === 'ended') return;
      if (path) throw new Error(JSON.stringify(path));
    }
    throw new Error('it does not end');
  };
  for (const row of rows)
    if (row.kind === 'path')
      for (let from = 0; from < row.pieces.length; from += PIECES_IN_LINE) {
        const pieces = row.pieces.slice(from, from + PIECES_IN_LINE).map(({ piece }) => piece);
        tell({ kind: 'path', pieces, isLast: from + PIECES_IN_LINE >= row.pieces.length });
        if (from + PIECES_IN_LINE >= row.pieces.length) ended();
      }
    else if (row.kind === 'thread') {
      tell({ kind: 'thread', ...row.pass });
      ended();
    } else if (row.kind === 'dwell') rig.wait(row.time);
    else if (row.kind === 'switch' && row.spindle !== null) tell({ kind: 'spindle', turns: row.spindle });
  const passes = rows
    .filter((row) => row.kind === 'thread')
    .map((row, index): PassCut => {
      const [answer] = rig.ask({ kind: 'groove', pass: index });
      if (answer?.kind !== 'groove') throw new Error(JSON.stringify(answer));
      return { row, groove: answer };
    });
  expect(rig.bench.grooves.length).toBe(passes.length);
  const found = threadCut(machine, passes);
  if (!found) throw new Error('no pass could be read');
  return found;
}

describe('a thread that is cut on the rig', () => {
  it('has the lead that was planned, and every pass lags by its run-in and lies in the groove of the one before', () => {
    const { found, stated, wanted, isRight, isOne, reckonedLag } = cut(lathe(), {});
    expect([found.passes.length, wanted, isRight, isOne]).toEqual([5, 1.5e-3, true, true]);
    expect(stated).toBeLessThan(1.5e-6);
    expect(found.passes.every((pass) => pass !== null && pass.count >= 6)).toBeTrue();
    expect(reckonedLag).toBeCloseTo(5e-3 ** 2 / 0.4, 12);
    // The spindle sags by 3 % while it cuts: 200 turns a minute of 1.5 mm, 200 mm/s².
    const lag = runIn(0.97 * 5e-3, 200e-3);
    expect(found.lag).toBeGreaterThan(0.9 * lag);
    expect(found.lag).toBeLessThan(1.15 * lag + 10e-6);
    expect(found.apart).toBeLessThan(12e-6);
  });

  it('has an inch lead with a metric screw, of as many starts as asked, from each its own place', () => {
    const { found, wanted, isRight, isOne } = cut(lathe(), { pitch: q('20 tpi'), starts: 2, diameter: q('12 mm') });
    expect(found.passes.length % 2).toBe(0);
    expect(wanted).toBeCloseTo(2.54e-3, 12);
    expect([isRight, isOne]).toEqual([true, true]);
  });

  it('has its lead along the work where it is a taper', () => {
    const { found, wanted, isRight } = cut(lathe(), { taper: q('1.79 °') });
    expect(wanted).toBeCloseTo(1.5e-3, 12);
    expect(isRight).withContext(`${found.lead}`).toBeTrue();
  });

  it('may be off by what the screw is said to be, and not by more', () => {
    const said = (axis: Axis): Axis => ({
      ...axis,
      faults: { ...axis.faults, leadError: q('0.6 mm') },
    });
    // 0.6 mm on 120 mm: half a hundredth.
    const { found, stated, isRight } = cut(lathe(said), {});
    expect(isRight).toBeTrue();
    expect(found.lead * 1000).toBeCloseTo(1.5075, 3);
    expect(stated - found.expanded).toBeCloseTo(7.5e-6, 9);
    const longer = (truth: Truth): Truth => ({
      ...truth,
      axes: truth.axes.map((axis) => (axis.letter === 'Z' ? { ...axis, leadError: 0.01 } : axis)),
    });
    expect(cut(lathe(said), {}, longer).isRight).toBeFalse();
  });

  it('is split where the encoder slips on the spindle between passes', () => {
    const slips = (truth: Truth): Truth => ({ ...truth, spindle: truth.spindle && { ...truth.spindle, slips: 0.05 } });
    const { found, isOne, isRight } = cut(lathe(), {}, slips);
    expect(found.apart).toBeGreaterThan(0.1e-3);
    expect([isOne, isRight]).toEqual([false, true]);
  });

  it('is none where nothing was cut', () => {
    expect(threadCut(lathe(), [])).toBeNull();
  });
});

describe('a pass of a thread', () => {
  const pass = { by: [0, -3000], length: 15e-3, perTurn: 1.5e-3, top: 20e-3, acceleration: 200e-3 };
  const ready = (machine = lathe()): RigAtHand => RigAtHand.ready(truthOf(machine).truth, 4);

  it('waits for no spindle that stands, and says so by being stopped', () => {
    const rig = ready();
    expect(rig.ask({ kind: 'thread', ...pass })[0]?.kind).toBe('path');
    rig.wait(0.1);
    const path = rig.said.filter(({ kind }) => kind === 'path').at(-1);
    expect(path?.kind === 'path' && path.state).toBe('stopped');
    expect(rig.ask({ kind: 'groove', pass: 0 })[0]).toEqual(
      jasmine.objectContaining({ kind: 'groove', passes: 1, marks: [] }),
    );
  });

  it('is not begun on a machine whose spindle tells nothing', () => {
    const rig = ready({ ...lathe(), kind: 'router' });
    for (const asked of [
      { kind: 'thread', ...pass },
      { kind: 'spindle', turns: 3 },
      { kind: 'groove', pass: 0 },
    ] as const)
      expect(rig.ask(asked)[0]).toEqual(jasmine.objectContaining({ kind: 'no', error: 'no-spindle' }));
  });

  it('ends with its spindle by a stop', () => {
    const rig = ready();
    rig.ask({ kind: 'spindle', turns: 4 });
    rig.wait(2);
    rig.ask({ kind: 'thread', ...pass });
    rig.wait(1);
    rig.ask({ kind: 'stop' });
    const at = rig.place('Z');
    rig.wait(4);
    expect(rig.place('Z')).toBeCloseTo(at, 4);
    expect(Math.abs(rig.bench.spindle?.rate ?? NaN)).toBeLessThan(0.01);
  });

  it('is not held in its middle, and takes nothing else meanwhile', () => {
    const rig = ready();
    rig.ask({ kind: 'spindle', turns: -4 });
    rig.wait(3);
    rig.ask({ kind: 'thread', ...pass });
    rig.wait(1);
    const before = rig.place('Z');
    rig.ask({ kind: 'hold', axis: null });
    expect(
      rig.ask({
        kind: 'path',
        pieces: [{ by: [0, 10], length: 1, enters: 0, top: 1, leaves: 0, acceleration: 1 }],
        isLast: true,
      })[0],
    ).toEqual(jasmine.objectContaining({ error: 'busy' }));
    rig.wait(4);
    expect((rig.place('Z') - before) * 1000).toBeLessThan(-9);
    expect(rig.said.some((said) => said.kind === 'path' && said.state === 'ended')).toBeTrue();
  });
});
