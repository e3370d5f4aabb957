import type { Bag } from '../contract/bag/bag';
import type { BrewInput } from '../contract/bag/brew';
import type { Prediction } from '../contract/palate/palate';
import { ENGINE_VERSION, type CrestBrew, type CrestInput, type Foretold, type TasterPrior } from '../core/crest';
import { ATTRIBUTES, judgedScore, scoreOfCup } from '../core/cup';
import { fitInput, type LoggedBrew } from './judgeBag';

/** What is asked of the engine before a cup is kept: the bag with the cups before it, and the cup. */
export interface Foretelling {
  input: CrestInput;
  asked: CrestBrew;
}

const ASKED = 'the cup to come';

/** A cup that is written down and not kept yet, as the engine is given one. */
function unkept(bag: Bag, id: string, { cup, making, liveId: _, revision: __, ...brew }: BrewInput): LoggedBrew {
  return {
    ...brew,
    id,
    bagId: bag.id,
    revision: 0,
    createdAt: '',
    making: making && { ...making, recipe: null },
    cup: { ...cup, descriptors: [] },
    score: scoreOfCup(cup),
  };
}

/** A cup as if nothing had been said of how it was. */
const unsaid = ({ cup, ...brew }: BrewInput): BrewInput => ({
  ...brew,
  cup: {
    ...cup,
    ...Object.fromEntries(ATTRIBUTES.map((attribute) => [attribute, null])),
    mark: null,
    progress: null,
    parts: [],
    intensities: [],
    comparisons: [],
  },
});

/**
 * The question whose answer is kept with a cup: what do the cups before it foretell of it?
 *
 * @param beside cups that are kept together with it, which it was held against, by ids of their own: what they were
 * like is not known beforehand
 */
export function foretelling(
  bag: Bag,
  before: readonly LoggedBrew[],
  prior: TasterPrior | null,
  brew: BrewInput,
  beside: readonly { id: string; brew: BrewInput }[] = [],
): Foretelling {
  const others = beside.map(({ id, brew: other }) => unkept(bag, id, unsaid(other)));
  const { brews, ...input } = fitInput(bag, [unkept(bag, ASKED, brew), ...before, ...others], prior);
  const [first, ...earlier] = brews;
  if (!first) throw new Error('The cup to come is no brew');
  return { input: { ...input, brews: earlier }, asked: first };
}

/** What is kept of an answer, beside the cup: with what a taster without an engine would have expected. */
export function predictionOf(
  foretold: Foretold,
  bag: Bag,
  before: readonly LoggedBrew[],
): Omit<Prediction, 'brewId' | 'madeAt'> {
  const marked = before
    .filter(({ fault, style }) => fault === null && style === bag.reference.style)
    .flatMap(({ brewedAt, cup }) => {
      const score = judgedScore(cup, bag.weights);
      return score === null ? [] : [{ at: Date.parse(brewedAt), score }];
    })
    .sort((a, b) => a.at - b.at);
  return {
    ...foretold,
    engineVersion: ENGINE_VERSION,
    weights: bag.weights,
    last: marked.at(-1)?.score ?? null,
    best: marked.length === 0 ? null : Math.max(...marked.map(({ score }) => score)),
  };
}
