/** Today as the user's calendar has it, e.g. 2026-11-05. */
export function today(): string {
  const now = new Date();
  return [now.getFullYear(), String(now.getMonth() + 1).padStart(2, '0'), String(now.getDate()).padStart(2, '0')].join(
    '-',
  );
}

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const MOMENT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** `5 Nov` from a date or a moment. */
export function shortDay(date: string): string {
  return DAY.format(new Date(date));
}

/** `5 Nov, 14:02`. */
export function shortMoment(date: string): string {
  return MOMENT.format(new Date(date));
}
