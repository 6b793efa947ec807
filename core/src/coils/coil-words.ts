import { readQuantity } from '../shape/index.js';
import { CASE, type CoilFault, type Hypothesis } from './coil-network.js';
import { OPEN_FROM, type CoilReading } from './coil-finder.js';
import { CASE_NUMBER, type LeadReading, type MotorLeads } from './leads.js';

/** Readings as the finder weighs them: the meter's own leads taken off, the last of one pair alone. */
export function coilReadings({ meter, readings }: MotorLeads): readonly CoilReading[] {
  const own = meter === null ? 0 : readQuantity(meter, 'resistance').value;
  const last = new Map<string, CoilReading>();
  for (const { one, other, ohms, sense } of readings) {
    const leads = [one, other === CASE_NUMBER ? CASE : other] as const;
    const name = `${sense === null ? 'ohms' : sense.isLamp ? 'lamp' : 'stiff'} ${Math.min(...leads)} ${Math.max(...leads)}`;
    const value = ohms === null ? null : readQuantity(ohms, 'resistance').value;
    const isOpen = value === null || value > OPEN_FROM;
    last.set(
      name,
      sense
        ? { kind: sense.isLamp ? 'lamp' : 'stiff', leads, isSo: sense.isSo }
        : { kind: 'ohms', leads, value: isOpen ? null : Math.max(0, value - own) },
    );
  }
  return [...last.values()];
}

const nameOf = ({ names }: MotorLeads, lead: number): string =>
  lead === CASE || lead === CASE_NUMBER ? 'the case' : (names[lead] ?? String(lead + 1));

/** `red and blue`, or `red and the case`. */
export const pairWords = (leads: MotorLeads, [one, other]: readonly [number, number]): string =>
  `${nameOf(leads, one)} and ${nameOf(leads, other)}`;

/** What a reading was, in a few words. */
export function readingWords(leads: MotorLeads, { one, other, ohms, sense }: LeadReading): string {
  const pair = pairWords(leads, [one, other]);
  if (sense === null) return `${pair}: ${ohms?.text ?? 'open'}`;
  if (sense.isLamp) return `${pair}: the lamp ${sense.isSo ? 'flickers' : 'stays dark'}`;
  return `${pair} joined: the shaft is ${sense.isSo ? 'stiff' : 'free'}`;
}

/** A fault in one sentence with what to do; empty for none. */
export function coilFaultWords(leads: MotorLeads, { connection, fault }: Hypothesis): string {
  const ends = (index: number): string => {
    const winding = connection.windings[index];
    return winding ? pairWords(leads, [winding.from, winding.to]) : '';
  };
  const words: { readonly [K in CoilFault['kind']]: (of: Extract<CoilFault, { kind: K }>) => string } = {
    none: () => '',
    broken: ({ winding }) =>
      `The winding between ${ends(winding)} is broken: look at its wires and connector first, else take another motor.`,
    'tap-lost': ({ lead }) =>
      `The wire of the tap ${nameOf(leads, lead)} is broken: it can still be fed from end to end, with the tap open.`,
    short: ({ leads: [one, other] }) =>
      `Two coils touch at ${nameOf(leads, one)} and ${nameOf(leads, other)}: look at the wires between motor and connector; inside, it cannot be mended.`,
    case: ({ lead }) =>
      `The coil of ${nameOf(leads, lead)} touches the case: do not power it. Look where its wire enters the motor.`,
    unequal: ({ winding }) =>
      `The winding between ${ends(winding)} has not the ohms of the others: turns are shorted, or a contact is bad. Read it again; if it stays so, take another motor.`,
  };
  return (words[fault.kind] as (of: CoilFault) => string)(fault);
}
