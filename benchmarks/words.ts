import { performance } from 'node:perf_hooks';
import { bareWord, findDescriptors, DESCRIPTORS, suggester, vocabularyOf } from '../core/cup/words';
import { DESCRIPTIONS } from '../core/cup/test/descriptions';
import { median } from './timing';

/**
 * How long a suggestion takes at each key with 5 000 words of one's own, and how often the finder has the note that was
 * meant among its first five. Prints one line each; times are of this machine, so only their order of size means much.
 */
const OWN = 5000;
const FIRST = ['attic', 'cellar', 'garden', 'harbour', 'kitchen', 'meadow', 'orchard', 'pantry', 'quarry', 'river'];
const SECOND = DESCRIPTORS.map(({ name }) => name);
const own = Array.from({ length: OWN }, (_, i) =>
  bareWord(`own-${i}`, `${FIRST[i % FIRST.length]} ${SECOND[i % SECOND.length]} ${Math.floor(i / SECOND.length)}`),
);

const began = performance.now();
const suggest = suggester(vocabularyOf(own), new Map(own.map(({ id }, i) => [id, i % 7])));
console.log(`making the list of ${OWN + DESCRIPTORS.length} words: ${(performance.now() - began).toFixed(0)} ms, once`);

const times: number[] = [];
for (const name of [...SECOND, 'rasberry', 'quinze', 'cardamum', 'attic plum', 'orchard zzz', 'kitchen garden honey'])
  for (let keys = 1; keys <= name.length; keys++) {
    const typed = name.slice(0, keys);
    const from = performance.now();
    suggest(typed);
    times.push(performance.now() - from);
  }
times.sort((a, b) => a - b);
const at = (share: number): string => (times[Math.floor(share * (times.length - 1))] ?? 0).toFixed(1);
console.log(
  `a suggestion, over ${times.length} keystrokes: median ${median(times).toFixed(1)} ms, 99 in 100 within ${at(0.99)} ms, slowest ${at(1)} ms`,
);

const share = (
  likeness: (one: (typeof DESCRIPTIONS)[number]) => Parameters<typeof findDescriptors>[0],
  most: number,
): string =>
  `${DESCRIPTIONS.filter((one) => findDescriptors(likeness(one), most).some(({ descriptor }) => descriptor.name === one.meant)).length} of ${DESCRIPTIONS.length}`;
for (const [by, likeness] of [
  ['words and taps', ({ said, tapped }) => ({ said, tapped })],
  ['taps alone', ({ tapped }) => ({ said: '', tapped })],
  ['words alone', ({ said }) => ({ said, tapped: [] })],
] as const satisfies [string, (one: (typeof DESCRIPTIONS)[number]) => Parameters<typeof findDescriptors>[0]][])
  console.log(`the finder, by ${by}: among the first five ${share(likeness, 5)}, first ${share(likeness, 1)}`);
