import { parseArgs } from 'node:util';
import { type CrestInput, fitCrest } from '../core/crest';
import { mean, regret } from './judge/measures';
import { simulateBag } from './simulate/brewing';
import { FAMILIES } from './simulate/families';
import { random } from './simulate/random';

/**
 * What one slip of the pen does to a bag's advice: the first digit of one mark is lost, 85 becomes 5. The same bags are
 * judged without it, with it, and with that mark left out, which is the floor: what it would have told is lost.
 */
const { values } = parseArgs({
  options: { bags: { type: 'string', default: '300' }, seed: { type: 'string', default: '2026' } },
});
const [bags, seed] = [Number(values.bags), Number(values.seed)];

/** The bag with one of its marks, of a sound brew, without its first digit; the brew's id. */
function slipped(input: CrestInput, at: number): { input: CrestInput; id: string } | null {
  const marked = input.brews.filter(({ overall, fault }) => fault === null && overall !== null && overall >= 10);
  const brew = marked[at % marked.length];
  if (!brew) return null;
  const overall = brew.overall! % 10;
  return {
    input: { ...input, brews: input.brews.map((one) => (one.id === brew.id ? { ...one, overall } : one)) },
    id: brew.id,
  };
}

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
const rows = Object.keys(FAMILIES).map((name, f) => {
  const [without, withSlip, leftOut]: number[][] = [[], [], []];
  const [named, soundBefore, soundAfter]: boolean[][] = [[], [], []];
  for (let b = 0; b < bags; b++) {
    const bagSeed = seed * 1_000_003 + f * 10_007 + b;
    const bag = simulateBag(name, bagSeed);
    const slip = slipped(bag.input, random(bagSeed + 5).whole(0, 1000));
    if (!slip) continue;
    const [sound, fit] = [fitCrest(bag.input), fitCrest(slip.input)];
    without!.push(regret(bag.truth, sound.advisedDay));
    withSlip!.push(regret(bag.truth, fit.advisedDay));
    const blank = bag.input.brews.map((one) => (one.id === slip.id ? { ...one, overall: null } : one));
    leftOut!.push(regret(bag.truth, fitCrest({ ...bag.input, brews: blank }).advisedDay));
    named!.push(fit.outliers.some(({ id }) => id === slip.id));
    soundBefore!.push(sound.outliers.length > 0);
    soundAfter!.push(fit.outliers.some(({ id }) => id !== slip.id));
  }
  const share = (of: boolean[] | undefined): number => mean((of ?? []).map(Number));
  return {
    family: name,
    share: FAMILIES[name]!.share,
    without: mean(without!),
    withSlip: mean(withSlip!),
    leftOut: mean(leftOut!),
    named: share(named),
    soundBefore: share(soundBefore),
    soundAfter: share(soundAfter),
  };
});

console.log(`${bags} bags of each family, seed ${seed}; regret in points of 100`);
console.table(
  rows.map(({ family, without, withSlip, leftOut, named, soundBefore, soundAfter }) => ({
    family,
    'regret without': without.toFixed(3),
    'with a slip': withSlip.toFixed(3),
    'mark left out': leftOut.toFixed(3),
    ratio: (withSlip / without).toFixed(2),
    'slip named': percent(named),
    'bags with a sound brew named, without a slip': percent(soundBefore),
    'and with one': percent(soundAfter),
  })),
);
const weighed = (of: (row: (typeof rows)[number]) => number): number =>
  rows.reduce((sum, row) => sum + row.share * of(row), 0) / rows.reduce((sum, row) => sum + row.share, 0);
const [before, after] = [weighed(({ without }) => without), weighed(({ withSlip }) => withSlip)];
const floor = weighed(({ leftOut }) => leftOut);
console.log(
  `by the believed shares: ${before.toFixed(3)} without, ${after.toFixed(3)} with a slip: ${(after / before).toFixed(3)} of it (mark left out ${(floor / before).toFixed(3)}); ` +
    `named ${percent(weighed(({ named }) => named))}; sound brews named in ${percent(weighed((row) => row.soundBefore))} of bags without and ${percent(weighed((row) => row.soundAfter))} with one`,
);
