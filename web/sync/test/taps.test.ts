import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LiveBrew, LivePatch } from '../../../contract/bench/live';
import { liveBrewSample } from '../../../contract/test/samples';
import { browserStore } from '../../state/browserStore';
import { memoryStorage } from '../../state/test/memoryStorage';
import { Outbox, type Delivery } from '../outbox';
import { queuedTap, tapPolicy, withTaps, type Tap } from '../taps';

const brew = (differently: Partial<LiveBrew> = {}): LiveBrew => liveBrewSample({ id: 'b', ...differently });

/** A browser's store, and a server that answers when it is told to. */
function bench(kept: Record<string, string> = {}) {
  const { storage, entries } = memoryStorage(kept);
  const sent: { patch: LivePatch; answer: (sent: Delivery<LiveBrew>) => Promise<void> }[] = [];
  const policy = tapPolicy(
    (patch) =>
      new Promise((resolve) =>
        sent.push({
          patch,
          answer: async (answer) => {
            resolve(answer);
            await vi.advanceTimersByTimeAsync(0);
          },
        }),
      ),
  );
  const outbox = new Outbox('b', policy, browserStore(storage));
  let fromServer = brew();
  const known = (): LiveBrew => {
    const { answer } = outbox.snapshot();
    return answer && answer.revision > fromServer.revision ? answer : fromServer;
  };
  return {
    outbox,
    entries,
    sent,
    known,
    tap: (tap: Tap) => outbox.change((queue) => queuedTap(queue, known(), tap)),
    hear: (live: LiveBrew) => (fromServer = live),
    shown: () => withTaps(known(), outbox.state),
  };
}

beforeEach(() => void vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }));
afterEach(() => void vi.useRealTimers());

describe('a tap on a brew', () => {
  it('counts at once, is kept in the browser, and is forgotten there once the server has it', async () => {
    const { tap, shown, outbox, entries, sent } = bench();
    tap({ vigour: 'lively' });
    expect(shown().vigour).toBe('lively');
    expect(entries.get('slow-crest.bench.b')).toContain('lively');
    expect(sent[0]?.patch).toEqual({ was: { ticked: [], marks: [] }, vigour: 'lively' });
    await sent[0]?.answer({ taken: brew({ vigour: 'lively', revision: 2 }) });
    expect([shown().revision, outbox.state, outbox.snapshot().why]).toEqual([2, [], null]);
    expect(entries.size).toBe(0);
  });

  it('made while another is under way follows it, worked out from it: ticked and unticked at once is kept', async () => {
    const { tap, shown, sent } = bench();
    const toggle = (): void => tap(({ ticked }) => ({ ticked: ticked.includes('bed-level') ? [] : ['bed-level'] }));
    toggle();
    toggle();
    expect(sent.map(({ patch }) => patch)).toEqual([{ was: { ticked: [], marks: [] }, ticked: ['bed-level'] }]);
    await sent[0]?.answer({ taken: brew({ ticked: ['bed-level'], revision: 2 }) });
    expect(sent[1]?.patch).toEqual({ was: { ticked: ['bed-level'], marks: [] }, ticked: [] });
    expect(shown().ticked).toEqual([]);
  });

  it('is gathered with the others that wait, over what the lists said before the first of them', async () => {
    const { tap, hear, sent } = bench();
    tap({ bed: 'flat' });
    tap(({ ticked }) => ({ ticked: [...ticked, 'paper-rinsed'] }));
    hear(brew({ ticked: ['bed-level'], revision: 2 }));
    tap({ vigour: 'lively' });
    await sent[0]?.answer({ taken: brew({ bed: 'flat', ticked: ['bed-level'], revision: 3 }) });
    expect(sent[1]?.patch).toEqual({
      was: { ticked: [], marks: [] },
      ticked: ['paper-rinsed'],
      vigour: 'lively',
    });
  });

  it('is not undone by the answer to the one before', async () => {
    const { tap, shown, outbox, entries, sent } = bench();
    tap({ bed: 'flat' });
    tap({ vigour: 'lively' });
    await sent[0]?.answer({ taken: brew({ bed: 'flat', revision: 2 }) });
    expect(shown()).toMatchObject({ bed: 'flat', vigour: 'lively' });
    expect(entries.get('slow-crest.bench.b')).toContain('lively');
    await sent[1]?.answer({ taken: brew({ bed: 'flat', vigour: 'lively', revision: 3 }) });
    expect([outbox.state, shown()]).toMatchObject([[], { bed: 'flat', vigour: 'lively' }]);
  });

  it('is sent again while the server is away, and says why it is not kept yet', async () => {
    const { tap, shown, outbox, entries, sent } = bench();
    tap({ fault: 'spill' });
    await sent[0]?.answer({ notYet: 'Slow Crest does not answer yet.' });
    expect(shown().fault).toBe('spill');
    expect(outbox.snapshot()).toMatchObject({ status: 'here only', why: 'Slow Crest does not answer yet.' });
    expect(entries.size).toBe(1);
    vi.advanceTimersByTime(2000);
    expect(sent).toHaveLength(2);
    await sent[1]?.answer({ taken: brew({ fault: 'spill', revision: 2 }) });
    expect(outbox.snapshot().why).toBeNull();
  });

  it('that is refused is let go', async () => {
    const { tap, outbox, entries, sent } = bench();
    tap({ endedS: 4 });
    await sent[0]?.answer({ refused: 'It has not started.' });
    expect([outbox.state, entries.size]).toEqual([[], 0]);
  });

  it('is there again after the page was closed, and sent once its brew is in view', () => {
    const { outbox, shown, sent } = bench({
      'slow-crest.bench.b': JSON.stringify({ was: { ticked: [], marks: [] }, bed: 'flat' }),
    });
    expect([shown().bed, sent.length]).toEqual(['flat', 0]);
    outbox.retry();
    expect(sent).toHaveLength(1);
    expect(bench({ 'slow-crest.bench.b': '{' }).outbox.state).toEqual([]);
  });

  it('is not dropped where two windows were told that the one before it arrived', () => {
    const { settled } = tapPolicy(() => Promise.reject(new Error('nothing is sent')));
    const [first, next] = [{ bed: 'flat' }, { vigour: 'lively' }] as const;
    const once = settled([first, next], first, null);
    expect(settled(once, first, null)).toEqual([next]);
  });

  it('is laid over the newest of what the server said', async () => {
    const { tap, hear, known, sent } = bench();
    tap({ bed: 'flat' });
    await sent[0]?.answer({ taken: brew({ revision: 5, vigour: 'wild' }) });
    hear(brew({ revision: 4 }));
    expect(known()).toMatchObject({ revision: 5, vigour: 'wild' });
  });
});
