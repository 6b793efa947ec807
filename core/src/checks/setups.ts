import { draw, type Sketch } from './plan-form.js';

const { arrow, box, line, ring } = draw;

/** A carriage on its rail, with an indicator against it. */
export function slideSetup(words: string, letter: string): Sketch {
  return {
    words,
    strokes: [
      { ink: 'there', path: line(20, 110, 300, 110) },
      { ink: 'there', path: line(20, 116, 300, 116) },
      { ink: 'moves', path: box(90, 74, 70, 36) },
      { ink: 'way', path: arrow(100, 60, 150, 60) },
      { ink: 'way', path: arrow(150, 52, 100, 52) },
      { ink: 'reads', path: ring(230, 92, 18) },
      { ink: 'reads', path: line(212, 92, 161, 92) },
      { ink: 'reads', path: line(230, 92, 240, 82) },
      { ink: 'there', path: line(230, 110, 230, 128) },
      { ink: 'there', path: box(214, 128, 32, 10) },
    ],
    labels: [
      { x: 125, y: 42, text: letter },
      { x: 254, y: 90, text: 'square to the face' },
    ],
  };
}

/** A plate seen from above, with a pointer at its rim. */
export function plateSetup(words: string, letter: string): Sketch {
  return {
    words,
    strokes: [
      { ink: 'moves', path: ring(120, 78, 58) },
      { ink: 'there', path: ring(120, 78, 6) },
      { ink: 'way', path: line(120, 78, 170, 50) },
      { ink: 'reads', path: arrow(240, 60, 182, 66) },
      ...Array.from({ length: 12 }, (_, index) => {
        const angle = (index * Math.PI) / 6;
        const at = (radius: number): readonly [number, number] => [
          Number((120 + radius * Math.cos(angle)).toFixed(1)),
          Number((78 + radius * Math.sin(angle)).toFixed(1)),
        ];
        return { ink: 'there' as const, path: line(...at(50), ...at(58)) };
      }),
    ],
    labels: [
      { x: 112, y: 20, text: letter },
      { x: 244, y: 58, text: 'read here' },
    ],
  };
}
