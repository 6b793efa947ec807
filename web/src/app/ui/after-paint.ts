import { effect, signal, type Signal } from '@angular/core';

/**
 * What a source asks for, worked out when the frame that shows the change itself is painted, and once however often it
 * changes until then: figures first, what is drawn from them after. Null until the first.
 * @param source gives what is to be done with its present inputs; read at once, done later
 */
export function afterPaint<T>(source: () => () => T): Signal<T | null> {
  const done = signal<T | null>(null);
  effect((onCleanup) => {
    const work = source();
    let timer: ReturnType<typeof setTimeout> | undefined;
    // A frame is painted when its callbacks are through: a task of its own comes after that.
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => done.set(work()));
    });
    onCleanup(() => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    });
  });
  return done;
}
