import { newAxis, newMachine, type Machine } from '@crisp-notch/core/machine';
import { newPart, type Part } from '@crisp-notch/core/parts';
import { quantityOf } from '@crisp-notch/core/shape';
import { fitOfLine, ranked, searchSpace, spaceOf, wishesOf, PLACES, type SearchState } from '@crisp-notch/core/search';
import { filter, firstValueFrom, type Observable } from 'rxjs';
import type { FinderMessage, FinderRequest } from '../workers/finder-messages';
import { FinderRuns, type FinderRun } from './finder-runs';

const specified = (
  kind: Part['kind'],
  name: string,
  specification: object,
): { readonly id: string; readonly part: Part } => {
  const part = newPart(kind, name);
  return { id: name, part: { ...part, specification: { ...part.specification, ...specification } } as Part };
};
const q = quantityOf;

function request(speed: string): FinderRequest {
  const machine = newMachine('M', 'router');
  const axes = machine.axes.map((axis) => ({
    ...axis,
    job: { ...axis.job, speed: q(speed) },
    carriage: { ...axis.carriage, mass: q('4 kg') },
  })) as unknown as Machine['axes'];
  return {
    machine: { ...machine, axes },
    axisId: 'axis-1',
    parts: [
      specified('motor', 'M', {
        stepAngle: q('1.8 °'),
        holdingTorque: q('0.9 N·m'),
        ratedCurrent: q('2 A'),
        resistance: q('1.4 Ω'),
        inductance: q('3 mH'),
      }),
      specified('motor', 'Small', {
        stepAngle: q('1.8 °'),
        holdingTorque: q('0.4 N·m'),
        ratedCurrent: q('1.2 A'),
        resistance: q('2.4 Ω'),
        inductance: q('4 mH'),
      }),
      specified('motor', 'Fine', {
        stepAngle: q('0.9 °'),
        holdingTorque: q('0.5 N·m'),
        ratedCurrent: q('1.7 A'),
        resistance: q('1.7 Ω'),
        inductance: q('5 mH'),
      }),
      specified('motor', 'Large', {
        stepAngle: q('1.8 °'),
        holdingTorque: q('1.9 N·m'),
        ratedCurrent: q('2.8 A'),
        resistance: q('1.1 Ω'),
        inductance: q('3 mH'),
      }),
      specified('driver', 'D', { currentMost: q('3 A'), voltageMost: q('45 V'), finestMicrosteps: 32 }),
      specified('controller', 'C', { pulseRateMost: q('100 kHz') }),
    ],
    options: { free: PLACES, series: ['trapezoidal', 'belt'], onlyOwned: false, motorWords: '', driverWords: '' },
    limits: { priceMost: null, holdsUnpowered: false },
  };
}

describe('searches in a worker', () => {
  let run: FinderRun | null = null;
  afterEach(() => run?.end());
  const begun = (asked: FinderRequest): Observable<FinderMessage> => {
    run = new FinderRuns().run(asked, 'balance');
    return run.messages$;
  };
  const lastState = (messages$: Observable<FinderMessage>): Promise<FinderMessage> =>
    firstValueFrom(messages$.pipe(filter((message) => message.kind === 'state' && message.isDone)));

  it('come to what the core finds, sorted as asked', async () => {
    const asked = request('40 mm/s');
    const messages$ = begun(asked);
    const last = await lastState(messages$);
    const here = wishesOf(asked.machine, asked.axisId, asked.limits);
    if (!here.ok) throw new Error(here.error.join());
    const work = searchSpace(spaceOf(asked.machine, asked.axisId, asked.parts, asked.options), here.value);
    let next = work.next();
    while (!next.done) next = work.next();
    const expected: SearchState = next.value;
    const best = (by: 'balance' | 'heat'): SearchState['front'] =>
      ranked(expected.front, by, here.value.wishes).slice(0, 40);
    expect(last.kind === 'state' ? last.state : null).toEqual({
      ...expected,
      front: best('balance'),
      frontCount: expected.front.length,
    });
    expect(expected.front.length).toBeGreaterThan(3);
  });

  it('sort anew without a new search', async () => {
    const asked = request('40 mm/s');
    const messages: FinderMessage[] = [];
    await new Promise<void>((resolve) => {
      begun(asked).subscribe((message) => {
        messages.push(message);
        if (message.kind === 'state' && message.isDone) run?.sort('heat');
        if (message.kind === 'sorted') resolve();
      });
    });
    const sorted = messages.at(-1);
    const here = wishesOf(asked.machine, asked.axisId, asked.limits);
    const heats = sorted?.kind === 'sorted' ? sorted.front.map(({ heat }) => heat) : [];
    expect(here.ok && heats.length).toBeGreaterThan(3);
    expect(heats).toEqual([...heats].sort((a, b) => a - b));
  });

  it('go on to what would let something fit', async () => {
    const last = await firstValueFrom(begun(request('9 m/s')).pipe(filter((message) => message.kind === 'relaxed')));
    expect(last.relaxations.map((item) => item.wish)).toContain('speed');
  });

  it('say whether lines that stand fit, as the core does', async () => {
    const { machine, axisId, options, limits } = request('40 mm/s');
    const fast = request('9 m/s').machine;
    const fits = await firstValueFrom(
      new FinderRuns().fits({
        lines: [
          { machine, axisId },
          { machine: fast, axisId },
        ],
        options,
        limits,
      }),
    );
    expect(fits).toEqual([fitOfLine(machine, axisId, options, limits), fitOfLine(fast, axisId, options, limits)]);
  });

  it('that are ended before their programs have come are in nobody’s way', async () => {
    const runs = new FinderRuns();
    for (let time = 0; time < 12; time += 1) {
      const given = runs.run(request('40 mm/s'), 'balance');
      given.messages$.subscribe();
      given.end();
    }
    expect((await lastState(begun(request('40 mm/s')))).kind).toBe('state');
  });

  it('say in words what has to be said first', async () => {
    const bare = {
      ...request('40 mm/s'),
      machine: { ...newMachine('M', 'router'), axes: [newAxis('axis-1', 'X', 'screw', 'supply-1')] },
    };
    await expectAsync(firstValueFrom(begun(bare))).toBeRejectedWithError(/Say first: mass/);
  });
});
