import { listen } from '../api/listen';
import type { LiveTrace } from '../../contract/bench/live';
import { ScaleFeed } from './scaleFeed';

/**
 * The one stream of all that happens on the bench: it hands the readings of each scale to the feed of its brew, and
 * says when a brew changed, on this device or another. It opens itself again after a break; what was missed is then
 * fetched.
 */
export class BenchStream {
  readonly #feeds = new Map<string, ScaleFeed>();

  /** @param recorded what was recorded of a brew so far; null where that is not known at the moment */
  constructor(private readonly recorded: (brewId: string) => Promise<LiveTrace | null>) {}

  /** The scale of a brew, from now on. */
  feedOf(brewId: string): ScaleFeed {
    const feed = this.#feeds.get(brewId) ?? new ScaleFeed(() => this.recorded(brewId));
    this.#feeds.set(brewId, feed);
    return feed;
  }

  /** Opens the stream; returns how to close it. */
  open(changed: () => void): () => void {
    return listen(
      'benchStream',
      undefined,
      {
        changed,
        readings: ({ brew, readings }) => {
          if (brew !== null) this.#feeds.get(brew)?.hear(readings);
        },
      },
      () => {
        changed();
        for (const feed of this.#feeds.values()) void feed.catchUp();
      },
    );
  }
}
