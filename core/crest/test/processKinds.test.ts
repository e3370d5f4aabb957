import { expect, it } from 'vitest';
import { processKindOf, PROCESS_SUGGESTIONS } from '..';

it.each([
  ['washed', 'washed'],
  ['  Wet-hulled ', 'washed'],
  ['Lavé', 'washed'],
  ['unwashed', 'natural'],
  ['sun-dried natural', 'natural'],
  ['dry', 'natural'],
  ['Pulped natural', 'honey'],
  ['semi-washed', 'honey'],
  ['yellow honey', 'honey'],
  ['double fermentation', 'extended-fermentation'],
  ['anaerobic natural', 'extended-fermentation'],
  ['carbonic maceration', 'extended-fermentation'],
  ['thermal shock', 'extended-fermentation'],
  ['nitrogen-flushed', 'extended-fermentation'],
  ['extended-fermentation', 'extended-fermentation'],
  ['natural, decaffeinated with water', 'decaffeinated'],
  ['moon-dried', null],
  ['', null],
])('%s rests like %s', (typed, kind) => expect(processKindOf(typed)).toBe(kind));

it('knows the kind of every process it offers', () => {
  for (const offered of PROCESS_SUGGESTIONS) expect(processKindOf(offered)).not.toBeNull();
});
