import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LiveBrew, LivePatch } from '../../../contract/bench/live';
import { liveBrewSample } from '../../../contract/test/samples';
import { browserStore } from '../../state/browserStore';
import { TapKeeper, withTaps, type Sent } from '../tapKeeper';

const brew = (differently: Partial<LiveBrew> = {}): LiveBrew => liveBrewSample({ id: 'b', ...differently });

/** A browser's store, and a server that answers when it is told to. */
function bench(kept: Record<string, string> = {}) {
  const storage = new Map(Object.entries(kept));
  const sent: { patch: LivePatch; answer: (sent: Sent) => Promise<void> }[] = [];
  const refused: string[] = [];
  const keeper = new TapKeeper(
    brew(),
    browserStore({
      getItem: (key) => storage.get(key) ?? null,
      setItem: (key, value) => void storage.set(key, value),
      removeItem: (key) => void storage.delete(key),
    }),
    (patch) =>
      new Promise((resolve) =>
        sent.push({
          patch,
          answer: async (answer) => {
            resolve(answer);
            await Promise.resolve();
          },
        }),
      ),
    (why) => refused.push(why),
  );
  return { keeper, storage, sent, refused };
}

beforeEach(() => void vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }));
afterEach(() => void vi.useRealTimers());

describe('a tap on a brew', () => {
  it('counts at once, is kept in the browser, and is forgotten there once the server has it', async () => {
    const { keeper, storage, sent } = bench();
    keeper.tap({ vigour: 'lively' });
    expect(withTaps(keeper.snapshot().known, keeper.snapshot().pending).vigour).toBe('lively');
    expect(storage.get('slow-crest.bench.b')).toContain('lively');
    expect(sent[0]?.patch).toEqual({ was: { ticked: [], marks: [] }, vigour: 'lively' });
    await sent[0]?.answer({ live: brew({ vigour: 'lively', revision: 2 }) });
    expect(keeper.snapshot()).toMatchObject({ known: { revision: 2 }, pending: null, offline: null });
    expect(storage.size).toBe(0);
  });

  it('made while another is under way follows it, worked out from it: ticked and unticked at once is kept', async () => {
    const { keeper, sent } = bench();
    const toggle = (): void =>
      keeper.tap(({ ticked }) => ({ ticked: ticked.includes('bed-level') ? [] : ['bed-level'] }));
    toggle();
    toggle();
    expect(sent.map(({ patch }) => patch)).toEqual([{ was: { ticked: [], marks: [] }, ticked: ['bed-level'] }]);
    await sent[0]?.answer({ live: brew({ ticked: ['bed-level'], revision: 2 }) });
    expect(sent[1]?.patch).toEqual({ was: { ticked: ['bed-level'], marks: [] }, ticked: [] });
    expect(keeper.snapshot().pending?.ticked).toEqual([]);
  });

  it('is gathered with the others that wait, over what the lists said before the first of them', async () => {
    const { keeper, sent } = bench();
    keeper.tap({ bed: 'flat' });
    keeper.tap(({ ticked }) => ({ ticked: [...ticked, 'paper-rinsed'] }));
    keeper.hear(brew({ ticked: ['bed-level'], revision: 2 }));
    keeper.tap({ vigour: 'lively' });
    await sent[0]?.answer({ live: brew({ bed: 'flat', ticked: ['bed-level'], revision: 3 }) });
    expect(sent[1]?.patch).toEqual({
      was: { ticked: [], marks: [] },
      ticked: ['paper-rinsed'],
      vigour: 'lively',
    });
  });

  it('is not undone by the answer to the one before', async () => {
    const { keeper, sent, storage } = bench();
    keeper.tap({ bed: 'flat' });
    keeper.tap({ vigour: 'lively' });
    await sent[0]?.answer({ live: brew({ bed: 'flat', revision: 2 }) });
    expect(keeper.snapshot().pending).toMatchObject({ vigour: 'lively' });
    expect(storage.get('slow-crest.bench.b')).toContain('lively');
    await sent[1]?.answer({ live: brew({ bed: 'flat', vigour: 'lively', revision: 3 }) });
    expect(keeper.snapshot()).toMatchObject({ pending: null, known: { bed: 'flat', vigour: 'lively' } });
  });

  it('is sent again while the server is away, and says why it is not kept yet', async () => {
    const { keeper, storage, sent } = bench();
    keeper.tap({ fault: 'spill' });
    await sent[0]?.answer({ notYet: 'Slow Crest does not answer yet.' });
    expect(keeper.snapshot()).toMatchObject({
      pending: { fault: 'spill' },
      offline: 'Slow Crest does not answer yet.',
    });
    expect(storage.size).toBe(1);
    vi.advanceTimersByTime(2000);
    expect(sent).toHaveLength(2);
    await sent[1]?.answer({ live: brew({ fault: 'spill', revision: 2 }) });
    expect(keeper.snapshot().offline).toBeNull();
  });

  it('that is refused is let go, with the reason', async () => {
    const { keeper, storage, sent, refused } = bench();
    keeper.tap({ endedS: 4 });
    await sent[0]?.answer({ refused: 'It has not started.' });
    expect([keeper.snapshot().pending, storage.size, refused]).toEqual([null, 0, ['It has not started.']]);
  });

  it('is there again after the page was closed, and sent; a closed page sends nothing', async () => {
    const kept = { 'slow-crest.bench.b': JSON.stringify({ was: { ticked: [], marks: [] }, bed: 'flat' }) };
    const { keeper, sent } = bench(kept);
    expect(keeper.snapshot().pending).toMatchObject({ bed: 'flat' });
    expect(sent).toHaveLength(0);
    keeper.open();
    expect(sent).toHaveLength(1);
    await sent[0]?.answer({ notYet: 'away' });
    keeper.close();
    vi.advanceTimersByTime(10_000);
    expect(sent).toHaveLength(1);
    expect(bench({ 'slow-crest.bench.b': '{' }).keeper.snapshot().pending).toBeNull();
  });

  it('keeps to the newest of what the server said', () => {
    const { keeper } = bench();
    keeper.hear(brew({ revision: 5, vigour: 'wild' }));
    keeper.hear(brew({ revision: 4 }));
    expect(keeper.snapshot().known).toMatchObject({ revision: 5, vigour: 'wild' });
  });
});
