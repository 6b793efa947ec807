import { newAxis, newMachine, quantityOf, type Machine } from '@crisp-notch/core/machine';
import { newPart, type Part } from '@crisp-notch/core/parts';
import { searchSpace, spaceOf, wishesOf, PLACES, type SearchState } from '@crisp-notch/core/search';
import { firstValueFrom, lastValueFrom, toArray } from 'rxjs';
import type { FinderRequest } from '../workers/finder-messages';
import { FinderRuns } from './finder-runs';

const specified = (kind: Part['kind'], name: string, specification: object): { readonly id: string; readonly part: Part } => {
  const part = newPart(kind, name);
  return { id: name, part: { ...part, specification: { ...part.specification, ...specification } } as Part };
};
const q = quantityOf;

function request(speed: string): FinderRequest {
  const machine = newMachine('M', 'router');
  const axes = machine.axes.map((axis) => ({ ...axis, job: { ...axis.job, speed: q(speed) }, carriage: { ...axis.carriage, mass: q('4 kg') } })) as unknown as Machine['axes'];
  return {
    machine: { ...machine, axes },
    axisId: 'axis-1',
    parts: [
      specified('motor', 'M', { stepAngle: q('1.8 °'), holdingTorque: q('0.9 N·m'), ratedCurrent: q('2 A'), resistance: q('1.4 Ω'), inductance: q('3 mH') }),
      specified('driver', 'D', { currentMost: q('3 A'), voltageMost: q('45 V'), finestMicrosteps: 32 }),
      specified('controller', 'C', { pulseRateMost: q('100 kHz') }),
    ],
    options: { free: PLACES, series: ['trapezoidal', 'belt'], onlyOwned: false, motorWords: '', driverWords: '' },
    limits: { priceMost: null, holdsUnpowered: false },
  };
}

describe('searches in a worker', () => {
  it('come to what the core finds', async () => {
    const asked = request('40 mm/s');
    const messages = await lastValueFrom(new FinderRuns().run(asked).pipe(toArray()));
    const last = messages.at(-1);
    const here = wishesOf(asked.machine, asked.axisId, asked.limits);
    if (!here.ok) throw new Error(here.error.join());
    const work = searchSpace(spaceOf(asked.machine, asked.axisId, asked.parts, asked.options), here.value);
    let next = work.next();
    while (!next.done) next = work.next();
    const expected: SearchState = next.value;
    expect(last?.kind === 'state' && last.isDone ? last.state : null).toEqual(expected);
    expect(expected.accepted).toBeGreaterThan(0);
  });

  it('go on to what would let something fit', async () => {
    const messages = await lastValueFrom(new FinderRuns().run(request('9 m/s')).pipe(toArray()));
    const last = messages.at(-1);
    expect(last?.kind === 'relaxed' ? last.relaxations.map((item) => item.wish) : []).toContain('speed');
  });

  it('say in words what has to be said first', async () => {
    const bare = { ...request('40 mm/s'), machine: { ...newMachine('M', 'router'), axes: [newAxis('axis-1', 'X', 'screw', 'supply-1')] } };
    await expectAsync(firstValueFrom(new FinderRuns().run(bare))).toBeRejectedWithError(/Say first: mass/);
  });
});
