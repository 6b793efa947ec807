import { PORT_VERSION, readSaid, type Asked, type PortSaid } from '../line-port/index.js';
import { Bench } from './bench.js';
import { RigController } from './controller.js';
import { withFaults } from './faults/registry.js';
import { TICK } from './shaft.js';
import type { Truth } from './truth.js';

/** A rig on a bench with somebody at its port who keeps what it says. */
export class RigAtHand {
  readonly bench: Bench;
  readonly controller: RigController;
  readonly said: PortSaid[] = [];
  private id = 0;

  constructor(truth: Truth, seed = 1) {
    this.bench = new Bench(truth, seed);
    this.controller = new RigController(this.bench, 'rig', (text) => {
      for (const line of text.split('\n').filter((item) => item !== '')) {
        const read = readSaid(line);
        if (!read) throw new Error(`the rig says what is no line of the port: ${line}`);
        this.said.push(read);
      }
    });
  }

  /** Asks for something. @returns what was said at once */
  ask(asked: Asked): readonly PortSaid[] {
    this.id += 1;
    const before = this.said.length;
    this.controller.receive(`${JSON.stringify({ id: this.id, ...asked })}\n`);
    return this.said.slice(before);
  }

  /** Time goes on [s], with a host that says that it is there. */
  wait(seconds: number): void {
    for (let left = Math.round(seconds / TICK); left > 0; left -= 1000) {
      this.bench.advance(Math.min(left, 1000));
      this.ask({ kind: 'alive' });
    }
  }

  /** Powered, every driver enabled, and rested. */
  static ready(truth: Truth, seed = 1): RigAtHand {
    const rig = new RigAtHand(truth, seed);
    rig.ask({ kind: 'hello', version: PORT_VERSION });
    rig.ask({ kind: 'power', on: true });
    rig.wait(0.1);
    for (const { letter } of truth.axes) rig.ask({ kind: 'enable', axis: letter, on: true });
    rig.wait(0.2);
    return rig;
  }

  static faulty(truth: Truth, id: string, axisId: string | null, seed = 1): RigAtHand {
    return RigAtHand.ready(withFaults(truth, [{ id, axisId }]), seed);
  }

  /** Moves and waits until it is done. @returns how it ended; null if not within so long */
  move(
    axis: string,
    pulses: number,
    pace: { rate: number; start?: number; acceleration?: number },
    within = 20,
  ): PortSaid | null {
    const { rate, start = 0, acceleration = rate * 5 } = pace;
    this.ask({ kind: 'move', axis, pulses, rate, start, acceleration });
    for (let waited = 0; waited < within; waited += 0.05) {
      const before = this.said.length;
      this.wait(0.05);
      const done = this.said.slice(before).find(({ kind }) => kind === 'done');
      if (done) {
        this.wait(0.2);
        return done;
      }
    }
    return null;
  }

  place(axis = 'X'): number {
    return this.bench.axis(axis)?.plant.place ?? NaN;
  }

  lost(axis = 'X'): number {
    return this.bench.axis(axis)?.shaft.lost ?? NaN;
  }

  read(axis: string, instrument: Extract<Asked, { kind: 'read' }>['instrument']): number {
    const [answer] = this.ask({ kind: 'read', axis, instrument });
    if (answer?.kind !== 'reading') throw new Error(`no reading: ${JSON.stringify(answer)}`);
    return answer.value;
  }
}
