/** Rope on a drum, layer upon layer. Lengths in metres. */
export interface Drum {
  /** Of the bare drum. */
  readonly diameter: number;
  readonly rope: number;
  /** Between its flanges. */
  readonly width: number;
  /** Layers lie in the grooves of those below, or rope on rope where they cross. */
  readonly lies: 'rope-on-rope' | 'in-grooves';
  /** Of its flanges; null: nothing ends the layers. */
  readonly flange: number | null;
}

export interface DrumLayer {
  readonly layer: number;
  /** Rope for a turn [m]: π times the diameter of its middle. */
  readonly perTurn: number;
  readonly turns: number;
  /** Rope on the drum with this layer full [m]. */
  readonly holds: number;
}

/** A layer lies so many thicknesses of the rope higher than the one below: √3/2 in its grooves (geometry). */
const RISES = { 'rope-on-rope': 1, 'in-grooves': Math.sqrt(3) / 2 } as const;

/** Diameter in which the middle of the rope lies [m] (geometry). */
export const layerDiameter = ({ diameter, rope, lies }: Drum, layer: number): number =>
  diameter + rope * (1 + 2 * RISES[lies] * (layer - 1));

/**
 * Layers up to one that holds a length of rope, laid tight; none further than the flanges reach.
 * @throws RangeError unless drum, rope and width are positive and a turn fits between the flanges
 */
export function drumLayers(drum: Drum, length: number): readonly DrumLayer[] {
  const { diameter, rope, width, flange } = drum;
  if (!(diameter > 0 && rope > 0 && width >= rope)) throw new RangeError('a drum needs room for a turn of rope');
  const turns = Math.floor(width / rope + 1e-9);
  const layers: DrumLayer[] = [];
  let holds = 0;
  for (let layer = 1; holds < length && layer <= 1000; layer += 1) {
    const middle = layerDiameter(drum, layer);
    if (flange !== null && middle + rope > flange + 1e-12) break;
    holds += Math.PI * middle * turns;
    layers.push({ layer, perTurn: Math.PI * middle, turns, holds });
  }
  return layers;
}

/** Rope that so many turns from empty have taken up [m]; null beyond the layers. */
export function ropeAfter(layers: readonly DrumLayer[], turns: number): number | null {
  let [left, taken] = [turns, 0];
  for (const layer of layers) {
    const here = Math.min(left, layer.turns);
    taken += here * layer.perTurn;
    left -= here;
    if (left <= 1e-12) return taken;
  }
  return left <= 1e-12 ? taken : null;
}

/**
 * How far what two drums on one shaft carry goes out of level [rad]: (d1 − d2)/2 · 2π · turns over what they stand
 * apart.
 */
export const drumTilt = (first: number, second: number, turns: number, apart: number): number =>
  Math.atan((Math.PI * (first - second) * turns) / apart);
