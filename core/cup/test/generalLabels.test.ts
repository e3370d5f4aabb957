import { describe, expect, it } from 'vitest';
import { bareWord, labelAgainstCups, vocabularyOf, type Outcome } from '../words';

/** A household with two words of its own: a general one, and one that belongs to a family. */
const vocabulary = vocabularyOf([
  bareWord('own-citrus', 'citrusy'),
  { ...bareWord('own-plum', 'hedge plum'), family: 'stone fruit' },
]);

/** What is printed, what was noted of the cup (ids, then prose after a bar), and what became of it. */
const LABELS: readonly (readonly [printed: string, noted: string, outcome: Outcome, as?: string])[] = [
  // General prints, found by sharper words.
  ['citrus', 'lime', 'found', 'lime'],
  ['Citrus fruit', 'bergamot, lemon', 'found', 'bergamot, lemon'],
  ['citrusy', 'quince', 'never'],
  ['stone fruit', 'nectarine', 'found', 'nectarine'],
  ['Stone Fruits', 'own-plum', 'found', 'hedge plum'],
  ['stonefruit', 'lychee', 'never'],
  ['floral', 'jasmine', 'found', 'jasmine'],
  ['floral', 'white-peach', 'found', 'white peach'],
  ['flowery', 'damson', 'never'],
  ['flowers', 'violet, rose', 'found', 'violet, rose'],
  ['berries', 'mulberry', 'found', 'mulberry'],
  ['forest fruits', 'bilberry', 'found', 'bilberry'],
  ['berry', 'mango', 'never'],
  ['red fruit', 'redcurrant', 'found', 'redcurrant'],
  ['red berries', 'cherry', 'found', 'cherry'],
  ['red fruit', 'blueberry', 'never'],
  ['dark fruit', 'damson', 'found', 'damson'],
  ['dark fruits', 'lemon', 'never'],
  ['tropical fruit', 'guava', 'found', 'guava'],
  ['tropical', 'pear', 'never'],
  ['dried fruit', 'prune', 'found', 'prune'],
  ['dried fruit', 'dried-mango', 'found', 'dried mango'],
  ['dried fruit', 'fig', 'never'],
  ['jammy', 'plum-jam', 'found', 'plum jam'],
  ['fruity', 'melon', 'found', 'melon'],
  ['fruit', 'cedar', 'never'],
  ['tea-like', 'oolong', 'found', 'oolong'],
  ['tea', 'mint', 'never'],
  ['herbal', 'thyme', 'found', 'thyme'],
  ['herbs', 'lime', 'never'],
  ['spice', 'clove', 'found', 'clove'],
  ['baking spices', 'cinnamon', 'found', 'cinnamon'],
  ['spicy', 'gingerbread', 'found', 'gingerbread'],
  ['nutty', 'pecan', 'found', 'pecan'],
  ['nuts', 'praline', 'found', 'praline'],
  ['nutty', 'oats', 'never'],
  ['chocolatey', 'cocoa-nib', 'found', 'cocoa nib'],
  ['syrup', 'molasses', 'found', 'molasses'],
  ['cereal', 'barley', 'found', 'barley'],
  ['woody', 'cedar', 'found', 'cedar'],
  ['earthy', 'leather', 'found', 'leather'],
  ['winey', 'port-wine', 'found', 'port wine'],
  ['fermented', 'lemon', 'never'],
  ['vegetal', 'raw-pea', 'found', 'raw pea'],
  ['savoury', 'broth', 'found', 'broth'],
  // General prints, found in the same general words.
  ['citrus', 'own-citrus', 'found'],
  ['stone fruit', '| Some stone fruit, soft.', 'found'],
  ['floral', '| Flowery at first.', 'found'],
  ['floral', '| Not floral, but long.', 'never'],
  ['fruit', '| Passion fruit, faintly.', 'found', 'passion fruit'],
  // Sharp prints, half found in general words; kin comes first, and the word itself before all.
  ['lime', 'own-citrus', 'in general', 'citrus'],
  ['apricot', '| Stone fruit, and honey.', 'in general', 'stone fruit'],
  ['jasmine', '| Very floral.', 'in general', 'flower'],
  ['clove', '| Spicy and warm.', 'in general', 'spice'],
  ['apricot', 'nectarine | Stone fruit.', 'close kin', 'nectarine'],
  ['lime', 'lime | Citrus.', 'found'],
  ['quince', '| Citrusy.', 'never'],
  ['lime', '| No citrus at all.', 'never'],
  ['hedge plum', '| Some stone fruit.', 'in general', 'stone fruit'],
  ['damson', '| Dark fruit, drying.', 'in general', 'dark fruit'],
  ['date', '| Passion fruit.', 'never'],
  ['honey', '| Sweet and long.', 'never'],
];

describe('families on labels and in cups', () => {
  for (const [printed, noted, outcome, as = ''] of LABELS)
    it(`“${printed}” against “${noted}” is ${outcome}`, () => {
      const [ids = '', remarks = ''] = noted.split('|');
      const descriptors = ids
        .split(',')
        .map((id) => ({ id: id.trim() }))
        .filter(({ id }) => id !== '');
      const [became] = labelAgainstCups(vocabulary, printed, [{ restDay: 9, descriptors, remarks }]);
      expect([became?.outcome, became?.as.join(', ')]).toEqual([outcome, as]);
      expect(became?.days).toEqual(outcome === 'never' ? [] : [9]);
    });

  it('are sixty labels or more', () => expect(LABELS.length).toBeGreaterThanOrEqual(60));
});
