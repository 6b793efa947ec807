import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { preferredUnit } from '../quantity/index.js';
import {
  ANSWERED_WITHIN,
  LINE_MOST,
  LineCutter,
  LineHost,
  linePortJsonSchema,
  lineOf,
  readInstrumentLine,
  readRequest,
  readSaid,
  REQUEST_KINDS,
  TOO_LONG,
  type Answer,
  type PortSaid,
} from './index.js';

describe('lines of the port', () => {
  it('come together however they are cut', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc
            .string({ unit: 'grapheme', minLength: 1, maxLength: 40 })
            .filter((text) => !/[\r\n]/.test(text) && text.trim() !== ''),
        ),
        fc.array(fc.nat(30)),
        (lines, cuts) => {
          const whole = lines.map((line) => `${line}\n`).join('');
          const cutter = new LineCutter();
          const found: string[] = [];
          let at = 0;
          for (const cut of [...cuts, whole.length]) {
            found.push(...cutter.take(whole.slice(at, at + cut)));
            at += cut;
          }
          expect(found).toEqual(lines);
        },
      ),
    );
  });

  it('that are too long are not kept, and the next is read again', () => {
    const cutter = new LineCutter();
    expect(cutter.take('x'.repeat(LINE_MOST))).toEqual([]);
    expect(cutter.take('x'.repeat(3 * LINE_MOST))).toEqual([]);
    expect(cutter.take('x\n{}\r\n\n')).toEqual([TOO_LONG, '{}']);
    expect(readRequest(TOO_LONG)).toEqual(jasmine.objectContaining({ ok: false, error: 'too-long', id: null }));
  });

  it('are refused with their number where they are not wholly right', () => {
    const move = { id: 7, kind: 'move', axis: 'X', pulses: 10, rate: 100, start: 0, acceleration: 10 };
    expect(readRequest(JSON.stringify(move)).ok).toBeTrue();
    for (const [wrong, error] of [
      [{ ...move, rate: 0 }, 'malformed'],
      [{ ...move, pulses: 1.5 }, 'malformed'],
      [{ ...move, more: 1 }, 'malformed'],
      [{ ...move, kind: 'fly' }, 'unknown'],
      [{ ...move, kind: 'toString' }, 'unknown'],
    ] as const)
      expect(readRequest(JSON.stringify(wrong)))
        .withContext(JSON.stringify(wrong))
        .toEqual(jasmine.objectContaining({ ok: false, error, id: 7 }));
    expect(readRequest('{"id":1.5,"kind":"stop"}')).toEqual(jasmine.objectContaining({ ok: false, id: null }));
    expect(readRequest('[]').ok).toBeFalse();
    expect(readSaid('{"kind":"ok","id":0}')).toBeNull();
  });

  it('are all described in the schema', () => {
    const { $defs } = linePortJsonSchema() as {
      readonly $defs: { readonly request: { readonly oneOf: readonly object[] } };
    };
    expect($defs.request.oneOf.length).toBe(REQUEST_KINDS.length);
    const published = readFileSync(new URL('../../../docs/formats/line-port.schema.json', import.meta.url), 'utf8');
    expect(published)
      .withContext('run npm run schema')
      .toBe(`${JSON.stringify(linePortJsonSchema(), null, 2)}\n`);
  });
});

/** A controller that says what a script has it say. */
class Fake {
  readonly sent: { readonly id: number; readonly kind: string }[] = [];
  isBroken = false;
  readonly host: LineHost;
  readonly heard: PortSaid[] = [];

  constructor() {
    this.host = new LineHost(
      {
        send: (text) => {
          if (this.isBroken) throw new Error('the device is gone');
          this.sent.push(JSON.parse(text) as { id: number; kind: string });
        },
      },
      (said) => this.heard.push(said),
    );
  }

  say(said: PortSaid): void {
    this.host.receive(lineOf(said));
  }

  at(isKnown: boolean, isMoving: boolean, id: number | null = null, pulses = 40): void {
    this.say({ kind: 'at', id, places: [{ axis: 'X', pulses, isKnown, isMoving }] });
  }
}

const MOVE = { kind: 'move', axis: 'X', pulses: 10, rate: 100, start: 0, acceleration: 10 } as const;

describe('the host of the port', () => {
  it('numbers its lines and finds the answer of each', () => {
    const fake = new Fake();
    const answers: Answer[] = [];
    fake.host.greet(0);
    fake.host.ask(MOVE, 0, (answer) => answers.push(answer));
    fake.host.ask({ kind: 'where' }, 0, (answer) => answers.push(answer));
    expect(fake.sent.map(({ id }) => id)).toEqual([1, 2, 3]);
    fake.at(true, false, 3);
    fake.say({ kind: 'no', id: 2, error: 'busy', says: 'It moves already.' });
    expect(answers.map(({ ok }) => ok)).toEqual([true, false]);
    expect(fake.host.places).toEqual([{ axis: 'X', pulses: 40, isKnown: true, isMoving: false }]);
  });

  it('takes where an axis is from the end of a move, of homing, or from what went wrong, before it is told the places', () => {
    const fake = new Fake();
    fake.at(true, true, null, 700);
    fake.say({ kind: 'done', id: 5, axis: 'X', pulses: 800, how: 'reached' });
    expect(fake.host.places).toEqual([{ axis: 'X', pulses: 800, isKnown: true, isMoving: false }]);
    fake.say({ kind: 'alarm', axis: 'X', says: 'It lags.' });
    expect(fake.host.places[0]).toEqual({ axis: 'X', pulses: 800, isKnown: false, isMoving: false });
    fake.say({ kind: 'homed', id: 6, axis: 'X', seen: -3 });
    expect(fake.host.places[0]).toEqual({ axis: 'X', pulses: 0, isKnown: true, isMoving: false });
    fake.say({ kind: 'lost', id: 7, axis: 'X', says: 'No switch was met on the way.' });
    expect(fake.host.places[0]?.isKnown).toBeFalse();
  });

  it('counts garbage, and does not believe an answer that nobody waited for', () => {
    const fake = new Fake();
    fake.host.receive('hello there\n{"kind":"at"}\n{broken\n');
    expect(fake.host.garbage).toBe(3);
    fake.at(true, false, 99, 1234);
    expect(fake.host.late).toBe(1);
    expect(fake.host.places).toEqual([]);
  });

  it('takes an axis as unknown where a move is not answered in time', () => {
    const fake = new Fake();
    const answers: Answer[] = [];
    fake.at(true, false);
    fake.host.ask(MOVE, 0, (answer) => answers.push(answer));
    fake.host.tick(ANSWERED_WITHIN - 0.01);
    expect(answers).toEqual([]);
    fake.host.tick(ANSWERED_WITHIN);
    expect(answers).toEqual([jasmine.objectContaining({ ok: false, error: 'no-answer' })]);
    expect(fake.host.places[0]?.isKnown).toBeFalse();
    fake.say({ kind: 'ok', id: 1 });
    expect(fake.host.late).toBe(1);
  });

  it('does not take its own sleep for a silence of the controller', () => {
    const fake = new Fake();
    const answers: Answer[] = [];
    fake.at(true, false);
    fake.host.tick(0);
    fake.host.ask(MOVE, 0.02, (answer) => answers.push(answer));
    // The page hung for seven seconds; what came meanwhile is read behind this tick.
    fake.host.tick(7);
    expect(answers).toEqual([]);
    fake.say({ kind: 'ok', id: 1 });
    expect(answers).toEqual([jasmine.objectContaining({ ok: true })]);
    // One that stays silent is found out all the same.
    fake.host.ask(MOVE, 7, (answer) => answers.push(answer));
    for (let now = 7; now < 8.5; now += 0.2) fake.host.tick(now);
    expect(answers[1]).toEqual(jasmine.objectContaining({ ok: false, error: 'no-answer' }));
  });

  it('says that it is there while something moves, and only then', () => {
    const fake = new Fake();
    for (let time = 0; time < 1; time += 0.05) fake.host.tick(time);
    expect(fake.sent).toEqual([]);
    fake.at(true, true);
    for (let time = 1; time < 2; time += 0.05) fake.host.tick(time);
    expect(fake.sent.length).toBeGreaterThan(3);
    expect(new Set(fake.sent.map(({ kind }) => kind))).toEqual(new Set(['alive']));
  });

  it('sends a stop again until it is answered, and says when that is uncertain', () => {
    const fake = new Fake();
    fake.at(true, true);
    fake.host.stop(0);
    expect(fake.host.stopState).toBe('asked');
    expect(fake.host.places[0]?.isKnown).toBeFalse();
    for (let time = 0.05; time < 0.45; time += 0.05) fake.host.tick(time);
    const stops = fake.sent.filter(({ kind }) => kind === 'stop');
    expect(stops.length).toBeGreaterThanOrEqual(4);
    fake.host.tick(0.5);
    expect(fake.host.stopState).toBe('uncertain');
    const answers: Answer[] = [];
    fake.host.ask(MOVE, 0.6, (answer) => answers.push(answer));
    expect(answers).toEqual([jasmine.objectContaining({ ok: false, error: 'stopped' })]);
    fake.host.tick(0.7);
    expect(fake.sent.filter(({ kind }) => kind === 'stop').length).toBeGreaterThan(stops.length);
    const last = fake.sent.filter(({ kind }) => kind === 'stop').at(-1);
    fake.at(true, false, last?.id ?? 0, 33);
    expect(fake.host.stopState).toBe('answered');
    expect(fake.host.places[0]).toEqual({ axis: 'X', pulses: 33, isKnown: true, isMoving: false });
    fake.host.ask(MOVE, 0.9);
    expect(fake.host.stopState).toBe('none');
  });

  it('loses nothing silently when the line goes', () => {
    const fake = new Fake();
    const answers: Answer[] = [];
    fake.at(true, true);
    fake.host.ask({ kind: 'where' }, 0, (answer) => answers.push(answer));
    fake.isBroken = true;
    fake.host.stop(0.1);
    expect(fake.host.isLost).toBeTrue();
    expect(fake.host.stopState).toBe('uncertain');
    expect(fake.host.places[0]?.isKnown).toBeFalse();
    expect(answers).toEqual([jasmine.objectContaining({ ok: false, error: 'lost' })]);
    fake.host.ask(MOVE, 0.2, (answer) => answers.push(answer));
    expect(answers.at(-1)).toEqual(jasmine.objectContaining({ error: 'lost' }));
  });
});

describe('an instrument that sends plain numbers', () => {
  const unit = preferredUnit('length', 'metric');
  const read = (line: string): number | null => readInstrumentLine(line, 'length', unit);

  it('is read with its sign, comma, exponent and unit', () => {
    expect(read('+001.234')).toBeCloseTo(1.234e-3, 12);
    expect(read('-0,05 mm\r')).toBeCloseTo(-0.05e-3, 12);
    expect(read('- 0.125 in')).toBeCloseTo(-3.175e-3, 12);
    expect(read('reads 12.5')).toBeCloseTo(12.5e-3, 12);
    expect(read('1.2e-1')).toBeCloseTo(0.12e-3, 12);
  });

  it('is not guessed at where nobody can say what was meant', () => {
    for (const line of ['', 'mm', '1 2', '12.5 kg', '1.2.3', 'x'.repeat(300), 'ERR', '3 furlongs'])
      expect(read(line)).withContext(line).toBeNull();
  });
});
