import { Injectable, type OnDestroy } from '@angular/core';
import type { WiringPlan } from '@crisp-notch/core/wiring';
import ElkApi, { type ELK } from 'elkjs/lib/elk-api';
import { drawingOf, graphOf, type Drawing } from './plan-layout';

/** Lays plans out in a worker of its own, which is fetched with the first. */
@Injectable()
export class PlanLayouter implements OnDestroy {
  private elk: ELK | null = null;

  /** @throws Error where the layout cannot be fetched or run */
  async layout(plan: WiringPlan): Promise<Drawing> {
    this.elk ??= new ElkApi({
      workerFactory: () => new Worker(new URL('../workers/plan.worker', import.meta.url), { type: 'module' }),
    });
    return drawingOf(plan, await this.elk.layout(graphOf(plan)));
  }

  ngOnDestroy(): void {
    this.elk?.terminateWorker();
  }
}
