import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PassageChange } from '../../../contract/writeUps/writeUp';
import { browserStore } from '../../state/browserStore';
import { PassageKeeper, type PassageState } from '../passageKeeper';

class Shelf {
  readonly #kept = new Map<string, string>();
  getItem = (key: string): string | null => this.#kept.get(key) ?? null;
  setItem = (key: string, value: string): void => void this.#kept.set(key, value);
  removeItem = (key: string): void => void this.#kept.delete(key);
}

/** A server that has one passage. */
class Server {
  stands: string | null = null;
  isAway = false;
  asked: PassageChange[] = [];
  put = (change: PassageChange): Promise<string | null> => {
    if (this.isAway) return Promise.reject(new Error('away'));
    this.asked.push(change);
    if (this.stands !== change.was && this.stands !== change.text) return Promise.resolve('Written over elsewhere.');
    this.stands = change.text;
    return Promise.resolve(null);
  };
}

let browser = browserStore(new Shelf());
let server = new Server();
let states: PassageState[] = [];
const open = (was: string | null): PassageKeeper =>
  new PassageKeeper('w', 'short.when', was, server.put, browser, (state) => states.push(state));

beforeEach(() => {
  vi.useFakeTimers();
  [browser, server, states] = [browserStore(new Shelf()), new Server(), []];
});
afterEach(() => vi.useRealTimers());

describe('a passage that is written', () => {
  it('is in the browser at once, on the server a moment later, and then in the browser no more', async () => {
    const keeper = open(null);
    keeper.write('A');
    keeper.write('A day');
    expect(browser.get('passage', 'w.short.when')).toEqual({ text: 'A day', was: null });
    await vi.advanceTimersByTimeAsync(500);
    expect(server.asked).toEqual([{ key: 'short.when', text: 'A day', was: null }]);
    expect([browser.get('passage', 'w.short.when'), keeper.unsent]).toEqual([null, null]);
    expect(states.at(-1)).toEqual({ kept: 'kept', refused: null });
    // The next is written over that.
    keeper.write('A day or two');
    await keeper.flush();
    expect(server.asked.at(-1)).toEqual({ key: 'short.when', text: 'A day or two', was: 'A day' });
  });

  it('waits here while the server is away, and goes once it is back, also from another visit', async () => {
    server.isAway = true;
    const keeper = open(null);
    keeper.write('Kept');
    await vi.advanceTimersByTimeAsync(400);
    expect(states.at(-1)).toEqual({ kept: 'here only', refused: null });
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(3000);
    expect(server.stands).toBe('Kept');

    server.isAway = true;
    const left = open('Kept');
    left.write('Written before the page was closed');
    await left.flush();
    vi.clearAllTimers();
    server.isAway = false;
    const again = open('Kept');
    expect(again.unsent).toBe('Written before the page was closed');
    await vi.advanceTimersByTimeAsync(10);
    expect(server.stands).toBe('Written before the page was closed');
  });

  it('is not lost where another wrote meanwhile: it is told, and written over that only when that is wanted', async () => {
    const keeper = open(null);
    server.stands = 'Theirs';
    keeper.write('Mine');
    await vi.advanceTimersByTimeAsync(500);
    expect(states.at(-1)).toEqual({ kept: 'here only', refused: 'Written over elsewhere.' });
    expect([server.stands, keeper.unsent]).toEqual(['Theirs', 'Mine']);
    keeper.insist('Theirs');
    await vi.advanceTimersByTimeAsync(500);
    expect([server.stands, keeper.unsent]).toEqual(['Mine', null]);
  });

  it('is sent in the order in which it was written, also while one is on its way', async () => {
    let letThrough: () => void = () => undefined;
    const slow = vi.fn(
      (_change: PassageChange) =>
        new Promise<string | null>((resolve) => {
          letThrough = () => resolve(null);
        }),
    );
    const keeper = new PassageKeeper('w', 'short.when', null, slow, browser, (state) => states.push(state));
    keeper.write('one');
    const first = keeper.flush();
    await vi.advanceTimersByTimeAsync(1);
    keeper.write('two');
    letThrough();
    await first;
    await vi.advanceTimersByTimeAsync(400);
    letThrough();
    await vi.advanceTimersByTimeAsync(10);
    expect(slow.mock.calls.map(([change]) => [change.text, change.was])).toEqual([
      ['one', null],
      ['two', 'one'],
    ]);
    expect(keeper.unsent).toBeNull();
  });

  it('is let go of when that is wanted', async () => {
    const keeper = open(null);
    keeper.write('Never mind');
    keeper.discard();
    await vi.advanceTimersByTimeAsync(1000);
    expect([server.asked, browser.get('passage', 'w.short.when')]).toEqual([[], null]);
  });
});
