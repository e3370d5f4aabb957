import { brewKindOf } from './assessBrew';
import type { BrewParameters } from './kinds';
import { LONG_S, planOf } from './bench/plan';
import { STARTER_RECIPES } from './starters';

/** How long a brew of no known kind takes, and how long of that somebody pours, s. *Assumption*. */
const UNKNOWN = { brewS: 240, pourS: 60 } as const;

/**
 * How long a brew takes from its first water to the cup, and how long of that it needs the kettle, s: by the plan of
 * the
 * recipe this household begins with for its kind. Null for one that is made the day before.
 */
export function brewTimes({
  style,
  brewer,
}: Pick<BrewParameters, 'style' | 'brewer'>): { brewS: number; pourS: number } | null {
  const kind = brewKindOf({ style: style === 'milk' ? 'espresso' : style, brewer });
  const recipe = STARTER_RECIPES.find((one) => one.kind === kind);
  if (!recipe) return UNKNOWN;
  const { steps, endS } = planOf(recipe);
  if (endS >= LONG_S) return null;
  const pourS = Math.max(0, ...steps.filter(({ pours }) => pours).map(({ doneS }) => doneS));
  return { brewS: endS, pourS: Math.min(endS, pourS) };
}
