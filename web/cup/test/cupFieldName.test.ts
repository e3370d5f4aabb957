import { expect, it } from 'vitest';
import { cupFieldName } from '../cupFieldName';

it('a field of the cup is called as on the sheet; what is no part of the cup is passed over', () => {
  expect(cupFieldName(['cup', 'remarks'])).toBe('In your words');
  expect(cupFieldName(['cup', 'descriptors', 'cup', 'set'])).toBe('Notes');
  expect(cupFieldName(['cup', 'descriptors', 'hot-nose', 'set'])).toBe('Hot, nose');
  expect(cupFieldName(['cup', 'descriptors', 'hot-nose', 'typing'])).toBe('Hot, nose, being typed');
  expect(cupFieldName(['cup', 'intensities', 'stone-fruit', 'adequacy'])).toBe('Stone fruit, how it was liked');
  expect(cupFieldName(['making', 'tdsPercent'])).toBe('Dissolved solids');
  expect([
    cupFieldName(['cup', 'coolingFrom']),
    cupFieldName(['liveId']),
    cupFieldName(['cup', 'nag', 'ended']),
  ]).toEqual([null, null, null]);
});
