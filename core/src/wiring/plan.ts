/** What a box of a plan stands for. */
export type BoxKind =
  'supply' | 'converter' | 'controller' | 'point' | 'driver' | 'motor' | 'switch' | 'control' | 'relay' | 'load';

/** What a wire carries. */
export type NetKind = 'volts' | 'logic' | 'ground' | 'pulse' | 'enable' | 'input' | 'coil' | 'switched';

/** One place on a box where a wire ends. */
export interface Terminal {
  readonly id: string;
  readonly label: string;
  /** What comes in stands on the left, what goes out on the right. */
  readonly side: 'in' | 'out';
}

/** Something with terminals. */
export interface Box {
  readonly id: string;
  readonly kind: BoxKind;
  readonly name: string;
  /** What it is, in a few words. */
  readonly note: string;
  readonly terminals: readonly Terminal[];
  readonly axisId: string | null;
  /** Whether something about it has to be found out before it can be wired. */
  readonly isOpen: boolean;
}

/** A terminal of a box. */
export interface End {
  readonly box: string;
  readonly terminal: string;
  /** What sits in this branch, e.g. a fuse. */
  readonly note: string;
}

/** Everything that is joined to one potential. The first end drives it. */
export interface Net {
  readonly id: string;
  readonly kind: NetKind;
  readonly name: string;
  readonly ends: readonly End[];
}

/** One pin's worth of what a controller sends or takes in. */
export interface Signal {
  /** The name by which a choice of pin is kept. */
  readonly id: string;
  readonly name: string;
  readonly way: 'output' | 'input' | 'analog' | 'data';
  readonly axisId: string | null;
  /** What the pin has to be or do, in a few words. */
  readonly note: string;
}

/** How a machine is wired: all else (drawing, list, pins, findings) comes from it. */
export interface WiringPlan {
  readonly boxes: readonly Box[];
  readonly nets: readonly Net[];
  readonly signals: readonly Signal[];
}

/** The net that a terminal is in; null where nothing is joined to it. */
export function netOf(plan: WiringPlan, box: string, terminal: string): Net | null {
  return plan.nets.find(({ ends }) => ends.some((end) => end.box === box && end.terminal === terminal)) ?? null;
}

/** Whether two terminals are joined by wire. */
export function areJoined(plan: WiringPlan, one: readonly [string, string], other: readonly [string, string]): boolean {
  const net = netOf(plan, ...one);
  return net !== null && net === netOf(plan, ...other);
}
