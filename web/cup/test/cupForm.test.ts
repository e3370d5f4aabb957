import { describe, expect, it } from 'vitest';
import { cup as cupSchema, cupInput, type Cup } from '../../../contract/cup';
import { LEVELS } from '../../../core/cup';
import { cupValues, emptyCup, levelWords, typedCup, type CupForm } from '../cupForm';

const form = (differently: Partial<CupForm> = {}): CupForm => ({ ...emptyCup('mark10'), ...differently });
const read = (cup: CupForm) => cupInput.safeParse(cupValues(cup));

describe('a cup as typed', () => {
  it('is an empty cup while nothing was written', () => {
    expect(read(form({ levels: { body: undefined, acidity: { level: '', adequacy: '' } } })).data).toEqual(
      cupInput.parse({ scoringScale: 'mark10', mark: null }),
    );
  });

  it('takes marks in its own scale', () => {
    expect(read(form({ mark: '8,4' })).data?.mark).toBe(8.4);
    expect(read({ ...emptyCup('levels'), mark: 'high 4' }).data?.mark).toBe(4 + 1 / 3);
    expect(read({ ...emptyCup('sum100'), balance: '7.75' }).data).toMatchObject({ balance: 7.75, mark: null });
    expect(read({ ...emptyCup('stars'), mark: '4.3' }).error?.issues[0]).toMatchObject({
      path: ['mark'],
      message: 'This mark goes in steps of 0.25',
    });
    expect(read(form({ mark: 'good' })).error?.issues[0]?.path).toEqual(['mark']);
  });

  it('takes levels, adequacies, both or either, and refuses what is no level', () => {
    const levels = { body: { level: 'low 3', adequacy: '' }, acidity: { level: '', adequacy: 'too much' } };
    expect(read(form({ levels })).data?.levels).toEqual([
      { attribute: 'body', level: '3-', adequacy: null },
      { attribute: 'acidity', level: null, adequacy: 'too much' },
    ]);
    expect(read(form({ levels: { body: { level: '7', adequacy: '' } } })).error?.issues[0]?.path).toEqual([
      'levels',
      0,
      'level',
    ]);
  });

  it('keeps the words of each line, with the one still under the fingers', () => {
    const words = {
      ...emptyCup('mark10').words,
      'hot-nose': { set: ['quince'], typing: ' attic , damso' },
      cup: { set: [], typing: '  ' },
    };
    expect(read(form({ words })).data?.words).toEqual(
      ['quince', 'attic', 'damso'].map((typed) => ({ typed, line: 'hot-nose' })),
    );
  });

  it('comes back as it was typed, whatever was in it', () => {
    const whole: Cup = cupSchema.parse({
      ...cupInput.parse({
        scoringScale: 'levels',
        mark: 4 - 1 / 3,
        aroma: 8,
        levels: LEVELS.map((level, i) => ({ attribute: `a${i}`, level, adequacy: 'just right' })),
        finishS: 12.5,
        dryness: 'some',
        textures: ['silky'],
        markAt: 'cool',
        company: 'panel',
        milkKind: 'oat',
        notes: 'long',
      }),
      words: [{ id: 'quince', typed: 'Quinces', line: 'cool-second' }],
      nag: { said: 'green', tapped: ['green'], resolvedWith: null, dropped: false },
    });
    const { words, ...back } = read(typedCup(whole)).data ?? {};
    const { words: _, ...rest } = whole;
    expect(back).toEqual(rest);
    expect(words).toEqual([{ typed: 'Quinces', line: 'cool-second' }]);
  });

  it('carries along a search for a word that is over, and ends one that is switched off', () => {
    const over = cupSchema.parse({
      ...cupInput.parse({ scoringScale: 'mark10', mark: 8 }),
      words: [],
      nag: { said: 'green', tapped: [], resolvedWith: 'lime', dropped: false },
    });
    expect(read(typedCup(over)).data?.nag).toEqual(over.nag);
    const going = typedCup({ ...over, nag: { said: 'green', tapped: [], resolvedWith: null, dropped: false } });
    expect(read({ ...going, nag: { ...going.nag, on: false } }).data?.nag).toBeNull();
  });
});

it('a typed level is said in words', () => {
  expect([levelWords('4-'), levelWords(''), levelWords('9')]).toEqual(['low 4', null, null]);
});
