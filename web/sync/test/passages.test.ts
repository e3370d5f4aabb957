import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PassageChange } from '../../../contract/writeUps/writeUp';
import { browserStore } from '../../state/browserStore';
import { memoryStorage } from '../../state/test/memoryStorage';
import { Outbox, type Delivery } from '../outbox';
import { passagePolicy } from '../passages';

/** A server that has one passage. */
class Server {
  stands: string | null = null;
  isAway = false;
  asked: PassageChange[] = [];
  put = (change: PassageChange): Promise<Delivery<string>> => {
    if (this.isAway) return Promise.resolve({ notYet: 'away' });
    this.asked.push(change);
    if (this.stands !== change.was && this.stands !== change.text)
      return Promise.resolve({ refused: 'Written over elsewhere.' });
    this.stands = change.text;
    return Promise.resolve({ taken: change.text ?? '' });
  };
}

let browser = browserStore(memoryStorage().storage);
let server = new Server();

/** The editor of the passage, over what stands there. */
function open(was: string | null, send: Server['put'] = (change) => server.put(change)) {
  const outbox = new Outbox('w.short.when', passagePolicy('short.when', send), browser);
  outbox.retry();
  return {
    outbox,
    write: (text: string) =>
      outbox.change((before) => ({
        text,
        was: before ? before.was : (outbox.snapshot().answer ?? was),
        isOwn: false,
        refused: null,
      })),
    insist: (stands: string | null) => outbox.change((before) => before && { ...before, was: stands, refused: null }),
    unsent: () => outbox.state?.text ?? null,
    state: () => ({ status: outbox.snapshot().status, refused: outbox.state?.refused ?? null }),
  };
}

beforeEach(() => {
  vi.useFakeTimers();
  [browser, server] = [browserStore(memoryStorage().storage), new Server()];
});
afterEach(() => vi.useRealTimers());

describe('a passage that is written', () => {
  it('is in the browser at once, on the server a moment later, and then in the browser no more', async () => {
    const keeper = open(null);
    keeper.write('A');
    keeper.write('A day');
    expect(browser.get('passage', 'w.short.when')).toMatchObject({ text: 'A day', was: null });
    await vi.advanceTimersByTimeAsync(500);
    expect(server.asked).toEqual([{ key: 'short.when', text: 'A day', was: null }]);
    expect([browser.get('passage', 'w.short.when'), keeper.unsent()]).toEqual([null, null]);
    expect(keeper.state()).toEqual({ status: 'kept', refused: null });
    // The next is written over that.
    keeper.write('A day or two');
    await keeper.outbox.flush();
    expect(server.asked.at(-1)).toEqual({ key: 'short.when', text: 'A day or two', was: 'A day' });
  });

  it('waits here while the server is away, and goes once it is back, also from another visit', async () => {
    server.isAway = true;
    const keeper = open(null);
    keeper.write('Kept');
    await vi.advanceTimersByTimeAsync(400);
    expect(keeper.state()).toEqual({ status: 'here only', refused: null });
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(3000);
    expect(server.stands).toBe('Kept');

    server.isAway = true;
    const left = open('Kept');
    left.write('Written before the page was closed');
    await left.outbox.flush();
    vi.clearAllTimers();
    server.isAway = false;
    const again = open('Kept');
    expect(again.unsent()).toBe('Written before the page was closed');
    await vi.advanceTimersByTimeAsync(10);
    expect(server.stands).toBe('Written before the page was closed');
  });

  it('is not lost where another wrote meanwhile: it is told, and written over that only when that is wanted', async () => {
    const keeper = open(null);
    server.stands = 'Theirs';
    keeper.write('Mine');
    await vi.advanceTimersByTimeAsync(500);
    expect(keeper.state().refused).toBe('Written over elsewhere.');
    expect([server.stands, keeper.unsent()]).toEqual(['Theirs', 'Mine']);
    keeper.insist('Theirs');
    await vi.advanceTimersByTimeAsync(500);
    expect([server.stands, keeper.unsent()]).toEqual(['Mine', null]);
  });

  it('is sent in the order in which it was written, also while one is on its way', async () => {
    let letThrough: () => void = () => undefined;
    const slow = vi.fn(
      (change: PassageChange) =>
        new Promise<Delivery<string>>((resolve) => {
          letThrough = () => resolve({ taken: change.text ?? '' });
        }),
    );
    const keeper = open(null, slow);
    keeper.write('one');
    const flushed = keeper.outbox.flush();
    await vi.advanceTimersByTimeAsync(1);
    keeper.write('two');
    letThrough();
    await vi.advanceTimersByTimeAsync(400);
    letThrough();
    expect(await flushed).toBe(true);
    expect(slow.mock.calls.map(([change]) => [change.text, change.was])).toEqual([
      ['one', null],
      ['two', 'one'],
    ]);
    expect(keeper.unsent()).toBeNull();
  });

  it('is let go of when that is wanted', async () => {
    const keeper = open(null);
    keeper.write('Never mind');
    keeper.outbox.change(() => null);
    await vi.advanceTimersByTimeAsync(1000);
    expect([server.asked, browser.get('passage', 'w.short.when')]).toEqual([[], null]);
  });
});
