import { Injectable, signal } from '@angular/core';
import { rigSetup, rotorTeeth, travelPerMotorTurn } from '@crisp-notch/core/drive-line';
import type { AxisView } from './design-store';

export type FindingKind = 'start-rate' | 'fastest-ramp';

/** The most that a simulated axis bore, at its carriage, and with what it was tried. */
export interface RunFinding {
  /** [m/s, m/s² or their angular kin] */
  readonly most: number;
  readonly words: string;
}

/** Full steps of a stepping motor in a unit of travel; null while the mechanics are not known. */
export function stepsPerTravel({ reckoner }: AxisView): number | null {
  const [teeth, travel] = [reckoner.value(rotorTeeth), reckoner.value(travelPerMotorTurn)];
  return teeth === null || travel === null ? null : (4 * teeth) / travel;
}

/** An axis as the simulation sees it: two views with one of these would run alike. */
function designOf(view: AxisView): string {
  return JSON.stringify([
    stepsPerTravel(view),
    rigSetup(view.reckoner, { stepping: 'set', isDamped: false, isLoaded: true }),
  ]);
}

/**
 * What runs have found of the axes as they are designed now, so that every place says the same. Of several tries the
 * worst stands; a changed design forgets them.
 */
@Injectable({ providedIn: 'root' })
export class RunFindings {
  private readonly kept = signal<ReadonlyMap<string, RunFinding & { readonly design: string }>>(new Map());

  keep(view: AxisView, kind: FindingKind, finding: RunFinding): void {
    const present = this.found(view, kind);
    if (present && present.most <= finding.most) return;
    this.kept.update((kept) => new Map(kept).set(`${view.axis.id} ${kind}`, { ...finding, design: designOf(view) }));
  }

  found(view: AxisView, kind: FindingKind): RunFinding | null {
    const kept = this.kept().get(`${view.axis.id} ${kind}`);
    return kept?.design === designOf(view) ? kept : null;
  }
}
