import type { AxisSight } from '@crisp-notch/core/bench';
import type { Say } from '@crisp-notch/core/drive-line';
import { roomAhead, type Fence, type MoveFacts, type Stands as Stand } from '@crisp-notch/core/first-moves';
import type { Machine } from '@crisp-notch/core/machine';
import type { Stands } from '@crisp-notch/core/picture';
import type { Mark } from '../ui/machine-picture.layout';

/** All of a design that a rig is a copy of; what came of first moves is not. */
export function copiedParts({ axes, supplies, controller }: Machine): string {
  return JSON.stringify([
    axes.map(({ moves: _moves, leads: _leads, counted: _counted, stick: _stick, ...axis }) => axis),
    supplies,
    controller,
  ]);
}

/** Where every axis of the rig really stands, for the picture. */
export function standsOf(machine: Machine, sights: readonly AxisSight[]): Stands {
  return new Map(
    machine.axes.flatMap(({ id, letter }) => {
      const sight = sights.find((item) => item.letter === letter);
      return sight ? [[id, sight.place] as const] : [];
    }),
  );
}

/** What is told along the measure of an axis: where it is commanded to be, where it is, and its fence. */
export function marksOf(facts: MoveFacts, sight: AxisSight | null, fence: Fence | null, say: Say): readonly Mark[] {
  const travel = facts.travel ?? (facts.isTurning ? 2 * Math.PI : null);
  if (travel === null || travel <= 0) return [];
  const { axis, dimensions, hasEnds } = facts;
  const shareOf = (place: number): number => {
    const share = place / travel;
    // One that goes round and round is where it is within its turn.
    return hasEnds ? share : share - Math.floor(share);
  };
  const marks: Mark[] = [];
  for (const limit of fence ? [fence.low, fence.high] : [])
    marks.push({ axisId: axis.id, share: shareOf(limit), tone: 'fence', words: '' });
  if (!sight) return marks;
  const isLost = isElsewhere(facts, sight);
  marks.push(
    { axisId: axis.id, share: shareOf(sight.commanded), tone: 'commanded', words: '' },
    {
      axisId: axis.id,
      share: shareOf(sight.place),
      tone: isLost ? 'lost' : 'there',
      words: isLost ? `it is at ${say(sight.place, dimensions.travel)}` : '',
    },
  );
  return marks;
}

/** What an eye sees from beside it: two full steps and more, and no less than this [m], [rad]. */
const SEEN_FROM = { length: 0.5e-3, angle: 0.01 } as const;
const FULL_STEPS = 100;

/** Whether anybody can see that an axis is not where it was sent. */
export function isElsewhere({ perTurn, isTurning }: MoveFacts, sight: AxisSight): boolean {
  const least = Math.max(perTurn / FULL_STEPS, SEEN_FROM[isTurning ? 'angle' : 'length']);
  // What lags while it turns is on its way.
  return sight.lost !== 0 || (!sight.isTrembling && Math.abs(sight.place - sight.commanded) > least);
}

/** What somebody beside the rig sees of an axis, in a sentence. */
export function sightWords(facts: MoveFacts, sight: AxisSight | null, say: Say): string {
  if (!sight) return '';
  const { letter, dimensions } = facts;
  if (!sight.isDriving) return `${letter} is free: its driver does not drive.`;
  // As well as an eye tells.
  const off = Number((sight.place - sight.commanded).toPrecision(2));
  if (sight.isTrembling && sight.lost === 0) return `${letter} turns or trembles.`;
  if (sight.lost === 0 && isElsewhere(facts, sight))
    return `${letter} stands ${say(Math.abs(off), dimensions.travel)} ${off > 0 ? 'beyond' : 'short of'} where it was sent.`;
  if (sight.lost !== 0)
    return `${letter} is out of step: ${Math.abs(sight.lost)} full steps ${sight.lost > 0 ? 'behind' : 'ahead'}, ${say(Math.abs(off), dimensions.travel)} from where it was sent.`;
  return `${letter} stands and holds.`;
}

/**
 * What a held arrow key or a stick asks for now: on, and no further than a count that the controller keeps to; or to rest,
 * because it is there.
 */
export type JogOrder =
  { readonly kind: 'run'; readonly until: number | null } | { readonly kind: 'rest'; readonly says: string };

/** @param sense of the key @param at where the axis is by its controller */
export function jogOrder(facts: MoveFacts, fence: Fence | null, at: Stand, sense: 1 | -1, say: Say): JogOrder {
  const room = roomAhead(facts, fence, at, sense);
  if (fence === null || room === null) return { kind: 'run', until: null };
  if (room >= 1) {
    const until = sense > 0 ? Math.floor(fence.high * facts.perUnit) : Math.ceil(fence.low * facts.perUnit);
    return { kind: 'run', until };
  }
  const limit = say(sense > 0 ? fence.high : fence.low, facts.dimensions.travel);
  return { kind: 'rest', says: `${facts.letter} is at its fence, ${limit}.` };
}
