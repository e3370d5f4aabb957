/**
 * Does something once more after it is done, where it was asked for meanwhile: what was begun before may not have seen
 * why it was asked for.
 */
export function oneAfterAnother(work: () => Promise<unknown>): () => void {
  let isRunning = false;
  let isAsked = false;
  const run = async (): Promise<void> => {
    isRunning = true;
    while (isAsked) {
      isAsked = false;
      try {
        await work();
      } catch {
        // Nothing to be done once more: whoever shows it asks again.
      }
    }
    isRunning = false;
  };
  return () => {
    isAsked = true;
    if (!isRunning) void run();
  };
}
