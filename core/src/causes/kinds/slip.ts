import { EACH_CHECK, type CauseKind, type Effect } from '../cause.js';

/** Of what slips with a move: so much by chance, hardly any or much of it, and so much more one way than the other. */
const CHANCES = [0.05, 0.3];
const UNEVEN = 0.3;
/** What a single move slips by, over the sizes that are thought of but for the smallest, which no slip is. */
const A_MOVE = 0.25;

/** Something slips on its shaft: short each time it starts and stops, of any size, and only behind the motor. */
export const slip: CauseKind = ({ sizes }) => [
  {
    id: 'slip',
    place: 'slip',
    commonness: 8,
    sentence: 'A coupling, pulley or belt slips.',
    remedy:
      'Tighten the grub screw on a flat of the shaft, or the belt; draw a witness mark across, and look whether it stays whole.',
    ways: sizes.slice(1).flatMap((each) => {
      const size = A_MOVE * each;
      return CHANCES.map((chance) => ({
        share: 1,
        // How quick it was, and so how far it slips, differs from check to check.
        spread: EACH_CHECK.flatMap((check): readonly Effect[] => [
          (row) => (row.of === 'travel' && row.check === check ? size * row.net : 0),
          (row) => (row.of === 'travel' && row.check === check ? UNEVEN * size * row.moves : 0),
        ]),
        wander: (row, before) =>
          row.of === 'travel' ? (chance * size) ** 2 * Math.max(0, row.moves - (before?.moves ?? 0)) : 0,
      }));
    }),
  },
];
