import { effect } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MachineLine } from './machine-line';
import { at, FakeDevice, HELLO } from '../testing/fake-device';
import { settled } from '../testing/settled';

describe('the line to a real controller', () => {
  let line: MachineLine;
  let device: FakeDevice;
  const before = Object.getOwnPropertyDescriptor(navigator, 'serial');

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [MachineLine] });
    line = TestBed.inject(MachineLine);
    device = new FakeDevice(({ id, kind }) => {
      if (kind === 'hello') device.say({ ...HELLO, id });
      else if (kind === 'where' || kind === 'stop') device.say(at(id, false, kind === 'where'));
      else device.say({ kind: 'ok', id });
    });
    Object.defineProperty(navigator, 'serial', {
      configurable: true,
      value: { requestPort: () => Promise.resolve(device) },
    });
    await line.openSerial(115_200);
    await settled(() => line.state().kind === 'open' && line.places().length === 1);
  });

  afterEach(() => {
    line.close();
    if (before) Object.defineProperty(navigator, 'serial', before);
    else delete (navigator as { serial?: unknown }).serial;
  });

  it('says hello, hears where it is, and is powered by hand where it switches no power', () => {
    expect(line.state()).toEqual({ kind: 'open', name: 'bench controller' });
    expect(line.openedAs()).toBe('machine');
    expect(line.isPowered()).toBeTrue();
    expect(line.places()).toEqual([{ axis: 'X', pulses: 12, isKnown: true, isMoving: false }]);
  });

  it('waits for the end of a move, through garbage', async () => {
    const moving = line.perform([{ kind: 'move', axis: 'X', pulses: 5, rate: 10, start: 1, acceleration: 10 }]);
    await settled(() => device.got.some(({ kind }) => kind === 'move'));
    device.garble();
    const id = device.got.find(({ kind }) => kind === 'move')?.id ?? 0;
    device.say({ kind: 'done', id, axis: 'X', pulses: 17, how: 'reached' });
    expect(await moving).toEqual(jasmine.objectContaining({ ok: true }));
    const held = line.perform([{ kind: 'move', axis: 'X', pulses: 5, rate: 10, start: 1, acceleration: 10 }]);
    await settled(() => device.got.filter(({ kind }) => kind === 'move').length === 2);
    device.say({ kind: 'done', id: device.got.at(-1)?.id ?? 0, axis: 'X', pulses: 17, how: 'stopped' });
    expect(await held).toEqual({ ok: false, says: 'It was stopped.' });
  });

  it('tells a rest that somebody asked for from one that the controller took by itself', async () => {
    const go = async (isHeld: boolean): Promise<string> => {
      const before = device.got.length;
      const moving = line.perform([{ kind: 'move', axis: 'X', pulses: 5, rate: 10, start: 1, acceleration: 10 }]);
      await settled(() => device.got.slice(before).some(({ kind }) => kind === 'move'));
      const id = device.got.slice(before).find(({ kind }) => kind === 'move')?.id ?? 0;
      if (isHeld) await line.ask({ kind: 'hold', axis: 'X' });
      device.say({ kind: 'done', id, axis: 'X', pulses: 14, how: 'held' });
      const outcome = await moving;
      return outcome.ok ? '' : outcome.says;
    };
    expect(await go(true)).toBe('It was held on the way.');
    expect(await go(false)).toContain('heard nothing from this page');
  });

  it('stops on the space bar while something moves, wherever the keys are', async () => {
    device.say(at(null, true));
    await settled(() => line.isMoving());
    const field = document.body.appendChild(document.createElement('input'));
    field.focus();
    const event = new KeyboardEvent('keydown', { key: ' ', bubbles: true, cancelable: true });
    field.dispatchEvent(event);
    field.remove();
    expect(event.defaultPrevented).toBeTrue();
    await settled(() => device.got.some(({ kind }) => kind === 'stop'));
    await settled(() => line.stopState() === 'answered');
    expect(line.places()[0]?.isKnown).toBeFalse();
  });

  it('stops when it is left, and lets go of the device', async () => {
    device.say(at(null, true));
    await settled(() => line.isMoving());
    line.close();
    await settled(() => device.isClosed);
    expect(device.got.some(({ kind }) => kind === 'stop')).toBeTrue();
  });

  it('is closed by an effect that does not run again when something moves', async () => {
    let runs = 0;
    TestBed.runInInjectionContext(() => {
      effect(() => {
        runs += 1;
        line.close();
      });
    });
    TestBed.tick();
    await line.openSerial(115_200).catch(() => undefined);
    line.places.set([{ axis: 'X', pulses: 0, isKnown: true, isMoving: true }]);
    TestBed.tick();
    expect(runs).toBe(1);
  });

  it('says that nobody knows where the axes are when the device is pulled out', async () => {
    const moving = line.perform([{ kind: 'move', axis: 'X', pulses: 5, rate: 10, start: 1, acceleration: 10 }]);
    await settled(() => device.got.some(({ kind }) => kind === 'move'));
    device.pull();
    await settled(() => line.state().kind === 'failed');
    expect(line.state()).toEqual({ kind: 'failed', message: jasmine.stringContaining('Nobody knows') as never });
    expect((await moving).ok).toBeFalse();
  });
});
