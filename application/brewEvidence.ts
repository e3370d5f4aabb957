import type { Brew } from '../contract/bag/brew';
import type { Settings } from '../contract/settings';
import type { Verdict } from '../contract/bag/verdict';
import {
  assessBrew,
  brewKindOf,
  standingOf,
  TASTES,
  type Bed,
  type BrewEvidence,
  type Measurements,
} from '../core/brew';
import type { Fault, Recipe, Standing, Taste } from '../core/brew';
import { NOTICEABLE } from '../core/crest';
import { complaintsOf, type GivenIntensity, type Progress } from '../core/cup';
import type { SlipEvidence } from './slips';

/** A cup that asks what to change next: kept, or still being written. */
export interface AskingCup extends Omit<Measurements, 'kind'> {
  /** Null while it is not kept. */
  id: string | null;
  style: string;
  brewer: string;
  waterC: number | null;
  pressureBar: number | null;
  /** The recipe that was followed; null where nobody knows. */
  recipe: Recipe | null;
  tastes: readonly Taste[];
  intensities: readonly Pick<GivenIntensity, 'attribute' | 'adequacy'>[];
  bed: Bed | null;
  fault: Fault | null;
  /** On the common scale; null where it is not marked. */
  score: number | null;
  /** Against the cups before it, in the taster's own word, which counts before the mark. */
  progress: Progress | null;
}

/** What of its bag and household a cup is read by. */
export interface CupCompany {
  /** The log of its bag, the newest first. */
  brews: readonly Brew[];
  verdict: Pick<Verdict, 'brews' | 'sigma0' | 'compareWith'> & SlipEvidence;
  settings: Pick<Settings, 'readsSigns' | 'intensityAttributes'>;
}

/** A kept brew, as it asks for advice. */
export function askingCup({ id, making, cup, ...brew }: Brew, verdict: CupCompany['verdict']): AskingCup {
  return {
    ...brew,
    id,
    score: verdict.brews.find((one) => one.id === id)?.asScored ?? null,
    recipe: making?.recipe ?? null,
    tdsPercent: making?.tdsPercent ?? null,
    beverageG: making?.beverageG ?? null,
    pressureBar: making?.pressureBar ?? null,
    tastes: making?.tastes ?? [],
    bed: making?.bed ?? null,
    intensities: cup.intensities,
    progress: cup.progress,
  };
}

const STANDING_SAID: Readonly<Record<Progress, Standing>> = {
  'best yet': 'among the best',
  'a step down': 'below',
};

/** What advice rests on: the cup itself, and where it stands among the others of its bag. */
export function brewEvidence(cup: AskingCup, { brews, verdict, settings }: CupCompany): BrewEvidence {
  const { id, style, brewer, recipe, score, bed } = cup;
  const kind = recipe?.kind ?? brewKindOf({ brewer, style });
  const complaints = complaintsOf(cup.intensities);
  const nameOf = (attribute: string): string =>
    settings.intensityAttributes.find((one) => one.id === attribute)?.name ?? attribute;
  const judged = new Map(verdict.brews.map((one) => [one.id, one.leftOut === null ? one.asScored : null]));
  const scoreOf = (one: Brew): number[] => [judged.get(one.id) ?? null].filter((given) => given !== null);
  const noticeable = NOTICEABLE * verdict.sigma0;
  const others = brews.filter((one) => one.id !== id);
  const marked = score === null ? null : standingOf(score, others.flatMap(scoreOf), noticeable);
  const standing = cup.progress === null ? marked : STANDING_SAID[cup.progress];
  const isLiked = (one: Brew): boolean => {
    if (one.cup.progress !== null) return STANDING_SAID[one.cup.progress] === 'among the best';
    const rest = brews.filter(({ id: other }) => other !== one.id);
    return scoreOf(one).some((given) => standingOf(given, rest.flatMap(scoreOf), noticeable) === 'among the best');
  };
  const alike = others.filter((one) => one.style === style && one.brewer === brewer && one.drainS !== null);
  const at = id === null ? -1 : brews.findIndex((one) => one.id === id);
  return {
    ...cup,
    kind,
    band: recipe?.drain ?? null,
    likedS: alike.filter(isLiked).map(({ drainS }) => drainS ?? 0),
    extractionPercent: assessBrew({ ...cup, kind }).extraction?.percent ?? null,
    tdsTarget: recipe?.tdsTarget ?? null,
    tastes: TASTES.filter(
      (taste) => cup.tastes.includes(taste) || complaints.some((complaint) => complaint.taste === taste),
    ),
    complaints: complaints
      .filter(({ taste }) => taste === null)
      .map(({ adequacy, attribute }) => `${adequacy} ${nameOf(attribute)}`),
    standing,
    beds: [bed, ...brews.slice(at + 1).map((one) => one.making?.bed ?? null)],
    readsSigns: settings.readsSigns,
  };
}
