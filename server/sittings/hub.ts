/** That something of a sitting is other than before. */
export interface TableChange {
  seats: number;
  done: number;
  isRevealed: boolean;
}

/** Tells who listens to a sitting what happens at it. */
export class SittingHub {
  readonly #listeners = new Map<string, Set<(change: TableChange) => void>>();

  /** Calls back until the returned function is called. */
  listen(sittingId: string, heard: (change: TableChange) => void): () => void {
    const listeners = this.#listeners.get(sittingId) ?? new Set();
    this.#listeners.set(sittingId, listeners);
    listeners.add(heard);
    return () => {
      listeners.delete(heard);
      if (listeners.size === 0) this.#listeners.delete(sittingId);
    };
  }

  tell(sittingId: string, change: TableChange): void {
    for (const heard of this.#listeners.get(sittingId) ?? []) heard(change);
  }
}
