import type { ChartInk } from '../ui/chart-ink';

/** Some ink to draw charts with in tests. */
export const EXAMPLE_INK: ChartInk = {
  ink: '#000',
  quiet: '#555',
  rule: '#ccc',
  card: '#fff',
  blue: '#00f',
  brass: '#860',
  caution: '#940',
  stop: '#a00',
  text: 'sans',
  mono: 'mono',
};
