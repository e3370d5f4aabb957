import type { InstrumentKind } from '../../../contract/bench/instrument';
import { estimatedBeverageG, KIND_TRAITS } from '../../../core/brew';
import type { Instrument, Subject } from '../instrument';
import { unitNoise } from './noise';
import { pouringOf } from './pouring';
import { simulate, type Simulation } from './simulated';

/** What was drawn out of the dose, percent, give or take; and the pH of a cup. */
const EXTRACTION = { mean: 19.6, spread: 1.2 };
const PH = { mean: 5, spread: 0.12 };
/** A kettle off its base cools by about this much a second, °C. */
const COOLING_C_PER_S = 0.02;

type Model = (subject: Subject) => Pick<Simulation, 'perSecond' | 'truth' | 'noise' | 'driftPerS' | 'settlingS'>;

const MODELS: Readonly<Record<InstrumentKind, Model>> = {
  scale: ({ recipe, settings, seed }) => ({
    perSecond: 10,
    truth: pouringOf(recipe, settings.hand, seed).weightAt,
    noise: 0.1,
    driftPerS: 0.0005,
    settlingS: 0.3,
  }),
  thermometer: ({ recipe, seed }) => ({
    perSecond: 2,
    truth: (s) => (recipe.waterC ?? 93) + 0.6 * unitNoise(seed)() - COOLING_C_PER_S * Math.max(0, s),
    noise: 0.1,
    driftPerS: 0,
    settlingS: 1,
  }),
  refractometer: ({ recipe, seed }) => {
    const extraction = EXTRACTION.mean + EXTRACTION.spread * unitNoise(seed)();
    const liquidG =
      KIND_TRAITS[recipe.kind].contact === 'immersion'
        ? recipe.waterG
        : estimatedBeverageG(recipe.kind, recipe.waterG, recipe.doseG);
    const tds = (extraction * recipe.doseG) / liquidG;
    // A warm drop reads high until it has taken the temperature of the prism.
    return {
      perSecond: 2,
      truth: (s) => tds * (1 + 0.12 * Math.exp(-Math.max(0, s) / 3)),
      noise: 0.008,
      driftPerS: 0,
      settlingS: 0,
    };
  },
  'ph-pen': ({ seed }) => {
    const ph = PH.mean + PH.spread * unitNoise(seed)();
    return {
      perSecond: 2,
      truth: (s) => ph + (7 - ph) * Math.exp(-Math.max(0, s) / 2.5),
      noise: 0.01,
      driftPerS: 0,
      settlingS: 0,
    };
  },
};

/** A simulated instrument beside a brew; null when it is not connected. */
export function simulatedInstrument(kind: InstrumentKind, subject: Subject): Instrument | null {
  const behaviour = subject.settings.connected[kind];
  if (behaviour === undefined) return null;
  return simulate({ kind, behaviour, seed: subject.seed, clock: subject.clock, ...MODELS[kind](subject) });
}
