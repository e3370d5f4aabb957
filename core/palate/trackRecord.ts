import type { Compared } from '../cup';

/** A cup that was foretold from the cups before it, and what it then was. Points of score, 0–100. */
export interface ForetoldCup {
  bagId: string;
  mean: number;
  /** The interval of probability 0.8. */
  lo: number;
  hi: number;
  /** Probability that it would be better than the best mark before it; null where there was none. */
  beatsBest: number | null;
  /** The mark of the cup before it, and the best of all before it. */
  last: number | null;
  best: number | null;
  /** Of cups it was held against: what each word was given, and the word that was said. */
  against: readonly (Record<Compared, number> & { was: Compared })[];
  /** Its mark; null where it was not marked. */
  score: number | null;
}

/** How far off, over cups that all were foretold by. */
export interface Misses {
  cups: number;
  /** Mean absolute misses, points: of the engine, of "the same as last time", of "as good as the best so far". */
  engine: number;
  last: number;
  best: number;
}

/** Stated probabilities of about one size, and how often what they were stated of happened. */
export interface CalibrationBin {
  said: number;
  happened: number;
  count: number;
}

export interface TrackRecord {
  /** Marked cups that were foretold, and those of them that fell inside the interval. */
  foretold: number;
  inside: number;
  /** Null while no cup had another one before it. */
  misses: Misses | null;
  /** Compared cups that were foretold, and those of them of which the likeliest word was said. */
  compared: number;
  likeliestSaid: number;
  bins: CalibrationBin[];
}

const BINS = 10;
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** How often the engine was right, by what it had said before each cup. */
export function trackRecord(cups: readonly ForetoldCup[]): TrackRecord {
  const marked = cups.flatMap((cup) => (cup.score === null ? [] : [{ ...cup, score: cup.score }]));
  const after = marked.flatMap(({ mean: foretold, last, best, score }) =>
    last === null || best === null
      ? []
      : [{ engine: Math.abs(score - foretold), last: Math.abs(score - last), best: Math.abs(score - best) }],
  );
  const words = cups.flatMap(({ against }) => against);
  return {
    foretold: marked.length,
    inside: marked.filter(({ lo, hi, score }) => lo <= score && score <= hi).length,
    misses:
      after.length === 0
        ? null
        : {
            cups: after.length,
            engine: mean(after.map(({ engine }) => engine)),
            last: mean(after.map(({ last }) => last)),
            best: mean(after.map(({ best }) => best)),
          },
    compared: words.length,
    likeliestSaid: words.filter((one) => one[one.was] >= Math.max(one.better, one.like, one.worse)).length,
    bins: binsOf([
      ...marked.flatMap(({ beatsBest, best, score }) =>
        beatsBest === null || best === null ? [] : [{ said: beatsBest, happened: score > best }],
      ),
      ...words.flatMap(({ better, worse, was }) => [
        { said: better, happened: was === 'better' },
        { said: worse, happened: was === 'worse' },
      ]),
    ]),
  };
}

/** Statements put together by tenths of what was said; tenths nobody spoke of are left out. */
function binsOf(statements: readonly { said: number; happened: boolean }[]): CalibrationBin[] {
  const bins = Array.from({ length: BINS }, (): (typeof statements)[number][] => []);
  for (const one of statements) bins[Math.min(BINS - 1, Math.floor(one.said * BINS))]?.push(one);
  return bins.flatMap((bin) =>
    bin.length === 0
      ? []
      : [
          {
            said: mean(bin.map(({ said }) => said)),
            happened: mean(bin.map(({ happened }) => Number(happened))),
            count: bin.length,
          },
        ],
  );
}
