/** Waits for something, but no longer than so many milliseconds; whether it fails is heard elsewhere. */
export async function within(ms: number, work: Promise<unknown>): Promise<void> {
  let timer: NodeJS.Timeout | undefined;
  const enough = new Promise<void>((resolve) => (timer = setTimeout(resolve, Math.max(0, ms))));
  await Promise.race([work.catch(() => undefined), enough]);
  clearTimeout(timer);
}
