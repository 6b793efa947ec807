import { axisContext } from '@crisp-notch/core/drive-line';
import { newMachine, type Machine } from '@crisp-notch/core/machine';
import { pulseTrain } from '@crisp-notch/core/motion';
import { quantityOf } from '@crisp-notch/core/shape';
import { capturedOf, edgesCsv, needRows, traceOf } from './scope.state';

const page = (from: number, edges: readonly number[], isLast: boolean, ahead: number | null = 0.02) => ({
  kind: 'captured' as const,
  id: 4,
  axis: 'X',
  isForward: true,
  ahead,
  from,
  edges,
  isLast,
});

describe('a capture of step and direction', () => {
  it('is whole with its last page, and none where a page is missing', () => {
    const pages = [page(0, [0, 0.001], false), page(2, [0.002], true)];
    expect(capturedOf(pages.slice(0, 1))).toBeNull();
    expect(capturedOf(pages)).toEqual({ edges: [0, 0.001, 0.002], isForward: true, ahead: 0.02 });
    expect(capturedOf([page(0, [0], false), page(2, [0.002], true)])).toBeNull();
    expect(capturedOf([])).toBeNull();
  });

  it('is drawn with the direction before the first edge, where that changed', () => {
    const numbers = (path: string): readonly number[] => (path.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
    const { step, direction } = traceOf({ edges: [0, 0.001, 0.002, 0.003], isForward: true, ahead: 0.0004 }, 500);
    expect((step.match(/V6/g) ?? []).length).toBe(4);
    const [, , changes] = numbers(direction) as [number, number, number];
    const [, , first] = numbers(step) as [number, number, number];
    expect(changes).toBeLessThan(first);
    expect(Math.max(...numbers(step), ...numbers(direction))).toBeLessThan(700);
    expect(traceOf({ edges: [0, 0.001], isForward: false, ahead: null }, 500).direction).not.toContain('V');
  });

  it('is given away edge by edge', () => {
    expect(edgesCsv({ edges: [0, 0.00125], isForward: true, ahead: null }).split('\r\n')).toEqual([
      'edge,time s',
      '1,0.00000000',
      '2,0.00125000000',
      '',
    ]);
  });
});

describe('what a driver needs beside a capture', () => {
  const bare = newMachine('Example', 'router');
  const timing = { high: quantityOf('2 µs'), low: null, ahead: quantityOf('5 µs'), after: null };
  const machine: Machine = {
    ...bare,
    axes: bare.axes.map((axis) => ({
      ...axis,
      driver: { ...axis.driver, specification: { ...axis.driver.specification, timing } },
    })),
  };
  const seconds = (value: number): string => `${Number((value * 1e6).toPrecision(3))} µs`;
  const train = pulseTrain([0, 40e-6, 70e-6]);
  const rows = (given: Machine['controller']['specification']['timing'], ahead: number | null) => {
    const { controller } = machine;
    const set = {
      ...machine,
      controller: { ...controller, specification: { ...controller.specification, timing: given } },
    };
    const context = axisContext(set, set.axes[0]?.id ?? '');
    if (!context || !train) throw new Error('no axis');
    return needRows(context, train, { edges: [], isForward: true, ahead }, seconds);
  };

  it('is told row by row, with what is seen, what is set, and what nobody knows', () => {
    expect(rows(null, 4e-6)).toEqual([
      { name: 'Step from edge to edge', needed: '2 µs', given: '30 µs seen', verdict: 'met' },
      { name: 'Step high', needed: '2 µs', given: 'the controller’s pulses are not said', verdict: 'unknown' },
      { name: 'Direction before step', needed: '5 µs', given: '4 µs seen', verdict: 'short' },
    ]);
    expect(rows({ high: quantityOf('1 µs'), ahead: null }, null).slice(1)).toEqual([
      { name: 'Step high', needed: '2 µs', given: '1 µs as set', verdict: 'short' },
      { name: 'Direction before step', needed: '5 µs', given: 'it did not change', verdict: 'unknown' },
    ]);
  });
});
