import type { Section } from '../../writeUp';
import { crestSection, markSentence, whenSentence } from './crest';
import { daysSection } from './days';
import type { BagFacts, CoffeeFacts } from './facts';
import { labelSection } from './label';
import { levelsSection, notesSection } from './levels';
import { methodSection } from './method';
import { readersSection } from './readers';
import { recipeSection } from './recipe';
import { dateSaid, passage, plainWords, section, sentence } from './saying';
import { buyAgainText, worthSection } from './worth';

/** A write-up of one bag, from its record alone. Without a curve it claims no crest. */
export function composeBag(facts: BagFacts): Section[] {
  const again = buyAgainText(facts);
  return [
    ...section('head', passage('head.title', facts.coffee.name), passage('head.line', coffeeLine(facts.coffee))),
    ...section(
      'short',
      passage('short.when', whenSentence(facts)),
      passage('short.mark', markSentence(facts)),
      passage('short.again', again),
    ),
    ...crestSection(facts),
    ...recipeSection(facts),
    ...levelsSection(facts),
    ...notesSection(facts),
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
  const { origin, producer, variety, process, roastLevel, altitude, roaster, roastedOn, isRoastAssumed } = coffee;
  const what = [origin, producer, altitude, variety, process, roastLevel && `${plainWords(roastLevel)} roast`].filter(
    Boolean,
  );
  const roasted = isRoastAssumed ? '' : `roasted on ${dateSaid(roastedOn)}`;
  const who = [roaster, roasted].filter(Boolean).join(', ');
  return [what.join(', '), who].filter(Boolean).map(sentence).join(' ');
}
