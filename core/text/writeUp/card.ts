import { BESIDE_RECIPE } from '../../crest';
import type { Section } from '../../writeUp';
import { cautionsFor } from '../cautions';
import { effectText } from '../bag/verdict';
import { countWord } from '../words';
import { counted, listed, lowered, marksBetween, passage, section, sentence } from './saying';
import { recipeLine, servedBetter } from './recipe';
import type { CardFacts } from './facts';

/** A setting is said to have done worse from this probability on. */
const SAID_FROM = 0.8;
const MOST_TRIED = 3;

/** A recipe for others: what it is, and what the record says of why it is so. Its stages and grinds stand as tables. */
export function composeCard({ recipe, units, brews, scores, bags }: CardFacts): Section[] {
  const { brewer, style, doseG, waterG, waterC, why } = recipe;
  const line = recipeLine({ brewer, style, doseG, waterG, waterC, name: null }, units);
  const names = bags.map(({ coffee }) => coffee.name);
  return [
    ...section('head', passage('head.title', recipe.name), passage('head.line', sentence(line))),
    ...section(
      'why',
      ...why.split(/\n+/).map((said, i) => passage(`why.own-${i}`, said.trim())),
      passage(
        'why.record',
        brews > 0 &&
          `Brewed ${timesSaid(brews)}${names.length > 0 ? `, for ${listed(names)}` : ''}${scores ? `; marked ${marksBetween(scores.scale, scores.lo, scores.hi)}` : ''}.`,
      ),
      ...bags.flatMap((bag) => tried(bag, units)),
    ),
    ...section('caution', ...cautionsFor(recipe.kind).map((caution, i) => passage(`caution.${i}`, caution))),
  ];
}

const timesSaid = (times: number): string =>
  times === 1 ? 'once' : times === 2 ? 'twice' : `${countWord(times)} times`;

/** What was tried beside it on a bag of which it is the reference. */
function tried(
  { coffee, effects, sigma0 }: CardFacts['bags'][number],
  units: CardFacts['units'],
): ReturnType<typeof passage>[] {
  const others = effects.filter(({ factor }) => !BESIDE_RECIPE.has(factor));
  if (others.length === 0) return [];
  const sure = others
    .filter((one) => one.brews > 1 && Math.max(one.helps, 1 - one.helps) >= SAID_FROM)
    .slice(0, MOST_TRIED);
  if (sure.length === 0)
    return servedBetter(others).length === 0
      ? [
          passage(
            `why.bag.${coffee.name}`,
            `On ${coffee.name}, ${counted(others.length, 'other setting')} did no better for sure.`,
          ),
        ]
      : [];
  return sure.map((one) =>
    passage(
      `why.bag.${coffee.name}.${one.factor}.${one.setting}`,
      `On ${coffee.name}, ${lowered(effectText(one, sigma0, units))}.`,
    ),
  );
}
