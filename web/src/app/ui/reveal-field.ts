import type { Whereabouts } from './addresses';

/** A page that is still being fetched and made is waited for so long. */
const PATIENCE_IN_MILLISECONDS = 4000;

const quoted = (text: string): string => `"${CSS.escape(text)}"`;

/** What stands at a place within `root`; null while it is not there. */
function standingAt(root: ParentNode, { axis, field, item }: Whereabouts): HTMLElement | null {
  if (field === null) return null;
  const within = item === null ? root : root.querySelector(`[data-item=${quoted(item)}]`);
  const [own, any] = [`[data-axis=${quoted(axis ?? '')}] `, ''].map(
    (scope) => within?.querySelector<HTMLElement>(`${scope}[data-field=${quoted(field)}]`) ?? null,
  );
  // Where several axes are asked the same, that of another axis is not the place.
  const isPerAxis = axis !== null && within?.querySelector('[data-axis] [data-field]') !== null;
  return own ?? (isPerAxis ? null : (any ?? null));
}

const TAKES_KEYS = 'input:not([type=hidden]), select, textarea, button, [role=combobox], [tabindex]';

/** What is still being laid out above a field moves it for so long at most. */
const SETTLING_IN_MILLISECONDS = 1000;

/** Keeps what somebody was led to on the screen until the page has settled, or until they move on themselves. */
function keepInSight(found: HTMLElement, target: HTMLElement): void {
  const observer = new ResizeObserver(() => {
    if (document.activeElement === target) found.scrollIntoView({ block: 'center' });
    else observer.disconnect();
  });
  observer.observe(document.body);
  const stop = (): void => {
    observer.disconnect();
  };
  for (const event of ['wheel', 'touchstart', 'keydown'])
    document.addEventListener(event, stop, { once: true, passive: true });
  setTimeout(stop, SETTLING_IN_MILLISECONDS);
}

/**
 * Leads to a field: unfolds what it stands in, scrolls to it and puts the cursor into it, with all of it selected. Waits
 * for a page that is still being made.
 * @returns stops waiting
 */
export function revealField(root: HTMLElement, where: Whereabouts): () => void {
  const reveal = (): boolean => {
    const found = standingAt(root, where);
    if (!found) return false;
    for (let fold = found.closest('details'); fold; fold = fold.parentElement?.closest('details') ?? null)
      fold.open = true;
    const target = found.matches(TAKES_KEYS) ? found : found.querySelector<HTMLElement>(TAKES_KEYS);
    found.scrollIntoView({ block: 'center' });
    if (target) {
      target.focus({ preventScroll: true });
      keepInSight(found, target);
    }
    if (target instanceof HTMLInputElement) target.select();
    return true;
  };
  if (where.field === null || reveal()) return () => undefined;
  const observer = new MutationObserver(() => {
    if (reveal()) stop();
  });
  const timer = setTimeout(() => {
    stop();
  }, PATIENCE_IN_MILLISECONDS);
  function stop(): void {
    clearTimeout(timer);
    observer.disconnect();
  }
  observer.observe(root, { childList: true, subtree: true });
  return stop;
}
