import type { CheckKind, CheckPlan, EnteredReading, VerdictWord } from '@crisp-notch/core/checks';
import type { Machine } from '@crisp-notch/core/machine';
import type { MachineKind } from '@crisp-notch/core/machine-kinds';
import type { Part } from '@crisp-notch/core/parts';
import type { Problem, UnitSystem } from '@crisp-notch/core/quantity';
import type { LogKind } from './requests.js';

/** The counter that a save must name; it goes up by one with every save, and a save from an older one is refused. */
export interface Versioned {
  readonly version: number;
}

export interface MachineSummary extends Versioned {
  readonly id: string;
  readonly name: string;
  readonly kind: MachineKind;
  readonly axisLetters: readonly string[];
  /** Operations stamped on the route card. */
  readonly stampedCount: number;
  readonly revision: number;
  readonly updatedAt: string;
  /**
   * Why this version cannot read the stored document; null where it can. It can still be taken away as it is stored.
   */
  readonly unreadable: string | null;
  /** The latest check's verdict; null before the first. */
  readonly lastCheck: { readonly axisLetter: string; readonly verdict: VerdictWord; readonly at: string } | null;
}

export interface MachineCopy extends Versioned {
  readonly id: string;
  readonly document: Machine;
  /** Number of the newest revision. */
  readonly revision: number;
  readonly updatedAt: string;
}

export interface RevisionSummary {
  readonly number: number;
  readonly reason: string;
  readonly at: string;
}

export interface Revision extends RevisionSummary {
  readonly document: Machine;
}

export interface CheckSummary {
  readonly id: string;
  readonly kind: CheckKind;
  readonly axisId: string;
  readonly axisLetter: string;
  readonly revision: number;
  readonly verdict: VerdictWord;
  /** What it came to, in metric units. */
  readonly sentence: string;
  readonly at: string;
  /** What the axis' steps rested on when it was measured; see the core's `stepLines`. */
  readonly basis: readonly string[];
}

/** A kit that somebody kept. */
export interface StoredKit {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  /** Null where this version cannot read what is stored. */
  readonly document: Machine | null;
  readonly at: string;
}

export interface StoredReading extends EnteredReading {
  readonly id: string;
  readonly at: string;
}

export interface Check extends CheckSummary {
  readonly plan: CheckPlan;
  /** The design that was measured. */
  readonly document: Machine;
  readonly readings: readonly StoredReading[];
}

/** A photo of an entry of the logbook. */
export interface Photo {
  readonly id: string;
  readonly caption: string;
  /** [px] */
  readonly width: number;
  readonly height: number;
}

/** A tag with how many entries bear it. */
export interface TagCount {
  readonly tag: string;
  readonly count: number;
}

export interface LogEntry {
  readonly id: string;
  readonly at: string;
  readonly kind: LogKind;
  readonly text: string;
  readonly revision: number;
  readonly checkId: string | null;
  /** Of the axis that it is about; null for the whole machine. */
  readonly axisLetter: string | null;
  readonly tags: readonly string[];
  readonly photos: readonly Photo[];
  /** On the newest entry of a check's verdict: what the check comes to by now, in the units of either system. */
  readonly verdict: {
    readonly kind: CheckKind;
    readonly axisLetter: string;
    readonly word: VerdictWord;
    readonly sentences: Readonly<Record<UnitSystem, string>>;
  } | null;
}

export interface StoredPart extends Versioned {
  readonly id: string;
  readonly part: Part;
  readonly updatedAt: string;
}

/** Problem details (RFC 9457) with our additions. */
export interface ProblemDetails {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly instance: string;
  readonly problems?: readonly Problem[];
  /** With status 409: what is stored now. */
  readonly current?: MachineCopy | StoredPart;
  /** With an import of a machine that is here already: that machine. */
  readonly existing?: { readonly id: string; readonly name: string; readonly revision: number };
}

/** Where others on the network reach the server; empty while it listens to its own machine alone. */
export interface Addresses {
  readonly addresses: readonly string[];
}
