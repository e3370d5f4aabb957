import { E_CANCELED, Mutex } from 'async-mutex';

/**
 * Changes that go one after another, so that of two quick taps the later arrives later. Once the page is left nothing
 * can wait any more: `leave` starts at once whatever still waits.
 */
export class SerialisedWrites {
  readonly #mutex = new Mutex();

  /** Starts the work once all before it are done, or when the page is left. Answers, and fails, as the work does. */
  async run<T>(work: () => Promise<T>): Promise<T> {
    const turn = await this.#mutex.acquire().catch((error: unknown) => {
      if (error === E_CANCELED) return null;
      throw error;
    });
    if (turn === null) return work();
    return work().finally(turn);
  }

  leave(): void {
    this.#mutex.cancel();
  }
}
