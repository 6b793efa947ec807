import type { PowerGate } from '@crisp-notch/core/wiring';

/** How far one is, and what stands in the way; never that it is safe. */
export function gateWords({ left, wrong, stops, isTicked }: PowerGate): {
  readonly words: string;
  readonly tone: string;
} {
  if (isTicked)
    return {
      words: 'Ticked through by you: the motors may be powered. Whether it is safe is seen at the machine, not here.',
      tone: 'good',
    };
  if (wrong > 0)
    return {
      words: `No power yet: ${wrong} ${wrong === 1 ? 'reading is' : 'readings are'} not what the plan expects.`,
      tone: 'stop',
    };
  if (stops > 0)
    return { words: `No power yet: ${stops} ${stops === 1 ? 'thing' : 'things'} would go wrong.`, tone: 'stop' };
  return { words: `No power yet: ${left} ${left === 1 ? 'line is' : 'lines are'} left.`, tone: 'open' };
}
