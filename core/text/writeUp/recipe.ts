import { brewKindOf, ratio, roundTo } from '../../brew';
import { BESIDE_RECIPE, type Effect } from '../../crest';
import type { Section } from '../../writeUp';
import { claimedRecipeText } from '../bag/claimedRecipe';
import { differenceText } from '../sitting';
import { temperatureText, weightText, type Units } from '../units';
import { confoundedSentence, effectChangeText, effectText, settingText } from '../bag/verdict';
import { capitalised, likelihoodWord } from '../words';
import type { BagFacts, RecipeFacts } from './facts';
import { listed, lowered, passage, section, sentence } from './saying';

/** A setting is said to have done something from this probability on. */
const SAID_FROM = 0.8;
const MOST_EFFECTS = 3;

/** "Cone, 17 g of coffee to 272 g of water, 1 to 16, at 92 °C". */
export function recipeLine({ brewer, style, doseG, waterG, waterC, name }: RecipeFacts, units: Units): string {
  const isShot = brewKindOf({ brewer, style }) === 'espresso';
  const amounts = isShot
    ? `${weightText(doseG, units)} in, ${weightText(waterG, units)} out`
    : `${weightText(doseG, units)} of coffee to ${weightText(waterG, units, 0)} of water, 1 to ${roundTo(ratio(waterG, doseG), 1)}`;
  const heat = waterC === null ? '' : `, at ${temperatureText(waterC, units)}`;
  return `${capitalised(brewer)}: ${amounts}${heat}${name === null ? '' : ` (“${name}”)`}`;
}

/** The settings that served better than the reference's, the surest of each kind of setting. */
export function servedBetter(effects: readonly Effect[]): Effect[] {
  const sure = effects.filter((one) => !BESIDE_RECIPE.has(one.factor) && one.brews > 1 && one.helps >= SAID_FROM);
  return sure.filter((one) => sure.every((other) => other.factor !== one.factor || other.mean <= one.mean));
}

/** The recipe that served best, and what else was tried. */
export function recipeSection(facts: BagFacts): Section[] {
  const { recipe, units, effects, sigma0, claimed, confounded, scale, forgiving, cups } = facts;
  if (cups.length === 0) return [];
  const tried = effects.filter(({ factor }) => !BESIDE_RECIPE.has(factor));
  const better = servedBetter(tried);
  const said = tried
    .filter((one) => one.brews > 1 && Math.max(one.helps, 1 - one.helps) >= SAID_FROM)
    .sort((a, b) => Math.abs(b.mean) - Math.abs(a.mean))
    .slice(0, MOST_EFFECTS);
  const write = (points: number): string => differenceText(scale, points);
  return section(
    'recipe',
    passage('recipe.line', sentence(recipeLine(recipe, units))),
    passage('recipe.grind', facts.grind && sentence(`Ground at ${facts.grind}`)),
    passage('recipe.best', bestText(facts, better, tried)),
    ...said.map((one) => {
      const change = effectChangeText(one, sigma0);
      return passage(
        `recipe.tried.${one.factor}.${one.setting}`,
        sentence(`${effectText(one, sigma0, units)}${change === '' ? '' : `; ${change}`}`),
      );
    }),
    claimed ? passage('recipe.printed', `The roaster’s own recipe: ${lowered(claimedRecipeText(claimed, write))}`) : [],
    passage('recipe.printed.apart', facts.printed?.difference),
    passage(
      'recipe.printed.said',
      facts.printed && facts.printed.asPrinted !== '' && `As printed: “${facts.printed.asPrinted}”`,
    ),
    passage('recipe.confounded', facts.crest.is !== 'one day' && confoundedSentence(confounded, units).trim()),
    forgiving?.is && cups.length > 2
      ? passage(
          'recipe.forgiving',
          `It is ${forgiving.is === 'forgiving' ? 'forgiving' : 'fussy'}: between the best and the worst of the settings tried lie ${write(forgiving.fall.mean)}.`,
        )
      : [],
  );
}

/** So many of what was tried are named. */
const MOST_NAMED = 4;

function bestText(
  { units, cups, crest }: BagFacts,
  better: readonly Effect[],
  tried: readonly Effect[],
): string | null {
  if (crest.is === 'one day' || crest.is === 'too few') return null;
  if (tried.length === 0) {
    const which = cups.some(({ changes }) => changes.length > 0) ? 'Every marked cup' : 'Every cup';
    return cups.length > 2 ? `${which} was made this way, so of other ways nothing is known.` : null;
  }
  const [first] = [...better].sort((a, b) => b.mean - a.mean);
  if (first)
    return `Of all that was tried, this with ${settingText(first, units)} served it best, ${likelihoodWord(first.helps)}.`;
  if (tried.length > MOST_NAMED) return 'Of all that was tried beside it nothing did better for sure.';
  const named = capitalised(listed(tried.map((one) => settingText(one, units))));
  return `${named} ${tried.length === 1 ? 'was' : 'were'} tried beside it, and did no better for sure.`;
}
