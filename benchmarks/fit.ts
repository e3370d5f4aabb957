import { fitCrest, type CrestInput } from '../core/crest';
import { timed, timingText } from './timing';

/** How long one fit takes, by the number of brews; and how long a line of the command line's input. */
const reference = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 } as const;

function bag(count: number, phase: number): CrestInput {
  const brews = Array.from({ length: count }, (_, i) => {
    const age = 3 + Math.round((42 * i) / Math.max(1, count));
    const z = Math.log(age / 20) / (age < 20 ? 0.5 : 0.6);
    const overall = 86 - 12 * (1 - Math.exp(-0.5 * z * z)) + 2.5 * Math.sin(7.3 * i + phase) - (i % 3 === 1 ? 2 : 0);
    return {
      ...reference,
      id: String(i),
      age,
      overall,
      brewer: i % 3 === 1 ? 'press' : 'cone',
      waterC: 92 - 2 * (i % 2),
      recordedFrom: 'cup' as const,
      fault: null,
    };
  });
  return { roastLevel: 'light', process: 'washed', restAdviceDays: null, reference, brews, sigma0: 3.5 };
}

/** The same cups held against the one before each, and never marked. */
function compared(count: number, phase: number): CrestInput {
  const { brews, ...rest } = bag(count, phase);
  const words = ['better', 'worse', 'like'] as const;
  return {
    ...rest,
    brews: brews.map((brew, i) => ({
      ...brew,
      overall: null,
      comparisons: i === 0 ? [] : [{ thanId: String(i - 1), was: words[(i * 7) % 3]! }],
    })),
  };
}

for (const count of [13, 30]) {
  let run = 0;
  const times = await timed(20, 8, () => fitCrest(compared(count, run++)));
  console.log(`${String(count - 1).padStart(3)} comparisons: ${timingText(times)}`);
}

for (const count of [0, 3, 12, 60]) {
  let run = 0;
  const times = await timed(40, 15, () => fitCrest(bag(count, run++)));
  console.log(`${String(count).padStart(3)} brews: ${timingText(times)}`);
}
