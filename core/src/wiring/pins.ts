import type { Machine, PinChoice } from '../machine/index.js';
import type { Signal, WiringPlan } from './plan.js';

/** A signal with its pin. */
export interface PinRow {
  readonly signal: Signal;
  /** Empty while none is chosen. */
  readonly pin: string;
  readonly from: PinChoice['from'];
  readonly on: string | null;
  /** Name of another signal on the same pin that may not share it; null for none. */
  readonly clash: string | null;
}

/** A pin by a name that case and blanks do not change. */
export const sameName = (pin: string): string => pin.trim().toUpperCase();

/** Two drivers of one axis may be told by one pin. */
function mayShare(one: Signal, other: Signal): boolean {
  const last = (signal: Signal): string => signal.id.slice(signal.id.lastIndexOf('.'));
  return one.way === 'output' && other.way === 'output' && one.axisId !== null && one.axisId === other.axisId
    ? last(one) === last(other)
    : false;
}

/** Every signal of a controller with the pin that was chosen for it. */
export function pinRows(machine: Machine, { signals }: WiringPlan): readonly PinRow[] {
  const chosen = new Map(machine.wiring.pins.map((item) => [item.signal, item]));
  return signals.map((signal) => {
    const item = chosen.get(signal.id);
    const pin = item?.pin ?? '';
    const other =
      pin === ''
        ? undefined
        : signals.find(
            (candidate) =>
              candidate !== signal &&
              sameName(chosen.get(candidate.id)?.pin ?? '') === sameName(pin) &&
              !mayShare(signal, candidate),
          );
    return { signal, pin, from: item?.from ?? 'printed', on: item?.on ?? null, clash: other?.name ?? null };
  });
}

/** The machine with a pin chosen for a signal; an empty name takes the choice back. */
export function withPin(machine: Machine, choice: PinChoice | { readonly signal: string; readonly pin: '' }): Machine {
  const others = machine.wiring.pins.filter(({ signal }) => signal !== choice.signal);
  return {
    ...machine,
    wiring: { ...machine.wiring, pins: 'from' in choice ? [...others, choice] : others },
  };
}
