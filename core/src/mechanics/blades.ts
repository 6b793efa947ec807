/** Two V blades that close on a wire from opposite sides. Lengths in metres. */
export interface VBlades {
  /** Half of what the V of a blade opens by [rad]. */
  readonly half: number;
  /** Of the insulation, and of the conductor in it. */
  readonly outer: number;
  readonly inner: number;
}

/** What is left uncut where the tips of two corners stand. */
export interface Corner {
  /** Whether it stands on the line on which the blades close, or across it. */
  readonly where: 'along' | 'across';
  /** Insulation that is left there [m]. */
  readonly bridge: number;
  /** Arc of the outside that no blade touches [rad]; nothing where the cut goes all round. */
  readonly untouched: number;
}

/** How far each flank stands from the middle of the wire with the tip of its V so far from it: a = h·sin β [m] (geometry). */
export const flankDistance = ({ half }: VBlades, tip: number): number => tip * Math.sin(half);

/** Where the tip of a V may not come nearer, for a guard about the conductor: (r + guard)/sin β [m]. */
export const leastTip = ({ half, inner }: VBlades, guard: number): number => (inner + guard) / Math.sin(half);

/** Where the flanks touch the insulation first [m]. */
export const firstTouch = ({ half, outer }: VBlades): number => outer / Math.sin(half);

/**
 * What stays uncut: the four flanks leave a rhombus about the conductor. A flank is nearest to the middle at β from the
 * line across; the corner on that line is β away from there, the one on the line of closing 90° − β.
 */
export function cornersLeft(blades: VBlades, tip: number): readonly Corner[] {
  const a = flankDistance(blades, tip);
  const corner = (where: Corner['where'], away: number): Corner => {
    const touched = a < blades.outer ? Math.acos(a / blades.outer) : 0;
    return {
      where,
      bridge: Math.max(0, Math.min(blades.outer, a / Math.cos(away)) - blades.inner),
      untouched: 2 * Math.max(0, away - touched),
    };
  };
  return [corner('along', Math.PI / 2 - blades.half), corner('across', blades.half)];
}

/** Area of insulation that no flank has cut [m²]: the rhombus within the outside, less the conductor. */
export function residueArea(blades: VBlades, tip: number): number {
  const { half, outer, inner } = blades;
  const a = flankDistance(blades, tip);
  const touched = a < outer ? Math.acos(a / outer) : 0;
  // From where a flank is nearest, ½∫ min(R, a/cos θ)² dθ up to the corner.
  const part = (away: number): number => {
    const cut = Math.min(away, touched);
    return 0.5 * a * a * Math.tan(cut) + 0.5 * outer * outer * (away - cut);
  };
  return 4 * (part(half) + part(Math.PI / 2 - half)) - Math.PI * inner * inner;
}
