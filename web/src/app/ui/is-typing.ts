/** Whether a key belongs to a field that is being typed in, or to a shortcut of the browser. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target;
  const isField = target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
  return isField || event.ctrlKey || event.metaKey || event.altKey;
}
