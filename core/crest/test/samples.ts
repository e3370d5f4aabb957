import type { BrewParameters } from '../../brew/kinds';
import type { CrestBrew, CrestInput } from '../model/types';

/** Bags for tests. */
export const REFERENCE: BrewParameters = {
  style: 'filter',
  brewer: 'cone',
  doseG: 17,
  waterG: 272,
  waterC: 92,
  grindStep: 0,
};

let count = 0;

export function brewOf(age: number, overall: number | null, differently: Partial<CrestBrew> = {}): CrestBrew {
  return { ...REFERENCE, id: `b${count++}`, age, overall, recordedFrom: 'cup', fault: null, ...differently };
}

export function bagOf(brews: readonly CrestBrew[], differently: Partial<CrestInput> = {}): CrestInput {
  return {
    roastLevel: 'light',
    process: 'washed',
    restAdviceDays: null,
    reference: REFERENCE,
    brews,
    sigma0: 3.5,
    ...differently,
  };
}

/** A ridge with its peak at `peak` days, without noise. */
export function ridgeScore(
  age: number,
  peak: number,
  { baseline = 86, height = 12, rise = 0.5, fall = 0.6 } = {},
): number {
  const z = Math.log(Math.max(age, 0.5) / peak) / (age < peak ? rise : fall);
  return baseline - height * (1 - Math.exp(-0.5 * z * z));
}
