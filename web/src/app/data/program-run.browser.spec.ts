import { TestBed } from '@angular/core/testing';
import type { ProgramRow } from '@crisp-notch/core/program';
import { at, FakeDevice, HELLO } from '../testing/fake-device';
import { settled } from '../testing/settled';
import { MachineLine } from './machine-line';
import { ProgramRun } from './program-run';

const piece = { by: [5], length: 5, enters: 0, top: 10, leaves: 0, acceleration: 10 };
const path = (line: number): ProgramRow => ({ kind: 'path', pieces: [{ piece, line, time: 2 }] });
const ROWS: readonly ProgramRow[] = [path(3), { kind: 'pause', line: 4, words: 'M0: it waits' }, path(6)];

describe('a program that is run', () => {
  let run: ProgramRun;
  let line: MachineLine;
  let device: FakeDevice;
  const before = Object.getOwnPropertyDescriptor(navigator, 'serial');

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [MachineLine, ProgramRun] });
    line = TestBed.inject(MachineLine);
    run = TestBed.inject(ProgramRun);
    device = new FakeDevice(({ id, kind }) => {
      if (kind === 'hello') device.say({ ...HELLO, id, can: [...HELLO.can, 'path'] });
      else if (kind === 'where' || kind === 'stop') device.say(at(id, false));
      else device.say({ kind: 'ok', id });
    });
    Object.defineProperty(navigator, 'serial', {
      configurable: true,
      value: { requestPort: () => Promise.resolve(device) },
    });
    await line.openSerial(115_200);
    await settled(() => line.state().kind === 'open');
  });

  afterEach(() => {
    line.close();
    if (before) Object.defineProperty(navigator, 'serial', before);
    else delete (navigator as { serial?: unknown }).serial;
  });

  const paths = (): number => device.got.filter(({ kind }) => kind === 'path').length;
  const begin = (): Promise<void> => run.start(() => Promise.resolve(ROWS), true);
  /** The path that was sent last is gone through. */
  const goThrough = async (count: number): Promise<void> => {
    await settled(() => paths() === count);
    device.say({ kind: 'path', id: null, done: 1, waiting: 0, state: 'ended' });
  };

  it('waits where it says so, and goes on when it is told', async () => {
    run.look();
    const ran = begin();
    await goThrough(1);
    await settled(() => run.state().kind === 'waiting');
    expect(run.state()).toEqual({ kind: 'waiting', line: 4, words: 'M0: it waits' });
    expect(paths()).toBe(1);
    await run.resume();
    await goThrough(2);
    await ran;
    expect(run.state()).toEqual({ kind: 'ended' });
  });

  it('goes to the end of a row whose page is left, and begins no other until somebody looks and says so', async () => {
    const leave = run.look();
    const ran = begin();
    await settled(() => paths() === 1);
    leave();
    await goThrough(1);
    await settled(() => run.state().kind === 'waiting');
    expect(run.state()).toEqual({ kind: 'waiting', line: 4, words: 'It waits, as its page was left' });
    run.look();
    // Two things wait for somebody here: who has come back, and the pause of the program.
    await run.resume();
    await settled(() => JSON.stringify(run.state()).includes('M0'));
    expect(paths()).toBe(1);
    await run.resume();
    await goThrough(2);
    await ran;
    expect(run.state().kind).toBe('ended');
  });

  it('is ended by a stop while it waits, and by a line that closes', async () => {
    run.look();
    let ran = begin();
    await goThrough(1);
    await settled(() => run.state().kind === 'waiting');
    run.end();
    await ran;
    expect(run.state()).toEqual({ kind: 'failed', says: 'It was stopped.' });
    ran = begin();
    await goThrough(2);
    await settled(() => run.state().kind === 'waiting');
    line.close();
    await ran;
    expect(run.state()).toEqual({ kind: 'failed', says: 'The line was closed.' });
  });

  it('turns the spindle where the controller can, and cuts a thread as a row of its own', async () => {
    run.look();
    const pass = { by: [-900], length: 0.009, perTurn: 0.001, top: 0.02, acceleration: 0.1 };
    const rows: readonly ProgramRow[] = [
      { kind: 'switch', line: 1, words: 'M3', spindle: 4 },
      { kind: 'thread', line: 2, pass, letter: 'Z', lead: 0.001, acceleration: 0.1, way: 0.009, turns: 4, time: 3 },
      { kind: 'switch', line: 3, words: 'M8', spindle: null },
    ];
    const ran = run.start(() => Promise.resolve(rows), true);
    await settled(() => device.got.some(({ kind }) => kind === 'thread'));
    expect(device.got.filter(({ kind }) => ['spindle', 'thread'].includes(kind))).toEqual([
      jasmine.objectContaining({ kind: 'spindle', turns: 4 }),
      jasmine.objectContaining({ kind: 'thread', ...pass }),
    ]);
    expect(run.state()).toEqual({ kind: 'running', line: 2, share: 0, thread: true });
    device.say({ kind: 'path', id: null, done: 1, waiting: 0, state: 'ended' });
    // Coolant is switched by hand still, and no microscope stands at a machine.
    await settled(() => run.state().kind === 'waiting');
    expect(run.state()).toEqual({ kind: 'waiting', line: 3, words: 'M8: switch it by hand' });
    await run.resume();
    await ran;
    expect([run.state().kind, run.cut()]).toEqual(['ended', []]);
  });

  it('is ended with its thread where that is stopped', async () => {
    run.look();
    const pass = { by: [-900], length: 0.009, perTurn: 0.001, top: 0.02, acceleration: 0.1 };
    const row = { line: 2, pass, letter: 'Z', lead: 0.001, acceleration: 0.1, way: 0.009, turns: 4, time: 3 };
    const ran = run.start(() => Promise.resolve([{ kind: 'thread', ...row }]), true);
    await settled(() => device.got.some(({ kind }) => kind === 'thread'));
    device.say({ kind: 'path', id: null, done: 0, waiting: 0, state: 'stopped' });
    await ran;
    expect(run.state()).toEqual({ kind: 'failed', says: jasmine.stringContaining('The thread was stopped') as never });
  });

  it('runs nothing of which nothing can be run', async () => {
    await run.start(() => Promise.resolve(null), true);
    expect(run.state()).toEqual({ kind: 'failed', says: 'Nothing of it can be run.' });
  });
});
