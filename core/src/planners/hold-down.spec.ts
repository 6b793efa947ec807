import fc from 'fast-check';
import type { Machine } from '../machine/index.js';
import { checkProgram, previewProgram } from '../program/index.js';
import { threeAxes } from '../testing/bench-rig.js';
import { quantityOf } from '../shape/index.js';
import type { WorkOf } from '../work/index.js';
import { beamsOf, clearOf, drillingProgram, gridOf, gridTemplate, holdDown, rowsOf } from './hold-down.js';

const q = (text: string) => quantityOf(text);
const bed = (x: number, y: number): Machine => {
  const machine = threeAxes();
  const travels: Readonly<Record<string, string>> = { X: `${x * 1000} mm`, Y: `${y * 1000} mm`, Z: '90 mm' };
  return {
    ...machine,
    axes: machine.axes.map((axis) =>
      axis.job.kind === 'linear'
        ? { ...axis, job: { ...axis.job, travel: q(travels[axis.letter] ?? '100 mm') } }
        : axis,
    ),
  };
};
const work = (change: Partial<WorkOf<'hold-down'>> = {}): WorkOf<'hold-down'> => ({
  ...(holdDown.first(bed(0.4, 0.6)) as WorkOf<'hold-down'>),
  ...change,
});

describe('rows of a bed', () => {
  // Check values, row 19: 760 × 1335 mm at about 5 in: 7 × 11, 126.7 × 133.5 mm.
  it('row 19: 760 × 1335 mm at about 5 in are 7 by 11', () => {
    const { across, along } = gridOf(work({ pitch: q('5 in'), edge: q('0 mm') }), 0.76, 1.335);
    expect([across.length, along.length]).toEqual([7, 11]);
    expect(((across[1] ?? 0) - (across[0] ?? 0)) * 1000).toBeCloseTo(126.7, 1);
    expect(((along[1] ?? 0) - (along[0] ?? 0)) * 1000).toBeCloseTo(133.5, 1);
    expect([across.at(-1), along.at(-1)]).toEqual([0.76, 1.335]);
  });

  it('by count end where they should, or share what is left', () => {
    expect(rowsOf(0.1, 0.5, { count: 5 }, 'exact').map((row) => Math.round(row * 1000))).toEqual([
      100, 200, 300, 400, 500,
    ]);
    // 0.4 m at 0.15: two gaps of it, 0.05 left at either end.
    expect(rowsOf(0.1, 0.5, { pitch: 0.15 }, 'centred').map((row) => Math.round(row * 1000))).toEqual([150, 300, 450]);
    expect(rowsOf(0.1, 0.5, { count: 1 }, 'centred').map((row) => Math.round(row * 1000))).toEqual([300]);
    expect(rowsOf(0.5, 0.1, { count: 3 }, 'exact')).toEqual([]);
  });

  it('keep away from beams, on the nearer side', () => {
    const rows = clearOf([0.1, 0.2, 0.3], beamsOf(0.195, 1, 1), 0.03, 0.05, 0.4);
    expect(rows.map((row) => Math.round(row * 1000))).toEqual([100, 225, 300]);
    // Beyond what may be drilled there is no place: the other side is taken, or none.
    expect(clearOf([0.05], [0.06], 0.02, 0.05, 0.4).map((row) => Math.round(row * 1000))).toEqual([80]);
    expect(clearOf([0.05], [0.05], 0.5, 0.05, 0.4)).toEqual([]);
  });
});

/** As a bed is run: zero of X and Y at home, of Z at the face of the bed, so far below its top. */
const DEEP = 0.06;

describe('the drilling program', () => {
  it('stays inside the fence for a thousand random beds', () => {
    fc.assert(
      fc.property(
        fc.record({
          x: fc.integer({ min: 120, max: 2000 }),
          y: fc.integer({ min: 120, max: 3000 }),
          pitch: fc.integer({ min: 90, max: 400 }),
          edge: fc.integer({ min: 0, max: 40 }),
          hood: fc.integer({ min: 0, max: 60 }),
          beams: fc.integer({ min: 0, max: 6 }),
          every: fc.integer({ min: 90, max: 500 }),
          ends: fc.constantFrom('exact' as const, 'centred' as const),
        }),
        ({ x, y, pitch, edge, hood, beams, every, ends }) => {
          const machine = bed(x / 1000, y / 1000);
          const asked = work({
            pitch: q(`${pitch} mm`),
            edge: q(`${edge} mm`),
            hood: q(`${hood} mm`),
            beams,
            beamEvery: q(`${every} mm`),
            ends,
          });
          const grid = gridOf(asked, x / 1000, y / 1000);
          for (const [rows, travel] of [
            [grid.across, x],
            [grid.along, y],
          ] as const)
            for (const row of rows) {
              expect(row).toBeGreaterThanOrEqual(edge / 1000 - 1e-9);
              expect(row).toBeLessThanOrEqual((travel - edge) / 1000 + 1e-9);
            }
          for (const row of grid.along) expect(row).toBeLessThanOrEqual((y - hood) / 1000 + 1e-9);
          const preview = previewProgram({
            machine,
            text: drillingProgram(grid, asked, 'Bed'),
            way: 'rig',
            zeros: { G54: [0, 0, DEEP] },
            start: [0, 0, DEEP + 0.02],
            units: 'metric',
          });
          expect(preview.problems).toEqual([]);
        },
      ),
      { numRuns: 1000 },
    );
  }, 120_000);

  it('drills every hole once to its depth, in pecks, with the spindle on and off again', () => {
    const grid = gridOf(work({ by: 'count', across: 3, along: 2 }), 0.4, 0.6);
    const text = drillingProgram(grid, work({ depth: q('10 mm'), peck: q('4 mm') }), 'Bed: 3 × 2');
    const lines = text.split('\n');
    expect(lines.filter((line) => line.startsWith('G0 X')).length).toBe(6);
    // Three pecks for each: 3.33, 6.67 and 10 mm.
    expect(lines.filter((line) => line.startsWith('G1 Z-10 ')).length).toBe(6);
    expect(lines.filter((line) => line.startsWith('G1 Z')).length).toBe(18);
    expect(lines.findIndex((line) => line.startsWith('M3'))).toBeLessThan(
      lines.findIndex((line) => line.startsWith('G1')),
    );
    expect(lines.lastIndexOf('M5')).toBeGreaterThan(lines.map((line) => line.startsWith('G1')).lastIndexOf(true));
    // No spindle is said to hang on this machine; nothing else is found: it is started and stopped.
    expect(checkProgram(bed(0.4, 0.6), text).findings.map(({ id }) => id)).toEqual(['unanswered-M3', 'unanswered-M5']);
  });
});

describe('the template', () => {
  it('is drawn in millimetres with a ruler of 100 of them, each hole at its place', () => {
    const asked = work({ by: 'count', across: 2, along: 2, edge: q('16 mm'), tool: q('8 mm') });
    const text = gridTemplate(gridOf(asked, 0.3, 0.2), asked, 0.3, 0.2);
    expect(/<svg [^>]*width="320mm" height="230mm" viewBox="-10 -10 320 230"/.test(text)).toBeTrue();
    expect(text).toContain('d="M0 0h100');
    // 16 mm of edge and half the drill; Y up the page.
    expect(text).toContain('<circle cx="20" cy="180" r="4"/>');
    expect(text).toContain('<circle cx="280" cy="20" r="4"/>');
    expect((text.match(/<circle/g) ?? []).length).toBe(4);
  });
});
