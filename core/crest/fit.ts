import { ageErrorsOf, logsOnTrueAge, type AgeError } from './model/assumedAge';
import { ADVISED_DAYS, SHAPE_SHARES, SHAPES, type ShapeShares } from './model/constants';
import { compareWith } from './report/compareWith';
import { bestMeanDay, curveOf } from './report/curve';
import { nodePosterior, type NodePosterior } from './inference/deviation';
import { drawCurves, type Draws } from './inference/draws';
import { claimedEffect, effectPerBrew, effectsOf, baselineMoments } from './report/effects';
import { confoundingOf } from './report/confounding';
import { designMatrix, type Setting } from './model/factors';
import { forgivingOf } from './report/forgiving';
import { FRESH_PEAK, gridOf, SCALE_NOISE } from './model/grid';
import { dataOf } from './model/likelihood';
import { meanCurve } from './inference/meanCurve';
import { latestChanges, optionsOf } from './report/options';
import { evidenceOf, peakByDay, peakSummary } from './report/peak';
import { noiseMoments, type Posterior } from './inference/posterior';
import { entryWeights, peakWeightsOf, priorPeak, intervalPriorOf, type IntervalPrior } from './model/prior';
import { siblingPrior, siblingInput } from './report/sibling';
import { outliersOf } from './report/outliers';
import type { Basis, CrestBrew, CrestFit, CrestInput, ReadBrew } from './model/types';
import { sketchOf } from './report/sketch';
import { tastedScores } from './inference/tasted';
import { askedBrew, leftOutOf, usableBrews, type UsableBrew } from './model/usable';
import { posteriorOf } from './inference/weighCells';
import { dayProbabilities, spans, steadyProbability } from './report/window';

/**
 * Fits one bag: the score its reference recipe would get on each rest day 0 … 90, when that is best, and what the
 * recipe did to each brew. Answers for any number of brews from none on; what it cannot know shows as wide intervals.
 *
 * The model, per series, scores in points and x = ln rest age:
 *
 *     y = baseline + A·h(x; component) + Σ recipe and taster effects + deviation(x) + noise
 *
 * with the priors of `constants.ts`; the shapes h are those of `SHAPES`, by their shares. A mark may be a gross error.
 * Inference is exact up to the grid: peak, components, noise and which marks are gross errors on nodes, the height a
 * cut-off normal, everything else Gaussian. The same input gives the same bytes on one JavaScript engine, in any order
 * of its brews.
 *
 * @param density 1 in use; 2 doubles every grid, for checking that no reported figure depends on it
 * @throws RangeError when σ₀ is not a positive number
 */
export function fitCrest(input: CrestInput, density = 1): CrestFit {
  const posed = posteriorFor(input, [], density);
  const { posterior, nodes, draws, brews, settings, claimed, sibling, intervalPrior, peakWeights, shares } = posed;
  const leftOut = leftOutOf(input);
  const { grid } = posterior;
  const marginal = posterior.marginal('peak');
  const byShape = posterior.marginal('shape');
  const mean = meanCurve(posterior, nodes);
  const curve = curveOf(mean, draws);
  const probabilities = dayProbabilities(draws, input.sigma0);
  const ages = brews.map(({ age }) => age);
  const effects = effectsOf(posterior, draws, settings, ages);
  const moved = effectPerBrew(posterior, draws, settings, ages);
  const tasted = tastedScores(posterior, draws, brews);
  const options = optionsOf(posterior, mean, draws, settings, effects, brews.length);
  const first = brews[0];
  const last = brews[brews.length - 1];

  return {
    usable: brews.length,
    sigma0: input.sigma0,
    peak: peakSummary(posterior, intervalPrior),
    fresh: marginal[FRESH_PEAK]!,
    shapes: Object.fromEntries(SHAPES.map((shape, i) => [shape, byShape[i]!])) as ShapeShares,
    peakProbability: peakByDay(grid, marginal),
    bagLikelihood: {
      peak: logsOnTrueAge(evidenceOf(marginal, entryWeights(peakWeights, shares)), grid.logPeaks, posed.ages),
      shapes: evidenceOf(
        byShape,
        SHAPES.map((shape) => shares[shape]),
      ),
      noise: noiseMoments(posterior),
      baseline: baselineMoments(posterior, draws),
    },
    curve,
    sketch: sketchOf(posterior, mean, draws),
    ...probabilities,
    ...spans(probabilities.inWindow),
    steady: first && last ? steadyProbability(draws, first.age, last.age, input.sigma0) : null,
    daysTried: first && last ? { from: first.age, to: last.age } : null,
    advisedDay: bestMeanDay(curve, ADVISED_DAYS.from, ADVISED_DAYS.to),
    effects,
    claimed: claimedEffect(posterior, draws, claimed),
    confounded: confoundingOf(posterior, brews, settings, input.reference),
    forgiving: forgivingOf(posterior, draws, settings, effects, brews),
    basis: basisOf(brews),
    outliers: outliersOf(posterior, draws, brews),
    options,
    mostInformation: mean.map((_, day) =>
      Math.max(...options.map(({ expectedInformation }) => expectedInformation[day]!)),
    ),
    compareWith: compareWith(posterior, draws, brews),
    latest: latestChanges(settings, brews.length),
    siblingStyle: sibling?.reference.style ?? null,
    brews: input.brews.map((brew): ReadBrew => {
      const at = brews.findIndex(({ id }) => id === brew.id);
      const score = at < 0 ? brew.overall : tasted[at]!;
      const atReference = at < 0 || score === null ? null : score - moved[at]!;
      const by = at < 0 ? (score === null ? null : 'mark') : sourceOf(brews[at]!);
      return { id: brew.id, age: brew.age, asScored: score, by, atReference, leftOut: leftOut(brew) };
    }),
  };
}

/** Where a usable brew's score is from. */
function sourceOf({ score, byLevels }: UsableBrew): 'mark' | 'levels' | 'comparisons' {
  return score === null ? 'comparisons' : byLevels ? 'levels' : 'mark';
}

function basisOf(brews: readonly UsableBrew[]): Basis {
  const count = (source: ReturnType<typeof sourceOf>): number =>
    brews.filter((brew) => sourceOf(brew) === source).length;
  return { marks: count('mark'), levels: count('levels'), comparisons: count('comparisons') };
}

/** A posterior with what it was made of. */
interface FittedModel {
  posterior: Posterior;
  nodes: NodePosterior[];
  draws: Draws;
  brews: UsableBrew[];
  settings: Setting[];
  /** What a claimed recipe is made of. */
  claimed: Setting['loadings'];
  sibling: CrestInput | null;
  /** How far the stated ages may be off; null where the roast date is known. */
  ages: AgeError[] | null;
  intervalPrior: IntervalPrior;
  peakWeights: Float64Array;
  shares: ShapeShares;
}

/**
 * The posterior of a bag, with its drawn curves.
 *
 * @param asked brews of which it is asked how they taste: of the bag or not yet
 * @throws RangeError when σ₀ is not a positive number
 */
export function posteriorFor(input: CrestInput, asked: readonly CrestBrew[], density = 1): FittedModel {
  if (!(input.sigma0 > 0))
    throw new RangeError(`The repeatability σ₀ must be a positive number of points, not ${input.sigma0}`);
  const known = usableBrews(input);
  const unknown = asked.filter(({ id }) => known.every((brew) => brew.id !== id)).map(askedBrew);
  const brews = [...known, ...unknown];
  const claimedRecipe = input.claimed?.style === input.reference.style ? input.claimed : null;
  const { terms, settings, claimed } = designMatrix(brews, input.reference, input.sigma0, claimedRecipe);
  const data = dataOf(input, brews, terms, new Set(asked.map(({ id }) => id)));
  const grid = gridOf(density, data.contrasts.length > 0 ? 'comparisons' : 'marks');
  const sibling = known.length === 0 ? siblingInput(input) : null;
  const ages = ageErrorsOf(input);
  // What a sibling says is of the stated ages already.
  const expectedAges = sibling ? null : ages;
  const peakPrior = sibling
    ? siblingPrior(posteriorFor(sibling, [], density).posterior, sibling, input)
    : priorPeak(input);
  const peakWeights = peakWeightsOf(
    grid.logPeaks,
    peakPrior,
    sibling ? null : input.restAdviceDays,
    input.prior?.advice,
    expectedAges,
  );
  const shares = input.prior?.shapes?.shares ?? SHAPE_SHARES;
  const posterior = posteriorOf(data, grid, { peakWeights, shares, noise: input.prior?.noise ?? SCALE_NOISE });
  const nodes = posterior.noiseNodes.map((noiseNode) => nodePosterior(posterior.data, noiseNode));
  const draws = drawCurves(posterior, nodes);
  const intervalPrior = intervalPriorOf(grid.logPeaks, peakPrior, expectedAges);
  return { posterior, nodes, draws, brews, settings, claimed, sibling, ages, intervalPrior, peakWeights, shares };
}
