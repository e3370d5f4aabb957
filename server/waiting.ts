/** A wait a person hardly notices, ms: after it, what is known is shown, and marked. */
export const PATIENCE_MS = 150;

/**
 * Waits for something, but no longer than so many milliseconds: whether it was done by then. That it failed is heard
 * elsewhere.
 */
export async function within(ms: number, work: Promise<unknown>): Promise<boolean> {
  let timer: NodeJS.Timeout | undefined;
  const enough = new Promise<false>((resolve) => (timer = setTimeout(() => resolve(false), Math.max(0, ms))));
  const done = work.then(
    () => true,
    () => false,
  );
  try {
    return await Promise.race([done, enough]);
  } finally {
    clearTimeout(timer);
  }
}
