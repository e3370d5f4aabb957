import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Draft, DraftInput } from '../../../contract/keeping/draft';
import { follows } from '../../../core/draft';
import { browserStore } from '../../state/browserStore';
import { memoryStorage } from '../../state/test/memoryStorage';
import { DraftSheet, laterThan, type DraftState, type DraftTransport, type Mirror } from '../drafts';

/** What a server keeps, in memory: one copy a device, never an older over a newer. */
class Shelf {
  drafts: Draft[] = [];
  away = false;
  puts = 0;
  drops = 0;
  /** How long a change takes to arrive. */
  slowMs = 0;
  #clock = 0;

  for(device: string): DraftTransport {
    const reached = (): void => {
      if (this.away) throw new Error('away');
    };
    return {
      load: async () => {
        await Promise.resolve();
        reached();
        return this.drafts;
      },
      put: async (draft: DraftInput) => {
        const { slowMs } = this;
        await new Promise((arrived) => setTimeout(arrived, slowMs));
        reached();
        this.puts++;
        const kept = this.drafts.find((one) => one.device === device);
        if (kept && !follows(draft.counts, kept.counts)) return this.drafts;
        this.drafts = [
          ...this.drafts.filter((one) => one.device !== device),
          { ...draft, key: 'k', device, updatedAt: `2026-03-01T12:00:${String(this.#clock++).padStart(2, '0')}Z` },
        ];
        return this.drafts;
      },
      drop: async (counts) => {
        await Promise.resolve();
        reached();
        this.drops++;
        this.drafts = this.drafts.filter((one) => one.device !== device && !follows(counts, one.counts));
      },
    };
  }
}

let shelf: Shelf;
beforeEach(() => {
  vi.useFakeTimers();
  shelf = new Shelf();
});
afterEach(() => {
  vi.useRealTimers();
});

function open(device: string, browser = memoryStorage()) {
  const sheet = new DraftSheet(
    'k',
    device,
    { title: 'A cup', href: '/x' },
    shelf.for(device),
    browserStore(browser.storage),
  );
  return { sheet, browser, state: (): DraftState => sheet.stateOf(sheet.outbox.snapshot()) };
}

/** Puts a sheet back as the notice that it was thrown away does. */
function putBack(browser: ReturnType<typeof memoryStorage>, device: string, mirror: Mirror): void {
  const store = browserStore(browser.storage);
  store.set('draft', laterThan(store.get('draft', 'k'), mirror, device), 'k');
}

const pass = (ms: number): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);
const onServer = (device: string): unknown => shelf.drafts.find((one) => one.device === device)?.typed.remarks;

describe('a draft', () => {
  it('is in the browser at once, and on the server within a second of the change', async () => {
    const { sheet, browser, state } = open('phone');
    sheet.change({ remarks: 'qu' });
    expect([...browser.entries.values()][0]).toContain('"qu"');
    expect(state().kept).toBe('pending');
    await pass(500);
    expect([onServer('phone'), state().kept]).toEqual(['qu', 'kept']);
  });

  it('goes over while typing goes on, not only once it stops', async () => {
    const { sheet } = open('phone');
    for (let i = 0; i < 20; i++) {
      sheet.change({ remarks: `word ${i}` });
      await pass(150);
      if (i > 6) expect(Number(String(onServer('phone')).slice(5))).toBeGreaterThanOrEqual(i - 6);
    }
    expect(shelf.puts).toBeLessThan(20);
  });

  it('stays in the browser while the server is away and goes over by itself when it is back', async () => {
    const { sheet, state } = open('phone');
    shelf.away = true;
    sheet.change({ remarks: 'fig' });
    await pass(3000);
    expect(state().kept).toBe('here only');
    shelf.away = false;
    await pass(3000);
    expect([onServer('phone'), state().kept]).toEqual(['fig', 'kept']);
  });

  it('is there when the sheet is opened again, from the browser or, where that was lost, from the server', async () => {
    const first = open('phone');
    first.sheet.change({ remarks: 'fig' });
    await pass(500);
    expect(open('phone', first.browser).sheet.mirror?.typed).toEqual({ remarks: 'fig' });
    const emptied = open('phone');
    expect(emptied.sheet.mirror).toBeNull();
    expect(await emptied.sheet.open()).toEqual({ remarks: 'fig' });
  });

  it('that the browser holds is newer than the server’s copy is the one that stands, and is sent', async () => {
    const first = open('phone');
    first.sheet.change({ remarks: 'fig' });
    await pass(500);
    first.sheet.change({ remarks: 'fig and date' });
    const again = open('phone', first.browser);
    expect(await again.sheet.open()).toBeNull();
    expect(again.sheet.mirror?.typed).toEqual({ remarks: 'fig and date' });
    await pass(500);
    expect(onServer('phone')).toBe('fig and date');
  });

  it('is carried on where a crash took the browser’s last writes and the name of the window', async () => {
    const first = open('window-1');
    first.sheet.change({ remarks: 'fig' });
    const behind = memoryStorage();
    behind.storage.setItem('slow-crest.draft.k', first.browser.storage.getItem('slow-crest.draft.k') ?? '');
    first.sheet.change({ remarks: 'fig and date' });
    await pass(500);
    const second = open('window-2', behind);
    expect(await second.sheet.open()).toEqual({ remarks: 'fig and date' });
    expect(second.state().others).toEqual([]);
  });

  it('from before drafts were counted is not lost', () => {
    const browser = memoryStorage();
    browser.storage.setItem('slow-crest.draft.k', JSON.stringify({ remarks: 'old' }));
    expect(open('phone', browser).sheet.mirror).toEqual({ counts: {}, typed: { remarks: 'old' } });
    browser.storage.setItem('slow-crest.draft.k', 'no json {');
    expect(open('phone', browser).sheet.mirror).toBeNull();
  });

  it('is forgotten for good, even with a change still under way', async () => {
    const { sheet } = open('phone');
    sheet.change({ remarks: 'fig' });
    await pass(500);
    sheet.change({ remarks: 'fig!' });
    sheet.outbox.leave();
    void sheet.discard();
    await pass(5000);
    expect([shelf.drafts, sheet.mirror]).toEqual([[], null]);
  });

  it('is forgotten at once, and once more after a change that was under way', async () => {
    const { sheet } = open('phone');
    shelf.slowMs = 1500;
    sheet.change({ remarks: 'fig' });
    await pass(300);
    void sheet.discard();
    await pass(10);
    // The page may be gone before the change has arrived.
    expect(shelf.drops).toBe(1);
    await pass(5000);
    expect([shelf.drafts, shelf.puts, shelf.drops]).toEqual([[], 1, 2]);
  });

  it('is sent at once when the page goes away, though an earlier change is still under way', async () => {
    const { sheet } = open('phone');
    shelf.slowMs = 3000;
    sheet.change({ remarks: 'fig' });
    await pass(300);
    sheet.change({ remarks: 'fig jam' });
    shelf.slowMs = 20;
    sheet.outbox.leave();
    await pass(30);
    expect(onServer('phone')).toBe('fig jam');
    // The earlier one arrives later, and changes nothing.
    await pass(5000);
    expect([onServer('phone'), shelf.puts]).toEqual(['fig jam', 2]);
  });

  it('is sent once more when the page goes away before the server has answered', async () => {
    const { sheet } = open('phone');
    shelf.slowMs = 3000;
    sheet.change({ remarks: 'fig' });
    await pass(300);
    shelf.slowMs = 20;
    sheet.outbox.leave();
    await pass(30);
    expect(onServer('phone')).toBe('fig');
    await pass(5000);
    sheet.outbox.leave();
    await pass(100);
    expect(shelf.puts).toBe(2);
  });

  it('waits for what is under way before its sheet is saved, and sends nothing meanwhile', async () => {
    const { sheet } = open('phone');
    shelf.slowMs = 1500;
    sheet.change({ remarks: 'fig' });
    await pass(300);
    let still = true;
    void sheet.outbox.pause().then(() => (still = false));
    sheet.change({ remarks: 'fig jam' });
    sheet.outbox.leave();
    await pass(1000);
    expect(still).toBe(true);
    await pass(1000);
    expect([still, shelf.puts, onServer('phone')]).toEqual([false, 1, 'fig']);
    // Saved: one word to the server is enough, though the page be gone right after it.
    void sheet.discard();
    await pass(10);
    expect([shelf.drafts, shelf.drops]).toEqual([[], 1]);
    await pass(5000);
    expect([shelf.puts, shelf.drops]).toEqual([1, 1]);
  });

  it('whose sheet could not be saved is sent on, with what was typed meanwhile', async () => {
    const { sheet } = open('phone');
    sheet.change({ remarks: 'fig' });
    await sheet.outbox.pause();
    sheet.change({ remarks: 'fig jam' });
    await pass(3000);
    expect(shelf.puts).toBe(0);
    sheet.outbox.resume();
    await pass(10);
    expect(onServer('phone')).toBe('fig jam');
    sheet.change({ remarks: 'fig jam, cold' });
    await pass(500);
    expect(onServer('phone')).toBe('fig jam, cold');
  });

  it('that was thrown away can be put back, as a change later than the one forgotten', async () => {
    const { sheet, browser } = open('phone');
    sheet.change({ remarks: 'fig' });
    await pass(500);
    const { mirror } = sheet;
    await sheet.discard();
    putBack(browser, 'phone', mirror ?? { counts: {}, typed: {} });
    const again = open('phone', browser);
    await again.sheet.open();
    await pass(500);
    expect(onServer('phone')).toBe('fig');
  });
});

it('a sheet that was settled can be put back as it stood, later than the settling', async () => {
  const [phone, laptop] = [open('phone'), open('laptop')];
  phone.sheet.change({ remarks: 'fig' });
  laptop.sheet.change({ remarks: 'date' });
  await pass(500);
  const [theirs, { mirror }] = [laptop.state().others[0], laptop.sheet];
  if (!theirs || !mirror) throw new Error('Nothing was heard');
  laptop.sheet.resolveConflict(theirs, { remarks: 'fig' });
  await pass(500);
  putBack(laptop.browser, 'laptop', mirror);
  const again = open('laptop', laptop.browser);
  expect(await again.sheet.open()).toBeNull();
  expect(again.sheet.mirror?.typed).toEqual({ remarks: 'date' });
  await pass(500);
  expect(onServer('laptop')).toBe('date');
});

describe('two devices on one sheet', () => {
  async function apart() {
    const [phone, laptop] = [open('phone'), open('laptop')];
    phone.sheet.change({ remarks: 'fig' });
    laptop.sheet.change({ remarks: 'date' });
    await pass(500);
    await phone.sheet.outbox.look();
    return { phone, laptop };
  }

  it('hear of each other, and neither copy is overwritten', async () => {
    const { phone, laptop } = await apart();
    expect(phone.state().others.map(({ typed }) => typed.remarks)).toEqual(['date']);
    expect(laptop.state().others.map(({ typed }) => typed.remarks)).toEqual(['fig']);
    expect([onServer('phone'), onServer('laptop')]).toEqual(['fig', 'date']);
  });

  it('are one again once one of them has settled it; the other is offered what was settled', async () => {
    const { phone, laptop } = await apart();
    const theirs = laptop.state().others[0];
    if (!theirs) throw new Error('Nothing was heard');
    laptop.sheet.resolveConflict(theirs, { remarks: 'fig and date' });
    await pass(500);
    expect(laptop.state().others).toEqual([]);
    await phone.sheet.outbox.look();
    expect(phone.state().others.map(({ typed }) => typed.remarks)).toEqual(['fig and date']);
  });

  it('keep what the other has not taken in when one of them is saved', async () => {
    const { laptop } = await apart();
    await laptop.sheet.discard();
    expect([onServer('phone'), onServer('laptop')]).toEqual(['fig', undefined]);
  });
});
