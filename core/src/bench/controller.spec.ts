import { LINE_MOST, type Asked } from '../line-port/index.js';
import { seeded } from '../statistics/index.js';
import { RigAtHand } from './at-hand.js';
import { screwTruth, threeAxes } from '../testing/bench-rig.js';
import { profileOf } from '../motion/index.js';
import { TICK } from './index.js';

const PACE = { rate: 3200, start: 200, acceleration: 12_800 } as const;

describe('the rig’s controller', () => {
  it('takes as long for a move as the closed form of its profile', () => {
    for (const [pulses, pace] of [
      [6400, PACE],
      [300, PACE],
      [9000, { rate: 5000, start: 0, acceleration: 7000 }],
    ] as const) {
      const rig = RigAtHand.ready(screwTruth());
      rig.ask({ kind: 'move', axis: 'X', pulses, ...pace });
      const began = rig.bench.time;
      while (!rig.said.some(({ kind }) => kind === 'done')) rig.wait(TICK);
      const { duration } = profileOf(pulses, {
        speed: pace.rate,
        acceleration: pace.acceleration,
        jerk: null,
        start: pace.start || null,
      });
      expect(Math.abs(rig.bench.time - began - duration)).toBeLessThan(0.005 * duration + 3 * TICK);
    }
  });

  it('cuts its pulses at a stop and does not know where it is after one at speed', () => {
    const rig = RigAtHand.ready(screwTruth());
    const known = (): boolean | undefined => {
      const [answer] = rig.ask({ kind: 'where' });
      return answer?.kind === 'at' ? answer.places[0]?.isKnown : undefined;
    };
    expect(known()).toBeFalse();
    rig.ask({
      kind: 'home',
      axis: 'X',
      towards: -1,
      fast: 3200,
      slow: 400,
      start: 100,
      acceleration: 12_800,
      most: 90_000,
    });
    for (let waited = 0; waited < 60 && !rig.said.some(({ kind }) => kind === 'homed'); waited += 1) rig.wait(0.5);
    expect(known()).toBeTrue();
    // Slower than its start rate it may stop anywhere.
    rig.ask({ kind: 'jog', axis: 'X', rate: 150, start: 200, acceleration: 100, until: null });
    rig.wait(0.1);
    rig.ask({ kind: 'stop' });
    expect(known()).toBeTrue();
    rig.ask({ kind: 'move', axis: 'X', pulses: 9000, ...PACE });
    rig.wait(0.5);
    const stopped = rig.ask({ kind: 'stop' }).find(({ kind }) => kind === 'at');
    const before = rig.controller.pulses[0];
    rig.wait(0.3);
    expect(rig.controller.pulses[0]).toBe(before);
    expect(stopped?.kind === 'at' && stopped.places[0]).toEqual(
      jasmine.objectContaining({ isKnown: false, isMoving: false }),
    );
  });

  // Whatever comes late or not at all from the host: a limit that it watched alone would be passed meanwhile.
  it('jogs as far as the place that it was told, to the pulse, and beyond only where it cannot brake before', () => {
    const rig = RigAtHand.ready(screwTruth());
    const jog = (rate: number, until: number): void => {
      rig.ask({ kind: 'jog', axis: 'X', rate, start: 100, acceleration: 9000, until });
    };
    const ended = (): unknown => {
      const done = rig.said.filter(({ kind }) => kind === 'done').at(-1);
      return done?.kind === 'done' && [done.pulses, done.how];
    };
    jog(2000, 371);
    rig.wait(0.25);
    jog(2000, 371);
    rig.wait(0.25);
    expect(rig.controller.pulses[0]).toBe(371);
    expect(ended()).toEqual([371, 'reached']);
    // It is there: on from it not by a pulse, back from it all the way.
    jog(2000, 371);
    rig.wait(0.2);
    expect(ended()).toEqual([371, 'held']);
    for (let again = 0; again < 8; again += 1) {
      jog(-2000, -613);
      rig.wait(0.2);
    }
    expect(ended()).toEqual([-613, 'held']);
    expect(rig.said.filter((said) => said.kind === 'done' && said.how === 'reached').length).toBe(2);
    // A limit that comes nearer than its ramp, 222 pulses from 2000 a second down to 100, is passed by the ramp.
    jog(2000, 9000);
    rig.wait(0.28);
    const from = Math.round(rig.controller.pulses[0] ?? 0);
    jog(2000, from + 5);
    rig.wait(1);
    const [stood] = rig.controller.pulses;
    expect((stood ?? 0) - from).toBeGreaterThan(150);
    expect((stood ?? 0) - from).toBeLessThan(235);
    expect(rig.lost()).toBe(0);
  });

  it('gives up looking for home when its host falls silent, and says so', () => {
    const rig = RigAtHand.ready(screwTruth());
    const slow = { fast: 300, slow: 100, start: 100, acceleration: 900, most: 90_000 };
    rig.ask({ kind: 'home', axis: 'X', towards: -1, ...slow });
    const from = rig.said.length;
    rig.bench.advance(Math.round(0.9 / TICK));
    expect(rig.said.slice(from).some(({ kind }) => kind === 'done')).toBeFalse();
    rig.bench.advance(Math.round(0.5 / TICK));
    expect(rig.said.slice(from).find(({ kind }) => kind === 'done')).toEqual(
      jasmine.objectContaining({ kind: 'done', axis: 'X', how: 'held' }),
    );
    // And can be asked again.
    expect(rig.ask({ kind: 'home', axis: 'X', towards: -1, ...slow })[0]?.kind).toBe('ok');
  });

  it('finds home from either side of its switch, and says where no switch came', () => {
    const rig = RigAtHand.ready(screwTruth());
    const home: Asked = {
      kind: 'home',
      axis: 'X',
      towards: -1,
      fast: 3200,
      slow: 400,
      start: 100,
      acceleration: 12_800,
      most: 90_000,
    };
    const outcome = (): string | undefined => {
      const from = rig.said.length;
      for (let waited = 0; waited < 200; waited += 1) {
        rig.wait(0.2);
        const found = rig.said.slice(from).find(({ kind }) => kind === 'homed' || kind === 'lost');
        if (found) return found.kind;
      }
      return undefined;
    };
    rig.ask(home);
    expect(outcome()).toBe('homed');
    const [there] = [rig.place()];
    // From on the switch.
    rig.ask(home);
    expect(outcome()).toBe('homed');
    expect(Math.abs(rig.place() - there)).toBeLessThan(30e-6);
    rig.move('X', 4000, PACE);
    rig.ask({ ...home, towards: 1 });
    expect(outcome()).toBe('lost');
  });

  it('captures the edges of a move, with the time that the direction stood before', () => {
    const rig = RigAtHand.ready(screwTruth());
    rig.move('X', -200, PACE);
    rig.ask({ kind: 'capture', axis: 'X', time: 0.05 });
    const from = rig.said.length;
    rig.move('X', 1600, { rate: 4000, start: 1000, acceleration: 10_000 });
    const pages = rig.said.slice(from).flatMap((said) => (said.kind === 'captured' ? [said] : []));
    const edges = pages.flatMap((page) => [...page.edges]);
    expect(pages.at(-1)?.isLast).toBeTrue();
    expect(pages[0]?.isForward).toBeTrue();
    expect(pages[0]?.ahead).not.toBeNull();
    // In 50 ms from 1000 pulses/s at 10 000 pulses/s²: 62 more after the first.
    expect(edges.length).toBeGreaterThan(58);
    expect(edges.length).toBeLessThan(66);
    const rates = edges.slice(1).map((edge, place) => 1 / (edge - (edges[place] ?? 0)));
    expect(rates[0]).toBeCloseTo(1005, -2);
    expect((rates.at(-1) ?? 0) - (rates[0] ?? 0)).toBeGreaterThan(350);
  });

  it('sees as many edges as it is sent pulses, however it came to where it stands', () => {
    for (let seed = 1; seed <= 12; seed += 1) {
      const rig = RigAtHand.ready(screwTruth(), seed);
      const rate = 1000 + 137 * seed;
      rig.ask({
        kind: 'home',
        axis: 'X',
        towards: -1,
        fast: 4 * rate,
        slow: 300,
        start: 100,
        acceleration: 20_000,
        most: 99_999,
      });
      rig.wait(12);
      rig.ask({ kind: 'jog', axis: 'X', rate, start: 100, acceleration: 9_000, until: null });
      rig.wait(0.2);
      rig.ask({ kind: 'hold', axis: 'X' });
      rig.wait(1);
      rig.ask({ kind: 'capture', axis: 'X', time: 2 });
      const from = rig.said.length;
      rig.move('X', 500 + seed, { rate: 3000, start: 400, acceleration: 30_000 });
      const edges = rig.said.slice(from).flatMap((said) => (said.kind === 'captured' ? said.edges : []));
      expect(edges.length)
        .withContext(`seed ${seed}`)
        .toBe(500 + seed);
    }
  });

  it('gives a capture of thousands of edges away in lines that are no longer than any may be', () => {
    const rig = RigAtHand.ready(screwTruth());
    rig.move('X', 800, { rate: 1600 });
    rig.ask({ kind: 'capture', axis: 'X', time: 2 });
    const from = rig.said.length;
    rig.move('X', -3200, { rate: 9173, start: 731, acceleration: 41_017 });
    const pages = rig.said.slice(from).flatMap((said) => (said.kind === 'captured' ? [said] : []));
    expect(pages.map((page) => page.from)).toEqual(Array.from({ length: 16 }, (_, index) => 200 * index));
    const edges = pages.flatMap((page) => page.edges);
    expect([edges.length, pages.at(-1)?.isLast, pages[0]?.isForward]).toEqual([3200, true, false]);
    expect(edges.every((edge, index) => index === 0 || edge > (edges[index - 1] ?? Infinity))).toBeTrue();
    for (const page of pages) expect(JSON.stringify(page).length).toBeLessThanOrEqual(LINE_MOST);
  });

  it('never moves what was not asked for, nor falls silent, over 10 000 broken lines', () => {
    const rig = RigAtHand.ready(screwTruth((axis) => axis, threeAxes()));
    const random = seeded(11);
    const whole = (most: number): number => Math.floor(random() * most);
    const good = [
      '{"id":4,"kind":"move","axis":"X","pulses":900,"rate":2000,"start":10,"acceleration":900}',
      '{"id":5,"kind":"jog","axis":"Y","rate":500,"start":10,"acceleration":900,"until":null}',
      '{"id":6,"kind":"home","axis":"Z","towards":-1,"fast":500,"slow":100,"start":10,"acceleration":900,"most":900}',
      '{"id":7,"kind":"read","axis":"X","instrument":"indicator"}',
      '{"id":8,"kind":"where"}',
    ];
    // Numbers of lines that are behind the last one, so that what mutates into a right line is late, and refused.
    rig.ask({ kind: 'alive' });
    rig.controller.receive('{"id":1000000000,"kind":"alive"}\n');
    const before = [...rig.controller.pulses];
    for (let index = 0; index < 10_000; index += 1) {
      const line = (good[whole(good.length)] as string).split('');
      for (let change = 0; change <= whole(4); change += 1) {
        const at = whole(line.length);
        const kind = whole(4);
        if (kind === 0) line.splice(at, 1);
        else if (kind === 1) line.splice(at, 0, String.fromCharCode(whole(0x300)));
        else if (kind === 2) line.splice(at, whole(30));
        else line[at] = '"{}[]:,0123456789e-+\n\r\\ntrue'[whole(29)] as string;
      }
      rig.controller.receive(`${line.join('')}${whole(20) === 0 ? 'x'.repeat(LINE_MOST) : ''}\n`);
      if (index % 100 === 0) rig.bench.advance(4);
    }
    rig.bench.advance(2000);
    expect([...rig.controller.pulses]).toEqual(before);
    const from = rig.said.length;
    rig.controller.receive('\n{"id":1000000001,"kind":"where"}\n');
    expect(rig.said.slice(from).map(({ kind }) => kind)).toContain('at');
  });
});
