import { levelFacts, otherDrinks } from '../../application/writeUp/drinkFacts';
import type { BagPage } from '../../contract/shelf/shelf';
import { isExpectation } from '../../core/crest';
import { judgedScale } from '../../core/cup';
import { drinkTexts } from '../../core/text/writeUp';
import { api } from '../api/api';
import { useUnits } from '../api/useUnits';
import { useVocabulary } from '../domain/useVocabulary';

/** Every other way the bag was drunk, from its own cups alone; nothing where there was one way. */
export function OtherDrinks({ page: { bag, brews, settings, verdict } }: { page: BagPage }) {
  const units = useUnits();
  const { vocabulary } = useVocabulary();
  const { data: grinders = [] } = api.useGrindersQuery(undefined);
  const own = brews.filter(({ fault, style }) => fault === null && style === bag.reference.style);
  const { levels } = levelFacts(bag, own, settings, isExpectation(verdict) ? null : verdict.window);
  const usual = { levels, units, scale: judgedScale(bag.scoringScale, bag.weights), recipe: bag.reference };
  const drinks = otherDrinks({ bag, vocabulary, settings, grinders }, brews);
  if (drinks.length === 0) return null;
  return (
    <section className="mt-3">
      <h2>Other ways you drank it</h2>
      {drinks.map((drink) => (
        <p key={drink.style} className="mb-2">
          {drinkTexts(drink, usual)
            .map(({ text }) => text)
            .join(' ')}
        </p>
      ))}
    </section>
  );
}
