import { describe, expect, it } from 'vitest';
import {
  bareWord,
  labelAgainstCups,
  printedNotes,
  vocabularyOf,
  wordsInProse,
  wordsOverDays,
  type WordedCup,
} from '../words';

const vocabulary = vocabularyOf([bareWord('own', 'attic')]);
const cup = (restDay: number, ids: string[], remarks = ''): WordedCup => ({
  restDay,
  descriptors: ids.map((id) => ({ id })),
  remarks,
});

describe('the label against the cup', () => {
  it('reads what is printed, however it is divided', () => {
    expect(printedNotes('quince, rooibos / damson • fig and Cedar; ')).toEqual([
      'quince',
      'rooibos',
      'damson',
      'fig',
      'Cedar',
    ]);
    expect(printedNotes('')).toEqual([]);
  });

  it('says of each printed note whether it was found, or kin of it, or never; in how many cups and on which days', () => {
    const cups = [
      cup(9, ['nectarine']),
      cup(12, ['quince', 'nectarine']),
      cup(12, ['quince']),
      cup(20, [], 'Peach, and no rooibos at all.'),
    ];
    expect(labelAgainstCups(vocabulary, 'Quinces, apricot, rooibos, attic', cups)).toMatchObject([
      { printed: 'Quinces', outcome: 'found', cups: 2, days: [12], as: [] },
      { printed: 'apricot', outcome: 'close kin', cups: 3, days: [9, 12, 20], as: ['nectarine', 'peach'] },
      { printed: 'rooibos', outcome: 'never', cups: 0, days: [] },
      { printed: 'attic', outcome: 'never' },
    ]);
  });

  it('finds a printed word nobody knows where it stands in the prose', () => {
    expect(labelAgainstCups(vocabulary, 'moon dust', [cup(3, [], 'Moon-dust, faintly.')])).toMatchObject([
      { word: null, outcome: 'found', days: [3] },
    ]);
  });
});

describe('words in prose', () => {
  const read = (prose: string) => wordsInProse(vocabulary, prose).map(({ name }) => name);

  it('are found in the plural, the longest first, each once', () => {
    expect(read('Passion fruit and green apples; apricot jam on toast. Toast again.')).toEqual([
      'passion fruit',
      'green apple',
      'apricot jam',
      'toast',
    ]);
  });

  it('are left out where they are denied, up to the end of the clause', () => {
    expect(read('No quince, but damson. Never any clove')).toEqual(['damson']);
    expect(read('Quince without the clove')).toEqual(['quince']);
  });
});

describe('words over the days', () => {
  it('are counted by cup, most often first, each day once', () => {
    const cups = [cup(5, ['fig'], 'fig'), cup(9, ['fig', 'own']), cup(9, ['fig'])];
    expect(wordsOverDays(vocabulary, cups).map(({ word, cups: n, days }) => [word.name, n, days])).toEqual([
      ['fig', 3, [5, 9]],
      ['attic', 1, [9]],
    ]);
    expect(wordsOverDays(vocabulary, cups, 2)).toHaveLength(1);
  });

  it('says how far forward a printed note stood, where that was tapped', () => {
    const tapped = (restDay: number, prominence: 'leading' | 'behind' | 'a trace' | null): WordedCup => ({
      restDay,
      descriptors: [{ id: 'quince', prominence }],
      remarks: '',
    });
    const stands = (...cups: WordedCup[]) => {
      const [one] = labelAgainstCups(vocabulary, 'quince', cups);
      return [one?.leading, one?.traces];
    };
    expect(stands(tapped(5, 'leading'), tapped(6, 'behind'), tapped(7, 'a trace'))).toEqual([1, 1]);
    expect(stands(tapped(5, null), cup(6, [], 'Quince again.'))).toEqual([0, 0]);
    // A general print stands where the foremost of its sharper words does.
    const both: WordedCup = {
      restDay: 8,
      descriptors: [
        { id: 'lime', prominence: 'a trace' },
        { id: 'lemon', prominence: 'leading' },
      ],
      remarks: '',
    };
    const [citrus] = labelAgainstCups(vocabulary, 'citrus', [both]);
    expect([citrus?.leading, citrus?.traces]).toEqual([1, 0]);
  });
});
