import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { tapped } from '../../../application/liveBrew';
import { EMPTY_ANSWER, type CupAnswer } from '../../../contract/table/sitting';
import type { Draft } from '../../../contract/keeping/draft';
import type { LiveBrew } from '../../../contract/bench/live';
import { liveBrewSample } from '../../../contract/test/samples';
import { follows } from '../../../core/draft';
import { browserStore } from '../../state/browserStore';
import { memoryStorage } from '../../state/test/memoryStorage';
import { answersPolicy, withCup } from '../answers';
import { DraftSheet } from '../drafts';
import { Outbox, type Delivery } from '../outbox';
import { passagePolicy } from '../passages';
import { queuedTap, tapPolicy } from '../taps';

/**
 * One model for all that is kept until the server has it. Windows of one browser write, networks lose calls before and
 * after the server has heard them, answers come late, and windows are closed at any moment without a word. Whatever
 * happens, once there is a network again and the page is opened, what was written last is at the server.
 */

/** How a call fares: it arrives, never gets there, or arrives and its answer is lost. */
type Fate = 'arrives' | 'lost' | 'answer lost';

/** The way between the windows and the server. */
class Network {
  fate: Fate = 'arrives';
  slowMs = 0;

  async call<T>(window: { isClosed: boolean }, work: () => T): Promise<T> {
    const { fate, slowMs } = this;
    await new Promise((arrived) => setTimeout(arrived, slowMs));
    if (fate === 'lost') throw new Error('lost');
    const answer = work();
    // A window that is gone hears nothing.
    if (window.isClosed) return new Promise(() => undefined);
    if (fate === 'answer lost') throw new Error('lost');
    return answer;
  }
}

/** One window with the thing open. */
interface OpenThing {
  /** What the window says of what is written. */
  status(): string;
  write(text: string): void;
  retry(): void;
  leave(): void;
}

/** One kind of thing that is kept, with the server's side of it. */
interface Kind {
  open(window: { isClosed: boolean; name: string }): OpenThing;
  /** What the server has been given and still holds. */
  held(): string[];
  /** Which of all texts written must not be lost: all, or the last. */
  keeps: 'all' | 'last';
  /** What stands in the browser with the reason why the server refused it. */
  refused?(): string | undefined;
}

const delivered = <T>(call: Promise<T>): Promise<Delivery<T>> =>
  call.then(
    (taken) => ({ taken }),
    () => ({ notYet: 'lost' }),
  );

function answers(network: Network): Kind {
  const browser = browserStore(memoryStorage().storage);
  let held = { written: 0, remarks: '' };
  return {
    keeps: 'last',
    held: () => [held.remarks],
    open: (window) => {
      const policy = answersPolicy((body) =>
        delivered(
          network.call(window, () => {
            const { written, cup } = body;
            if (cup && written > held.written) held = { written, remarks: cup.answer.remarks };
          }),
        ),
      );
      const outbox = new Outbox('seat', policy, browser);
      const answer = (remarks: string): CupAnswer => ({ ...EMPTY_ANSWER, remarks });
      return {
        write: (text) => outbox.change((before) => withCup(before, '417', answer(text), 0)),
        status: () => outbox.snapshot().status,
        retry: () => outbox.retry(),
        leave: () => outbox.leave(),
      };
    },
  };
}

function passages(network: Network): Kind {
  const browser = browserStore(memoryStorage().storage);
  let stands: string | null = null;
  return {
    keeps: 'last',
    held: () => (stands === null ? [] : [stands]),
    refused: () => browser.get('passage', 'w.k')?.text,
    open: (window) => {
      const was = stands;
      const policy = passagePolicy('k', async ({ text, was: over }) => {
        const sent = await delivered(
          network.call(window, () => {
            if (stands !== over && stands !== text) return false;
            stands = text;
            return true;
          }),
        );
        if ('taken' in sent) return sent.taken ? { taken: text ?? '' } : { refused: 'Written over elsewhere.' };
        return sent;
      });
      const outbox = new Outbox('w.k', policy, browser);
      return {
        write: (text) =>
          outbox.change((before) => ({
            text,
            was: before ? before.was : (outbox.snapshot().answer ?? was),
            isOwn: false,
            refused: null,
          })),
        status: () => outbox.snapshot().status,
        retry: () => outbox.retry(),
        leave: () => outbox.leave(),
      };
    },
  };
}

function taps(network: Network): Kind {
  const browser = browserStore(memoryStorage().storage);
  let live: LiveBrew = liveBrewSample({ id: 'b', marks: [] });
  return {
    keeps: 'all',
    held: () => live.marks.map(({ step }) => `word ${step}`),
    open: (window) => {
      const policy = tapPolicy((patch) =>
        delivered(
          network.call(window, () => (live = { ...live, ...tapped(live, patch), revision: live.revision + 1 })),
        ),
      );
      const outbox = new Outbox('b', policy, browser);
      const first = live;
      return {
        write: (text) => {
          const mark = { step: Number(text.split(' ')[1]), atS: 1 };
          const { answer } = outbox.snapshot();
          const known = answer && answer.revision > first.revision ? answer : first;
          outbox.change((queue) => queuedTap(queue, known, ({ marks }) => ({ marks: [...marks, mark] })));
        },
        status: () => outbox.snapshot().status,
        retry: () => outbox.retry(),
        leave: () => outbox.leave(),
      };
    },
  };
}

function drafts(network: Network): Kind {
  const browser = browserStore(memoryStorage().storage);
  let held: Draft[] = [];
  return {
    keeps: 'last',
    held: () => held.map(({ typed }) => String(typed.remarks)),
    open: (window) => {
      const device = window.name;
      const sheet = new DraftSheet(
        'k',
        device,
        { title: 'A cup', href: '/x' },
        {
          load: () => network.call(window, () => held),
          put: (draft) =>
            network.call(window, () => {
              const before = held.find((one) => one.device === device);
              if (before && !follows(draft.counts, before.counts)) return held;
              const kept = { ...draft, key: 'k', device, updatedAt: '' };
              return (held = [...held.filter((one) => one.device !== device), kept]);
            }),
          drop: () => Promise.resolve(),
        },
        browser,
      );
      void sheet.open();
      return {
        write: (text) => sheet.change({ remarks: text }),
        status: () => sheet.outbox.snapshot().status,
        retry: () => sheet.outbox.retry(),
        leave: () => sheet.outbox.leave(),
      };
    },
  };
}

type Step =
  | { do: 'write' | 'open' | 'close' | 'retry' | 'leave'; window: number }
  | { do: 'network'; fate: Fate; slowMs: number }
  | { do: 'wait'; ms: number };

const window = fc.nat(1);
const step: fc.Arbitrary<Step> = fc.oneof(
  { weight: 5, arbitrary: fc.record({ do: fc.constant('write' as const), window }) },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('wait' as const), ms: fc.constantFrom(0, 1, 100, 400, 3000) }) },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant('network' as const),
      fate: fc.constantFrom<Fate>('arrives', 'lost', 'answer lost'),
      slowMs: fc.constantFrom(0, 50, 1500),
    }),
  },
  { weight: 3, arbitrary: fc.record({ do: fc.constantFrom('open', 'close', 'retry', 'leave' as const), window }) },
);

/** Does the steps with two windows; answers with what was written, in order. */
async function played(kind: Kind, network: Network, steps: readonly Step[]): Promise<string[]> {
  const windows: ({ isClosed: boolean; name: string; thing: OpenThing } | null)[] = [null, null];
  const written: string[] = [];
  let names = 0;
  const opened = (i: number) => {
    const view = { isClosed: false, name: `window-${names++}` };
    return (windows[i] ??= Object.assign(view, { thing: kind.open(view) }));
  };
  for (const next of steps) {
    if (next.do === 'wait') await vi.advanceTimersByTimeAsync(next.ms);
    else if (next.do === 'network') [network.fate, network.slowMs] = [next.fate, next.slowMs];
    else if (next.do === 'close') {
      const view = windows[next.window];
      if (view) view.isClosed = true;
      windows[next.window] = null;
    } else {
      const { thing } = opened(next.window);
      if (next.do === 'write') {
        written.push(`word ${written.length + 1}`);
        thing.write(written.at(-1) ?? '');
      } else if (next.do !== 'open') thing[next.do]();
    }
  }
  [network.fate, network.slowMs] = ['arrives', 0];
  for (const i of [0, 1]) opened(i).thing.retry();
  await vi.advanceTimersByTimeAsync(20_000);
  expect([0, 1].map((i) => opened(i).thing.status())).not.toContain('pending');
  expect([0, 1].map((i) => opened(i).thing.status())).not.toContain('here only');
  return written;
}

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('what is written in two windows, over a network that fails, is not lost:', () => {
  it.each([
    ['answers at a seat', answers],
    ['passages of a write-up', passages],
    ['taps on a brew', taps],
    ['sheets not saved yet', drafts],
  ] as const)('%s', async (_name, make) => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 30 }), async (steps) => {
        vi.clearAllTimers();
        const network = new Network();
        const kind = make(network);
        const written = await played(kind, network, steps);
        const wanted = kind.keeps === 'all' ? written : written.slice(-1);
        const there = [...kind.held(), kind.refused?.()];
        expect(wanted.filter((text) => !there.includes(text))).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });
});
