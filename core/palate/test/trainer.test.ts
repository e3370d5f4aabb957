import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bareWord, vocabularyOf } from '../../cup/words';
import { OUTCOMES, type Outcome } from '../outcomes';
import { askedAgain, wordQuestion, type TrainerCard } from '../trainer';

const DAY_MS = 86_400_000;
const START = new Date('2026-03-01T08:00:00Z');
const days = (from: Date, card: TrainerCard): number => (Date.parse(card.dueAt) - from.getTime()) / DAY_MS;
const seeded = (seed: number) => {
  let state = (seed % 2147483646) + 1;
  return (limit: number): number => (state = (state * 48271) % 2147483647) % limit;
};

describe('a word that is asked back', () => {
  it('comes again the later, the better it went, and sooner once it was wrong', () => {
    const after = (outcome: Outcome) => days(START, askedAgain(null, outcome, START));
    expect(after('wrong')).toBeLessThanOrEqual(after('slowly'));
    expect(after('slowly')).toBeLessThan(after('right'));
    const first = askedAgain(null, 'right', START);
    const then = new Date(first.dueAt);
    const second = askedAgain(first, 'right', then);
    expect(days(then, second)).toBeGreaterThan(days(START, first));
    const lapsed = askedAgain(second, 'wrong', new Date(second.dueAt));
    expect(lapsed.lapses).toBe(1);
    expect(days(new Date(second.dueAt), lapsed)).toBeLessThan(days(then, second));
  });

  it('is always due in whole days to come, whatever was answered', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...OUTCOMES), { minLength: 1, maxLength: 12 }), (outcomes) => {
        let card: TrainerCard | null = null;
        let now = START;
        for (const outcome of outcomes) {
          card = askedAgain(card, outcome, now);
          expect(days(now, card)).toBeGreaterThanOrEqual(1);
          expect(Number.isFinite(card.stability)).toBe(true);
          now = new Date(card.dueAt);
        }
        expect(card?.reps).toBe(outcomes.length);
        // The same answers give the same days.
        expect(JSON.parse(JSON.stringify(card))).toEqual(card);
      }),
    );
  });
});

describe('the question for a word', () => {
  const vocabulary = vocabularyOf([
    {
      ...bareWord('own', 'Grandfather’s shed'),
      like: 'Like Grandfather’s shed in August: dust and twine',
      near: ['walnut'],
    },
    bareWord('bare', 'Something'),
  ]);

  it('has the right one among four, its neighbours first, and does not give it away', () => {
    const question = wordQuestion(vocabulary, 'own', seeded(3));
    expect(question?.options).toHaveLength(4);
    expect(question?.options.map(({ id }) => id)).toContain('own');
    expect(question?.options.map(({ id }) => id)).toContain('walnut');
    expect(new Set(question?.options.map(({ id }) => id)).size).toBe(4);
    expect(question?.like).toBe('Like … in August: dust and twine');
    expect(wordQuestion(vocabulary, 'bare', seeded(3))).toBeNull();
    expect(wordQuestion(vocabulary, 'nobody knows', seeded(3))).toBeNull();
  });

  it('puts the right one at any place', () => {
    const places = new Set(
      Array.from({ length: 40 }, (_, i) =>
        wordQuestion(vocabulary, 'quince', seeded(i))?.options.findIndex(({ id }) => id === 'quince'),
      ),
    );
    expect([...places].sort()).toEqual([0, 1, 2, 3]);
  });
});
