import { fitCrest, historyOf, PROCESSES, priorFor, ROAST_LEVELS, type PastBag } from '../core/crest';
import { simulateBag } from './simulate/brewing';
import { FAMILIES } from './simulate/families';
import { timed, timingText } from './timing';

/** How long it takes to read a history of 500 finished bags and to ask it for the prior of every kind of bag. */
const BAGS = 500;
const families = Object.keys(FAMILIES);
const past = Array.from({ length: BAGS }, (_, b): PastBag => {
  const { input } = simulateBag(families[b % families.length]!, 40_009 + b, 1.2);
  return {
    roastLevel: input.roastLevel,
    process: input.process,
    style: 'filter',
    bagLikelihood: fitCrest(input).bagLikelihood,
  };
});
const kinds = ROAST_LEVELS.flatMap((roastLevel) =>
  PROCESSES.map((process) => ({ roastLevel, process, style: 'filter' as const })),
);
const times = await timed(10, 2, () => {
  const history = historyOf(past, [{ sd: 3, degrees: 20, sigma0: 3.5 }]);
  for (const kind of kinds) priorFor(history, kind);
});
console.log(`${BAGS} bags, priors of ${kinds.length} kinds: ${timingText(times)}`);
