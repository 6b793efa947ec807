import { capturedOf, edgesCsv, traceOf } from './scope.state';

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
