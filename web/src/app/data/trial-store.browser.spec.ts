import { TestBed } from '@angular/core/testing';
import { newMachine, type Machine } from '@crisp-notch/core/machine';
import { firstValueFrom } from 'rxjs';
import { DesignStore } from './design-store';
import { TrialStore } from './trial-store';

describe('what-ifs', () => {
  let present: Machine;
  let trials: TrialStore;

  beforeEach(() => {
    present = {
      ...newMachine('Bench', 'router'),
      card: [{ number: 10, state: 'started', reason: '', date: '2026-11-05', basis: [], reach: 2, note: 'mine' }],
    };
    const store = { edit: (_key: string, change: (document: Machine) => Machine) => (present = change(present)) };
    TestBed.configureTestingModule({ providers: [TrialStore, { provide: DesignStore, useValue: store }] });
    trials = TestBed.inject(TrialStore);
  });

  it('stand beside the design until one is adopted, which keeps what the route card says by then', async () => {
    const trial = trials.add('Faster', { ...newMachine('Bench, faster', 'router') });
    expect(present.name).toBe('Bench');
    trials.adopt(trial.id);
    expect(present.name).toBe('Bench, faster');
    expect(present.card[0]?.note).toBe('mine');
    expect(await firstValueFrom(trials.trials$)).toEqual([]);
  });

  it('are dropped without a trace, and only so many are kept', async () => {
    const first = trials.add('1', present);
    trials.drop(first.id);
    for (let index = 0; index < 12; index += 1) trials.add(String(index), present);
    const kept = await firstValueFrom(trials.trials$);
    expect(kept.map((trial) => trial.name)).toEqual(['4', '5', '6', '7', '8', '9', '10', '11']);
  });
});
