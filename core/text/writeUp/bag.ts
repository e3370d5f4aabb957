import type { Section } from '../../writeUp';
import { finalMarksText } from '../bag/finalMarks';
import { capitalised } from '../words';
import { crestSection, markSentence, whenSentence } from './crest';
import { daysSection } from './days';
import { drinksSection } from './drinks';
import type { BagFacts, CoffeeFacts } from './facts';
import { labelSection } from './label';
import { levelsSection, notesSection } from './levels';
import { methodSection } from './method';
import { readersSection } from './readers';
import { recipeSection } from './recipe';
import { dateSaid, listed, passage, plainWords, section, sentence, voice } from './saying';
import { buyAgainText, worthSection } from './worth';

/** A write-up of one bag, from its record alone. Without a curve it claims no crest. */
export function composeBag(facts: BagFacts): Section[] {
  const again = buyAgainText(facts);
  return [
    ...section(
      'head',
      passage('head.title', facts.coffee.name),
      passage('head.line', coffeeLine(facts.coffee)),
      passage('head.blend', blendText(facts.coffee.blend)),
    ),
    ...section(
      'short',
      passage('short.when', whenSentence(facts)),
      passage('short.mark', markSentence(facts)),
      passage('short.own', ownMarksText(facts)),
      passage('short.again', again),
    ),
    ...crestSection(facts),
    ...recipeSection(facts),
    ...levelsSection(facts),
    ...notesSection(facts),
    ...drinksSection(facts),
    ...labelSection(facts),
    ...daysSection(facts),
    // What stands at the top is not said twice.
    ...worthSection(facts).flatMap(({ id, passages }) =>
      section(
        id,
        passages.filter(({ key }) => key !== 'worth.again'),
      ),
    ),
    ...readersSection(facts),
    ...methodSection(facts),
  ];
}

/**
 * What a coffee is by its label: "Rwanda, Typica, washed, light roast. Fernhill Roastery, roasted on 4 September 2026."
 */
export function coffeeLine(coffee: CoffeeFacts): string {
  const { origin, producer, variety, process, roastLevel, altitude, lot, harvest, species } = coffee;
  const what = [
    origin,
    producer,
    lot && `lot ${lot}`,
    harvest && `harvest ${harvest}`,
    altitude,
    variety,
    species === 'several' ? 'several species' : species,
    process,
    roastLevel && `${plainWords(roastLevel)} roast`,
  ].filter(Boolean);
  const roasted = coffee.isRoastAssumed ? '' : `roasted on ${dateSaid(coffee.roastedOn)}`;
  const who = [coffee.roaster, roasted].filter(Boolean).join(', ');
  return [what.join(', '), who].filter(Boolean).map(sentence).join(' ');
}

/** What a blend is made of: "A blend of 60 % Burundi and 40 % India." */
function blendText(parts: CoffeeFacts['blend']): string {
  const named = parts.map(({ name, sharePercent }) =>
    sharePercent === null ? name : `${sharePercent}\u202f% ${name}`,
  );
  return named.length === 0 ? '' : `A blend of ${listed(named)}.`;
}

/** The taster's own marks at the end, beside what the engine makes of the cups. */
function ownMarksText(facts: BagFacts): string {
  const said = finalMarksText(facts.finalMarks, facts.recipe.style);
  return said === '' ? '' : `${capitalised(voice(facts).our)} own mark: ${said}.`;
}
