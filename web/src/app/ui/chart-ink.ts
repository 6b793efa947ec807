/** The page's colours and faces as a chart needs them: resolved, because a canvas knows no variables. */
export interface ChartInk {
  readonly ink: string;
  readonly quiet: string;
  readonly rule: string;
  readonly card: string;
  readonly blue: string;
  readonly brass: string;
  readonly caution: string;
  readonly stop: string;
  readonly text: string;
  readonly mono: string;
}

/** Reads the tokens that are in force now. */
export function chartInk(): ChartInk {
  const style = getComputedStyle(document.documentElement);
  const token = (name: string): string => style.getPropertyValue(name).trim();
  return {
    ink: token('--ink'),
    quiet: token('--ink-2'),
    rule: token('--rule'),
    card: token('--card'),
    blue: token('--blue'),
    brass: token('--brass'),
    caution: token('--caution'),
    stop: token('--stop'),
    text: token('--text'),
    mono: token('--mono'),
  };
}

/** The same as it is on paper, which is white by night too. */
export function paperInk(): ChartInk {
  const { dataset } = document.documentElement;
  const theme = dataset['theme'];
  delete dataset['theme'];
  const ink = chartInk();
  if (theme !== undefined) dataset['theme'] = theme;
  return ink;
}
