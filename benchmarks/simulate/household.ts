import { REFERENCE, SIGMA0 } from './brewing';
import { anyFamily, FAMILIES, truthOf, type Truth } from './families';
import { random } from './random';
import { PROCESSES, tablePeakDays, type CrestBrew, type CrestInput } from '../../core/crest';

/** A bag on a simulated shelf. Days count from the first morning. */
export interface ShelvedBag {
  truth: Truth;
  roastedOn: number;
  cups: number;
  input: CrestInput;
}

/** A simulated household: its bags, its cups a day, and the errors of its marks. */
export interface SimulatedHousehold {
  bags: ShelvedBag[];
  cupsOn: number[];
  /** The error of the n-th cup of a bag, points. */
  error(bag: number, cup: number): number;
}

const CUPS_PER_DAY = [1, 1, 1, 1, 1, 2, 2];

/** 6–10 bags, roasted between 24 days before the first morning and 20 after it; one or two cups a day. */
export function simulateHousehold(seed: number, days: number): SimulatedHousehold {
  const rng = random(seed);
  const sigma = rng.logNormal(SIGMA0, 0.3);
  const bags = Array.from({ length: rng.whole(6, 10) }, (): ShelvedBag => {
    const roastLevel = rng.pick(['light', 'medium-light', 'medium'] as const);
    const process = rng.pick(PROCESSES);
    const truth = truthOf(
      FAMILIES[anyFamily(rng)]!.family,
      rng,
      tablePeakDays({ roastLevel, process, style: 'filter' }),
    );
    return {
      truth,
      roastedOn: rng.whole(-24, 20),
      cups: Math.floor(rng.pick([150, 200, 250, 250, 350]) / REFERENCE.doseG),
      input: { roastLevel, process, restAdviceDays: null, reference: REFERENCE, brews: [], sigma0: SIGMA0 },
    };
  });
  const errors = bags.map(() => Array.from({ length: 200 }, () => rng.normal(0, sigma)));
  return {
    bags,
    cupsOn: Array.from({ length: days }, (_, day) => CUPS_PER_DAY[day % 7]!),
    error: (bag, cup) => errors[bag]![cup]!,
  };
}

/** The mark of a cup, one decimal on a scale of 10, as a brew of the log. */
export function markedCup(age: number, quality: number, error: number, id: string): CrestBrew {
  const overall = Math.min(100, Math.max(0, Math.round(quality + error)));
  return { ...REFERENCE, id, age, recordedFrom: 'cup', fault: null, overall };
}
