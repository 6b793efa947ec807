import { wiredRouter } from '../testing/wired-machine.js';
import { wiringPlan } from '../wiring/index.js';
import { readCsv, writeNetsCsv } from './index.js';

describe('the nets of a plan as CSV', () => {
  const plan = wiringPlan(wiredRouter());
  const read = readCsv(writeNetsCsv(plan));
  const rows = read.ok ? read.value : [];

  it('have a row for every end of every net, and a head', () => {
    expect(rows.length).toBe(1 + plan.nets.reduce((sum, { ends }) => sum + ends.length, 0));
    expect(rows[0]).toEqual(['Net', 'Kind', 'Joined at', 'Terminal', 'In this branch']);
  });

  it('name both ends of a wire, by what stands on the plan', () => {
    const step = rows.filter(([net]) => net === 'Y2 step');
    expect(step).toEqual([
      ['Y2 step', 'pulse', 'Controller', 'axis-2:2.step', ''],
      ['Y2 step', 'pulse', 'Driver Y2', 'step', ''],
    ]);
    expect(rows.filter(([net, , box]) => net === '+36 V' && box === 'Supply 1')).toEqual([
      ['+36 V', 'volts', 'Supply 1', '+', 'fuse 6.3 A'],
    ]);
  });
});
