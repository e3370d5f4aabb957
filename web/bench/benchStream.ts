import { readings as readingsSchema } from '../../contract/instrument';
import { ScaleFeed } from './scaleFeed';

/**
 * The one stream of all that happens on the bench: it hands the readings of each scale to the feed of its brew, and
 * says when a brew changed, on this device or another. It opens itself again after a break; what was missed is then
 * fetched.
 */
export class BenchStream {
  readonly #feeds = new Map<string, ScaleFeed>();

  /** The scale of a brew, from now on. */
  feedOf(brewId: string): ScaleFeed {
    const feed = this.#feeds.get(brewId) ?? new ScaleFeed(brewId);
    this.#feeds.set(brewId, feed);
    return feed;
  }

  /** Opens the stream; returns how to close it. */
  open(changed: () => void): () => void {
    const source = new EventSource('/api/bench/stream');
    source.addEventListener('changed', changed);
    source.addEventListener('open', () => {
      changed();
      for (const feed of this.#feeds.values()) void feed.catchUp();
    });
    source.addEventListener('readings', (event: MessageEvent<string>) => {
      const parsed = readingsSchema.safeParse(JSON.parse(event.data));
      if (parsed.success && parsed.data.brew !== null) this.#feeds.get(parsed.data.brew)?.hear(parsed.data.readings);
    });
    return () => source.close();
  }
}
