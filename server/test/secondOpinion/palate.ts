import type { Repeats, Standings } from '../../../contract/palate/palateReading';
import type { RawHousehold } from './household';
import { marked } from './rows';
import { claim } from './sentences';

/** Standings and repeatability, against the rows. */
export function checkPalate(house: RawHousehold, standings: Standings, repeats: Repeats): void {
  const known = house.bags.filter((bag) => marked(bag).length > 0).map(({ id }) => id);
  for (const { of, lines } of [
    { of: 'all', lines: standings.all },
    ...standings.kinds.map((kind) => ({ of: `${kind.field} ${kind.value}`, lines: kind.standings })),
  ]) {
    claim(lines.length !== 1, `${of}: first of one is no standing`);
    for (const { bagId, place, bestPlace, worstPlace } of lines) {
      claim(bagId === null || known.includes(bagId), `${of}: a bag without a mark stands nowhere`);
      claim(bestPlace <= place && place <= worstPlace && worstPlace <= lines.length && bestPlace >= 1, `${of}: places`);
    }
  }
  for (const kind of standings.kinds)
    for (const { bagId } of kind.standings) {
      const bag = house.bags.find(({ id }) => id === bagId);
      if (kind.field === 'origin') claim(bag?.draft.origin === kind.value, `${kind.value} is its origin`);
      if (kind.field === 'style') claim(bag?.draft.reference.style === kind.value, `${kind.value} is its drink`);
    }
  const pots = house.bags.flatMap(({ brews }) => brews.filter(({ fault, potId }) => potId && fault === null));
  for (const { scales } of repeats.tasters)
    for (const { repeatability } of scales) {
      claim(repeatability.degrees <= pots.length, `${repeatability.degrees} repeats of ${pots.length} pots`);
      claim(repeatability.lo <= repeatability.sd + 1e-9 && repeatability.sd <= repeatability.hi + 1e-9, 'interval');
    }
}
