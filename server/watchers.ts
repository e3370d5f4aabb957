/** Whoever wants to hear of something, each until it stops. */
export class Watchers<T> {
  readonly #all = new Set<(told: T) => void>();

  /** Hears of everything told from now on, until the returned function is called. */
  watch(hear: (told: T) => void): () => void {
    this.#all.add(hear);
    return () => void this.#all.delete(hear);
  }

  tell(told: T): void {
    for (const hear of this.#all) hear(told);
  }
}
