import { describe, expect, it } from 'vitest';
import { FREE_EFFECT, PEAK_FACTOR_BY_STYLE, PEAK_LOG_SD, SIBLING_LOG_SD } from '../model/constants';
import { meanRidge } from '../report/confounding';
import { fitCrest, posteriorFor } from '../fit';
import { FIRST_CREST, gridOf } from '../model/grid';
import { covarianceOf, type EffectTerm } from '../model/likelihood';
import { cholesky, dot, whiten } from '../../numeric/linalg';
import { logPeakMoments, peakSummary } from '../report/peak';
import type { Posterior } from '../inference/posterior';
import { siblingInput, siblingPrior } from '../report/sibling';
import { bagOf, brewOf, REFERENCE, ridgeScore } from './samples';

/** What holds at the edges: each of these lines could be changed without another test noticing. */

const SHOT = { ...REFERENCE, style: 'espresso', brewer: 'espresso machine', doseG: 18, waterG: 40 } as const;

describe('the interval of the peak', () => {
  it('holds the median also where the interval prior points elsewhere', () => {
    const grid = gridOf(1);
    const early = FIRST_CREST + 12;
    const late = FIRST_CREST + 40;
    const masses = grid.logPeaks.map((_, p) => (p === early ? 0.6 : p === late ? 0.4 : 0));
    const posterior = { grid, marginal: () => masses } as unknown as Posterior;
    const onlyAt = (entry: number) => ({ factors: masses.map((_, p) => (p === entry ? 1 : 1e-9)), mass: 0.7 });
    const stated = peakSummary(posterior, onlyAt(late));
    expect(stated.lo).toBeLessThanOrEqual(stated.day);
    expect(stated.hi).toBeGreaterThan(2 * stated.day);
    const turned = masses.map((_, p) => (p === early ? 0.4 : p === late ? 0.6 : 0));
    const other = peakSummary({ grid, marginal: () => turned } as unknown as Posterior, onlyAt(early));
    expect(other.hi).toBeGreaterThanOrEqual(other.day);
    expect(other.lo).toBeLessThan(other.day / 2);
  });
});

describe('a style that borrows from another', () => {
  const input = (cups: number) =>
    bagOf(
      [8, 14, 20, 27, 34, 45].slice(0, cups).map((age) => brewOf(age, ridgeScore(age, 30))),
      { reference: SHOT },
    );
  const borrowed = (cups: number) => {
    const sibling = siblingInput(input(cups))!;
    const { posterior } = posteriorFor(sibling, []);
    return { prior: siblingPrior(posterior, sibling, input(cups)), own: logPeakMoments(posterior) };
  };

  it('is never less sure than without it', () => {
    // One cup tells next to nothing: its peak is as wide as the table, and the step between styles would widen it.
    const { prior, own } = borrowed(1);
    expect(Math.hypot(own.sd, SIBLING_LOG_SD)).toBeGreaterThan(PEAK_LOG_SD);
    expect(prior.logSd).toBe(PEAK_LOG_SD);
  });

  it('is moved and widened by the step between the styles', () => {
    const { prior, own } = borrowed(6);
    expect(prior.logSd).toBeCloseTo(Math.hypot(own.sd, SIBLING_LOG_SD), 12);
    expect(prior.days).toBeCloseTo(
      (Math.exp(own.mean) * PEAK_FACTOR_BY_STYLE.espresso) / PEAK_FACTOR_BY_STYLE.filter,
      9,
    );
  });

  it('asks the other style by a history moved back the same way', () => {
    const prior = { peak: { days: 36, logSd: 0.2, worth: 3 }, noise: { mean: 0, sd: 0.35 }, baselineMean: 80 };
    expect(siblingInput({ ...input(6), prior })?.prior?.peak).toEqual({
      days: (36 * PEAK_FACTOR_BY_STYLE.filter) / PEAK_FACTOR_BY_STYLE.espresso,
      logSd: 0.2,
      worth: 3,
    });
  });
});

describe('what confounding is measured by', () => {
  it('is what is lost when the effect may be ten times as large as it is thought to be', () => {
    const brews = [5, 8, 11, 14, 17, 20, 24, 28].map((age, i) =>
      brewOf(age, ridgeScore(age, 15), { brewer: i < 4 ? 'cone' : 'press' }),
    );
    const { posterior } = posteriorFor(bagOf(brews), []);
    const { data } = posterior;
    const h = meanRidge(posterior);
    const said = (terms: readonly EffectTerm[]): number => {
      const c = covarianceOf(data, terms, data.sigma0);
      cholesky(c, data.n);
      const white = h.slice();
      whiten(c, data.n, white);
      return dot(white, 0, white, 0, data.n);
    };
    const free = data.terms.map(({ column, priorSd }) => ({ column, priorSd: 10 * priorSd }));
    expect(FREE_EFFECT).toBe(10);
    const [confounded] = fitCrest(bagOf(brews)).confounded;
    expect(confounded?.share).toBeCloseTo(1 - said(free) / said([]), 9);
    expect(confounded?.share).toBeGreaterThan(0.15);
  });
});

describe('a cup held against itself', () => {
  it('says nothing, and is not of the bag for it', () => {
    const cup = brewOf(12, null, { id: 'alone' });
    const fit = fitCrest(bagOf([brewOf(8, 80), { ...cup, comparisons: [{ thanId: 'alone', was: 'better' }] }]));
    expect(fit.usable).toBe(1);
    expect(fit.brews.find(({ id }) => id === 'alone')?.leftOut).toBe('no-mark');
    const marked = brewOf(14, 84, { id: 'marked' });
    const plain = fitCrest(bagOf([brewOf(8, 80), marked]));
    const self = fitCrest(
      bagOf([brewOf(8, 80), { ...marked, comparisons: [{ thanId: 'marked', was: 'worse' as const }] }]),
    );
    expect(self.curve).toEqual(plain.curve);
  });
});
