import { E_CANCELED, Mutex } from 'async-mutex';

/**
 * Changes that go one after another, so that of two quick taps the later arrives later. Once the page is left nothing
 * can wait any more: `leave` starts at once whatever waits, and what comes after it, until `stay`.
 */
export class SerialisedWrites {
  readonly #mutex = new Mutex();
  #leaving = false;

  /** Starts the work once all before it are done, or when the page is left. Answers, and fails, as the work does. */
  async run<T>(work: () => Promise<T>): Promise<T> {
    if (this.#leaving) return work();
    const turn = await this.#mutex.acquire().catch((error: unknown) => {
      if (error === E_CANCELED) return null;
      throw error;
    });
    return turn === null ? work() : work().finally(turn);
  }

  leave(): void {
    this.#leaving = true;
    this.#mutex.cancel();
  }

  stay(): void {
    this.#leaving = false;
  }
}
