/** Waits until something holds, for what comes by itself and tells nobody. @throws Error when it does not in two seconds */
export async function settled(holds: () => boolean): Promise<void> {
  for (let waited = 0; waited < 200; waited += 1) {
    if (holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  throw new Error('it never came to that');
}
