import { describe, expect, it } from 'vitest';
import { browserStore } from '../browserStore';
import { memoryStorage } from './memoryStorage';

function inMemory(kept: Record<string, string> = {}) {
  const { storage, entries } = memoryStorage(kept);
  return { store: browserStore(storage), entries };
}

describe('what the browser keeps', () => {
  it('comes back as it was, each under its name and key, until it is removed', () => {
    const { store, entries } = inMemory();
    store.set('theme', 'dark');
    store.set('bench', [{ vigour: 'lively' }], 'one');
    store.set('bench', [{ bed: 'flat' }], 'two');
    expect([store.get('theme'), store.get('bench', 'one'), store.get('bench', 'two')]).toEqual([
      'dark',
      [{ vigour: 'lively' }],
      [{ bed: 'flat' }],
    ]);
    expect([store.keys('bench'), store.keys('draft')]).toEqual([['one', 'two'], []]);
    store.remove('bench', 'one');
    expect([store.get('bench', 'one'), [...entries.keys()]]).toEqual([
      null,
      ['slow-crest.theme', 'slow-crest.bench.two'],
    ]);
  });

  it('is read as earlier versions wrote it', () => {
    const { store } = inMemory({
      'slow-crest.theme': 'light',
      'slow-crest.cautions.cone': '2026-03-01',
      'slow-crest.draft.a': '{"notes":"quince"}',
      'slow-crest.draft.b': '{"counts":{"phone":2},"typed":{"notes":"fig"}}',
    });
    expect([store.get('theme'), store.get('cautions', 'cone')]).toEqual(['light', '2026-03-01']);
    expect(store.get('draft', 'a')).toEqual({ counts: {}, typed: { remarks: 'quince' } });
    expect(store.get('draft', 'b')).toEqual({ counts: { phone: 2 }, typed: { remarks: 'fig' } });
  });

  it('is nothing where it cannot be read, and no harm where there is no room', () => {
    const { store } = inMemory({
      'slow-crest.theme': 'sepia',
      'slow-crest.cooling': '{',
      'slow-crest.bench.x': '{"endedS":"soon"}',
      'slow-crest.draft.x': 'null',
    });
    expect([store.get('theme'), store.get('cooling'), store.get('bench', 'x'), store.get('draft', 'x')]).toEqual([
      null,
      null,
      null,
      null,
    ]);
    const { storage } = memoryStorage();
    const full = browserStore({
      ...storage,
      setItem: () => {
        throw new Error('no room');
      },
    });
    expect(full.set('theme', 'dark')).toBe(false);
  });
});
