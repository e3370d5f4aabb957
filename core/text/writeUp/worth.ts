import { pricePer100G, pricePerCup, roundTo } from '../../brew';
import type { Section } from '../../writeUp';
import { isAnyPlace, standingText } from '../palate';
import { yardstickCounts, yardstickName } from '../sitting';
import { capitalised, countWord, ordinalWord } from '../words';
import type { BagFacts, StandingFacts } from './facts';
import { moneyText } from '../units';
import { listed, passage, plainWords, section, sentence, voice } from './saying';

/** What it costs and gives for that, how it stands, and whether it would be bought again. */
export function worthSection(facts: BagFacts): Section[] {
  const { value, standings, trueTo, liked } = facts;
  return section(
    'worth',
    passage('worth.again', buyAgainText(facts)),
    passage(
      'worth.liked',
      liked === null
        ? null
        : liked === 'liked'
          ? `Apart from how good it is, ${voice(facts).we} liked it.`
          : `Apart from how good it is, it was not to ${voice(facts).our} taste.`,
    ),
    passage('worth.sold', soldText(facts.coffee.soldAgain)),
    passage('worth.shop', shopText(facts.coffee)),
    ...facts.yardsticks.map((one, i) => passage(`worth.yardstick.${i}`, againstYardstick(one, facts.coffee.name))),
    passage('worth.price', priceText(facts), { needs: 'price' }),
    passage('worth.value', value === null ? null : valueSaid(value, voice(facts).our), { needs: 'price' }),
    passage('worth.standing', standingsSaid(standings, voice(facts).our), {
      needs: 'standing',
    }),
    passage(
      'worth.true',
      trueTo.length > 0 && sentence(listed(trueTo.map(({ what, how }) => `${how} true to its ${what}`))),
    ),
  );
}

function soldText(soldAgain: string | null): string | null {
  if (soldAgain === null) return null;
  return soldAgain === 'never again' ? 'It will not be sold again.' : `It is sold ${soldAgain}.`;
}

function shopText({ shop, link }: BagFacts['coffee']): string | null {
  if (shop === '') return link === '' ? null : `Where it is sold: ${link}`;
  return `Bought at ${shop}${link === '' ? '.' : `: ${link}`}`;
}

const againstYardstick = ({ name, isRemembered, said }: BagFacts['yardsticks'][number], own: string): string =>
  `${own} against ${yardstickName(name, isRemembered)}: ${yardstickCounts(said)}.`;

/** Whether it would be bought again; null where nobody said. */
export function buyAgainText(facts: BagFacts): string | null {
  const { price, weightG } = facts.coffee;
  const money = (amount: number): string => moneyText(amount, facts.units);
  const we = capitalised(voice(facts).we);
  switch (facts.buyAgain) {
    case 'yes':
      return `${we} would buy it again.`;
    case 'at this price':
      return `${we} would buy it again at its price${price === null ? '' : `, ${money(price)} for ${weightG} g`}.`;
    case 'another season':
      return `${we} would buy it again in another season.`;
    case 'no':
      return `${we} would not buy it again.`;
    default:
      return null;
  }
}

function priceText({ coffee: { price, weightG }, recipe, units }: BagFacts): string | null {
  if (price === null || price === 0) return null;
  const money = (amount: number): string => moneyText(amount, units);
  const per100 = weightG === 100 ? '' : `${money(pricePer100G(price, weightG))} for 100 g, `;
  return `It cost ${money(price)} for ${weightG} g: ${per100}${money(pricePerCup(price, weightG, recipe.doseG))} a cup.`;
}

function valueSaid({ above: { mean, lo, hi }, place, of }: NonNullable<BagFacts['value']>, our: string): string {
  const [near, far] = mean >= 0 ? [lo, hi] : [-hi, -lo];
  const among = `${ordinalWord(place)} of ${our} ${countWord(of)} bags by value`;
  if (near <= 0) return `For its price it gives about what ${our} bags give, ${among}.`;
  const by = `${roundTo(Math.abs(mean), 0)} points of a hundred (8 chances in 10: ${roundTo(near, 0)} to ${roundTo(far, 0)})`;
  return `For its price it is ${mean >= 0 ? 'better' : 'worse'} than ${our} other bags, by ${by}: ${among}.`;
}

/** Where it stands, as far as its place says anything. */
function standingsSaid(standings: readonly StandingFacts[], our: string): string | null {
  const known = standings.filter((one) => !isAnyPlace(one, one.of));
  if (known.length === 0) return null;
  const said = known.map((one) => {
    const among = one.kind === '' ? `among all ${our} bags` : `among ${our} ${plainWords(one.kind)} coffees`;
    return `${among} it stands ${standingText(one, one.of)}`;
  });
  return sentence(said.join('; '));
}
