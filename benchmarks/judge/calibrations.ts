import { type CrestFit, NOTICEABLE, stateOf } from '../../core/crest';
import { SIGMA0, type SimulatedBag } from '../simulate/brewing';
import { random } from '../simulate/random';
import { Calibration } from './measures';

/** What is stated of a bag, held against what was true of it; each case weighs as its family is believed to. */
export class Calibrations {
  readonly stated = {
    'in its window': new Calibration(),
    'past its crest': new Calibration(),
    'best fresh': new Calibration(),
    steady: new Calibration(),
  };
  steadySaid = 0;
  steadyWrong = 0;
  ranging = 0;

  /** Today is some day around the last brew. */
  add({ truth, input }: SimulatedBag, fit: CrestFit, weight: number, seed: number): void {
    const tried = input.brews.filter((brew) => brew.fault === null).map((brew) => brew.age);
    const today = Math.min(90, Math.max(...tried) + random(seed).whole(-10, 10));
    if (today < 0) return;
    // On a bag that never changes every day is a best day, and none is past.
    let trueBest = 0;
    truth.forEach((y, day) => (trueBest = y > truth[trueBest]! ? day : trueBest));
    const good = truth[trueBest]! - truth[today]! <= NOTICEABLE * SIGMA0;
    const range = rangeOf(Array.from(truth).slice(Math.min(...tried), Math.max(...tried) + 1));
    const everRange = rangeOf(Array.from(truth).slice(0, 61));
    this.stated['in its window'].add(fit.inWindow[today]!, good, weight);
    this.stated['past its crest'].add(fit.fading[today]!, !good && today > trueBest, weight);
    // A bag that hardly changes has no best day to be right about.
    if (everRange > NOTICEABLE * SIGMA0)
      this.stated['best fresh'].add(fit.fresh / (1 - fit.shapes.flat), trueBest <= 1, weight);
    this.stated.steady.add(fit.steady ?? 0, range < SIGMA0, weight);
    const saysSteady = stateOf(fit, today, false).state === 'steady';
    if (saysSteady) this.steadySaid++;
    if (range > 3 * SIGMA0) {
      this.ranging++;
      if (saysSteady) this.steadyWrong++;
    }
  }
}

const rangeOf = (values: readonly number[]): number => Math.max(...values) - Math.min(...values);
