/** Whether something is typed into the element. */
export function isField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

/** Whether a key belongs to a field that is being typed in, or to a shortcut of the browser. */
export function isTyping(event: KeyboardEvent): boolean {
  return isField(event.target) || event.ctrlKey || event.metaKey || event.altKey;
}
