import type { Axis } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { screwMachine } from '../testing/example-machine.js';
import { compareMachines } from './index.js';

const heavier = (axis: Axis): Axis => ({ ...axis, job: { ...axis.job, load: quantityOf('900 N') } });

describe('a comparison', () => {
  it('puts what is judged first, then figures, then what is said', () => {
    const { different } = compareMachines(screwMachine(), screwMachine(heavier), 'metric');
    const kinds = different.map((line) => line.kind);
    expect(kinds).toEqual(
      [...kinds].sort(
        (a, b) => ['finding', 'figure', 'design'].indexOf(a) - ['finding', 'figure', 'design'].indexOf(b),
      ),
    );
    expect(different[0]?.right).toContain('Stop: The load is');
    expect(
      different.some(
        (line) => line.kind === 'design' && line.name === 'load' && line.left === '20 N' && line.right === '900 N',
      ),
    ).toBeTrue();
  });

  it('finds a design like itself, and loses no line', () => {
    const same = compareMachines(screwMachine(), screwMachine(), 'metric');
    expect(same.different).toEqual([]);
    const other = compareMachines(screwMachine(), screwMachine(heavier), 'metric');
    expect(other.different.length + other.same.length).toBeGreaterThanOrEqual(same.same.length);
  });

  it('shows an axis that is only on one side', () => {
    const machine = screwMachine();
    const two = { ...machine, axes: [...machine.axes, { ...(machine.axes[0] as Axis), id: 'axis-2', letter: 'Y' }] };
    const lines = compareMachines(machine, two, 'metric').different;
    expect(lines.every((line) => line.group === 'Y' && line.left === '')).toBeTrue();
    expect(lines.some((line) => line.name === 'Steps per unit of travel, in force')).toBeTrue();
  });
});
