/** Scrolls a strip that is wider than the screen sideways until one of its items stands in its middle; the page stays. */
export function scrollStripTo(item: HTMLElement, strip: HTMLElement): void {
  const from = strip.getBoundingClientRect();
  const to = item.getBoundingClientRect();
  strip.scrollLeft += to.left + to.width / 2 - (from.left + from.width / 2);
}
