import type { MachineSummary } from '@crisp-notch/contract';
import { openMachine, type Machine, partsHeld } from '@crisp-notch/core/machine';
import type { Problem } from '@crisp-notch/core/quantity';

/** What lists say of a machine's document, kept beside it so that no list reads documents. */
export interface MachineDigest extends Pick<
  MachineSummary,
  'name' | 'kind' | 'axisLetters' | 'stampedCount' | 'unreadable'
> {
  /** The parts its stations hold; see the core's `partsHeld`. */
  readonly parts: ReturnType<typeof partsHeld>;
}

export const unreadableWords = (problems: readonly Problem[]): string =>
  `${problems[0]?.path ?? ''} ${problems[0]?.message ?? 'cannot be read'}`.trim();

/** What lists say of a document; of one that cannot be read, what little can be told. */
export function digestOf(stored: Machine): MachineDigest {
  const result = openMachine(stored);
  if (!result.ok) {
    const name = (stored as { readonly name?: unknown } | null)?.name;
    return {
      name: typeof name === 'string' && name !== '' ? name : 'A machine without a name',
      kind: 'other',
      axisLetters: [],
      stampedCount: 0,
      unreadable: unreadableWords(result.error),
      parts: [],
    };
  }
  const { name, kind, axes, card } = result.value;
  const stamped = card.filter((operation) => operation.state === 'stamped');
  return {
    name,
    kind,
    axisLetters: axes.map((axis) => axis.letter),
    stampedCount: stamped.length,
    unreadable: null,
    parts: partsHeld(result.value),
  };
}
