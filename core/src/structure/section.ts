/** What a beam is across, in metres. Its height is measured in the direction in which it is pushed. */
export type Section =
  | { readonly kind: 'box'; readonly height: number; readonly width: number; readonly wall: number }
  | { readonly kind: 'bar'; readonly height: number; readonly width: number }
  | { readonly kind: 'tube'; readonly diameter: number; readonly wall: number }
  /** A maker's profile by what its sheet prints; its torsion is seldom printed. */
  | { readonly kind: 'profile'; readonly area: number; readonly bending: number; readonly torsion: number | null };

/** What a section is worth: area [m²], second moment of area against the push and torsion constant [m⁴]. */
export interface SectionWorth {
  readonly area: number;
  readonly bending: number;
  /** Null where nobody knows it. */
  readonly torsion: number | null;
}

/** Elasticity and shear [Pa], and density [kg/m³], of what frames are made of (handbook values, e.g. Roark, 8th ed.). */
export const FRAME_MATERIALS = {
  steel: { elasticity: 206e9, shear: 79e9, density: 7850 },
  aluminium: { elasticity: 69e9, shear: 26e9, density: 2700 },
  timber: { elasticity: 11e9, shear: 0.7e9, density: 500 },
} as const;
export type FrameMaterial = keyof typeof FRAME_MATERIALS;

/** Torsion of a solid rectangle (Roark's Formulas for Stress and Strain, table 10.1, from memory). */
function barTorsion(one: number, other: number): number {
  const [long, short] = one > other ? [one, other] : [other, one];
  const slender = short / long;
  return long * short ** 3 * (1 / 3 - 0.21 * slender * (1 - slender ** 4 / 12));
}

/**
 * Second moment of area and torsion constant of a section: bh³/12, what is hollow taken off; a closed thin wall by
 * Bredt, J = 4A²t/s about its middle line; a round tube π(D⁴ − d⁴)/64 and twice that.
 * @throws RangeError where a wall leaves nothing hollow
 */
export function sectionWorth(section: Section): SectionWorth {
  switch (section.kind) {
    case 'box': {
      const { height, width, wall } = section;
      if (2 * wall >= Math.min(height, width)) throw new RangeError('a wall must leave something hollow');
      const [innerHeight, innerWidth] = [height - 2 * wall, width - 2 * wall];
      const enclosed = (height - wall) * (width - wall);
      return {
        area: height * width - innerHeight * innerWidth,
        bending: (width * height ** 3 - innerWidth * innerHeight ** 3) / 12,
        torsion: (4 * enclosed ** 2 * wall) / (2 * (height + width - 2 * wall)),
      };
    }
    case 'bar':
      return {
        area: section.height * section.width,
        bending: (section.width * section.height ** 3) / 12,
        torsion: barTorsion(section.height, section.width),
      };
    case 'tube': {
      const { diameter, wall } = section;
      if (2 * wall >= diameter) throw new RangeError('a wall must leave something hollow');
      const inner = diameter - 2 * wall;
      const bending = (Math.PI * (diameter ** 4 - inner ** 4)) / 64;
      return { area: (Math.PI * (diameter ** 2 - inner ** 2)) / 4, bending, torsion: 2 * bending };
    }
    case 'profile':
      return { area: section.area, bending: section.bending, torsion: section.torsion };
  }
}

/** Torsion of a section that is slotted open: a third of its length along the wall times the wall's cube. */
export const openTorsion = (lengthAlongWall: number, wall: number): number => (lengthAlongWall * wall ** 3) / 3;
