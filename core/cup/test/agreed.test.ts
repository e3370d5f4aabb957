import { describe, expect, it } from 'vitest';
import { bareWord, labelAgainstCups, notAgreed, vocabularyOf } from '../words';

const vocabulary = vocabularyOf([
  bareWord('own', 'attic'),
  { ...bareWord('dust', 'dusty shelf'), near: ['own', 'hay'] },
  { ...bareWord('sloe', 'hedge plum') },
]);

describe('words that were agreed on', () => {
  it('are all there is where there are any, by every name and spelling they have', () => {
    const typed = ['Quinces', 'attic', 'hedge plum', 'lime'];
    expect(notAgreed(vocabulary, 'quince, sloe; Attic', typed)).toEqual(['lime']);
    expect(notAgreed(vocabulary, '', typed)).toEqual([]);
  });

  it('may be words nobody has used yet', () => {
    expect(notAgreed(vocabulary, 'barn door', ['Barn door', 'barn'])).toEqual(['barn']);
  });
});

it('a word of one’s own has neighbours as any other, and is kin to them', () => {
  const outcome = (printed: string, id: string) =>
    labelAgainstCups(vocabulary, printed, [{ restDay: 9, descriptors: [{ id }], remarks: '' }])[0]?.outcome;
  expect([outcome('attic', 'dust'), outcome('hay', 'dust'), outcome('dusty shelf', 'hay')]).toEqual(
    Array<string>(3).fill('close kin'),
  );
  expect(outcome('quince', 'dust')).toBe('never');
});
