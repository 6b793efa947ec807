import { inject, Injectable, signal } from '@angular/core';
import { LESSON } from '@crisp-notch/contract';
import type { CheckPlan } from '@crisp-notch/core/checks';
import type { Machine } from '@crisp-notch/core/machine';
import { lessonMachine } from '@crisp-notch/core/trainer';
import type { TrainingMessage, TrainingOrder } from '../workers/training-messages';
import { MachinesStore } from './machines-store';
import { TrainingStore } from './training-store';

const KEPT = 'crisp-notch.lesson';
const KEY_BYTES = 16;

/** A lesson that somebody is at; it is found again when the page is opened anew. */
export interface OpenLesson {
  readonly machineId: string;
  /** Milliseconds since 1970. */
  readonly begunAt: number;
  /** The drive line was looked at. */
  readonly hasRead: boolean;
}

/** What the dial shows at each place of a check, by the place's index. */
export type Dial = ReadonlyMap<number, string>;

function kept(): OpenLesson | null {
  try {
    const { machineId, begunAt, hasRead } = JSON.parse(localStorage.getItem(KEPT) ?? '{}') as Partial<OpenLesson>;
    return typeof machineId === 'string' && typeof begunAt === 'number'
      ? { machineId, begunAt, hasRead: hasRead === true }
      : null;
  } catch {
    // A spoiled copy is worth no more than none.
    return null;
  }
}

/** The first lesson: whether somebody is at it, and on which machine. */
@Injectable({ providedIn: 'root' })
export class LessonStore {
  private readonly machines = inject(MachinesStore);
  private readonly training = inject(TrainingStore);
  readonly lesson = signal<OpenLesson | null>(kept());

  /** Makes the machine of the lesson. @returns its identity @throws Error in the user's words if that fails */
  async begin(): Promise<string> {
    const { id } = await this.machines.make(lessonMachine());
    this.keep({ machineId: id, begunAt: Date.now(), hasRead: false });
    return id;
  }

  read(): void {
    const lesson = this.lesson();
    if (lesson) this.keep({ ...lesson, hasRead: true });
  }

  /** Leaves it; what was verified is kept as a result. */
  async end(isVerified: boolean): Promise<void> {
    const lesson = this.lesson();
    this.keep(null);
    if (!lesson || !isVerified) return;
    await this.training.keep({
      level: LESSON,
      key: [...crypto.getRandomValues(new Uint8Array(KEY_BYTES))]
        .map((byte) => byte.toString(16).padStart(2, '0'))
        .join(''),
      hidden: [],
      isRight: true,
      measurements: 1,
      bestMeasurements: 1,
      minutes: Math.round((Date.now() - lesson.begunAt) / 6000) / 10,
      inVain: 0,
      score: 100,
    });
  }

  /** What the dial of the lesson shows at each place of a check, worked out in a worker. @throws Error if that fails */
  async dial(machine: Machine, plan: CheckPlan): Promise<Dial> {
    const worker = new Worker(new URL('../workers/training.worker', import.meta.url), { type: 'module' });
    try {
      return await new Promise<Dial>((resolve, reject) => {
        worker.onmessage = ({ data }: MessageEvent<TrainingMessage>): void => {
          if (data.kind === 'dial') resolve(new Map(data.shown.map(({ index, text }) => [index, text])));
          else if (data.kind === 'failed') reject(new Error(data.message));
        };
        worker.onerror = (event): void => reject(new Error(event.message || 'The dial could not be worked out.'));
        worker.postMessage({ kind: 'dial', machine, plan } satisfies TrainingOrder);
      });
    } finally {
      worker.terminate();
    }
  }

  private keep(lesson: OpenLesson | null): void {
    this.lesson.set(lesson);
    if (lesson) localStorage.setItem(KEPT, JSON.stringify(lesson));
    else localStorage.removeItem(KEPT);
  }
}
