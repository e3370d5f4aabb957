import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LiveTrace } from '../../../contract/bench/live';
import { BenchStream } from '../benchStream';

/** Stands in for the browser's stream of events; the tests say what comes. */
class FakeSource extends EventTarget {
  static last: FakeSource;
  closed = false;

  constructor(readonly url: string) {
    super();
    FakeSource.last = this;
  }

  say(event: string, data: unknown = {}): void {
    this.dispatchEvent(Object.assign(new Event(event), { data: JSON.stringify(data) }));
  }

  close(): void {
    this.closed = true;
  }
}

const BREW = '0f0e7c2e-1111-4111-8111-000000000001';
const reading = (atS: number, value: number | null, flaw: string | null = null) => ({ atS, value, flaw });
const readings = (...list: ReturnType<typeof reading>[]) => ({ kind: 'scale', brew: BREW, readings: list });
let kept: LiveTrace | null;
const recorded = (): Promise<LiveTrace | null> => Promise.resolve(kept);

beforeEach(() => {
  kept = { trace: [], flaws: {} };
  vi.stubGlobal('EventSource', FakeSource);
  // Every reading is far enough from the last to be shown.
  let now = 0;
  vi.spyOn(performance, 'now').mockImplementation(() => (now += 1000));
});
afterEach(() => vi.unstubAllGlobals());

describe('the stream of the bench', () => {
  it('hands readings to the scale they are of, and says when a brew changed', () => {
    const stream = new BenchStream(recorded);
    const [feed, other] = [stream.feedOf(BREW), stream.feedOf('another')];
    const changed = vi.fn();
    const told = vi.fn();
    feed.subscribe(told);
    const close = stream.open(changed);
    expect(FakeSource.last.url).toBe('/api/bench/stream');
    FakeSource.last.say('changed', { brew: BREW });
    expect(changed).toHaveBeenCalledOnce();
    FakeSource.last.say('readings', readings(reading(1, 10), reading(1.1, -250, 'negative'), reading(2, 15)));
    expect(feed.snapshot()).toMatchObject({ weightG: 15, atS: 2, flawed: 1, gPerS: 5 });
    expect(other.snapshot().weightG).toBeNull();
    expect(told).toHaveBeenCalled();
    close();
    expect(FakeSource.last.closed).toBe(true);
  });

  it('ignores what it cannot read', () => {
    const stream = new BenchStream(recorded);
    const feed = stream.feedOf(BREW);
    stream.open(() => undefined);
    FakeSource.last.say('readings', { kind: 'scale', brew: BREW, readings: [{ atS: 'soon' }] });
    FakeSource.last.say('readings', { kind: 'thermometer', brew: null, readings: [reading(1, 94)] });
    expect(feed.snapshot().weightG).toBeNull();
  });

  it('fetches what it missed once it is open again, and keeps what was heard since', async () => {
    const stream = new BenchStream(recorded);
    const feed = stream.feedOf(BREW);
    stream.open(() => undefined);
    kept = {
      trace: [
        [
          [0, 0],
          [1, 5],
        ],
        [[8, 40]],
      ],
      flaws: { jump: 2 },
    };
    FakeSource.last.say('readings', readings(reading(8.5, 42)));
    FakeSource.last.say('open');
    await vi.waitFor(() => expect(feed.snapshot().flawed).toBe(2));
    expect(feed.trace).toEqual([
      [
        [0, 0],
        [1, 5],
      ],
      [
        [8, 40],
        [8.5, 42],
      ],
    ]);
    expect(feed.snapshot()).toMatchObject({ weightG: 42, atS: 8.5 });
  });

  it('keeps what it has when the server does not answer', async () => {
    kept = null;
    const feed = new BenchStream(recorded).feedOf(BREW);
    feed.hear([reading(1, 10)]);
    await feed.catchUp();
    expect(feed.trace).toEqual([[[1, 10]]]);
  });
});
