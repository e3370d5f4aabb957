import type { ShelfBag } from '../morning';

export const reference = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 } as const;

/** A bag at its crest, but for what is said to be different. */
export function shelfBag(name: string, differently: Partial<ShelfBag> = {}): ShelfBag {
  return {
    id: name,
    name,
    state: 'at-crest',
    verdict: `Verdict of ${name}.`,
    frozen: false,
    finished: false,
    cupsLeft: 8,
    usable: 5,
    window: { from: '2026-02-25', to: '2026-03-05' },
    reference,
    ...differently,
  };
}
