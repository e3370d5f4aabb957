import type { Bag } from '../../contract/bag/bag';
import { STANDING_FIELDS, type StandingField, type Standings } from '../../contract/palate/palateReading';
import { scoreAtBest } from '../../application/atBest';
import { standingsAmong, type SittingWord, type StandingItem } from '../../application/palate/standings';
import { scaleOf } from '../../application/palate/scaleMaps';
import { sheetOf } from '../../application/sitting';
import { uniq } from 'es-toolkit';
import { pricePer100G } from '../../core/brew';
import { momentsOnMain, valueAmong, type ValueForPrice } from '../../core/palate';
import { loadAllBags, loadBag, loadPricedBags } from '../db/bag/bags';
import { loadSeats, loadSittings } from '../db/table/sittings';
import { loadVocabulary } from '../db/palate/words';
import type { Deps } from '../deps';

/** How a bag stands among the household's others. */

type Judges = Pick<Deps, 'store' | 'verdicts'>;

/** What a bag gives for its price; null while there is too little to say it by. Throws a not-found Problem. */
export async function valueOfBag({ store, verdicts }: Judges, id: string): Promise<ValueForPrice | null> {
  const { bags, asked } = await store.read(async (db) => ({
    asked: await loadBag(db, id),
    bags: await loadPricedBags(db),
  }));
  const fits = await verdicts.forShelf(bags);
  const maps = await verdicts.scaleMaps();
  const own = scaleOf(asked);
  // Where a scale is too little known the bag is held against those scored as it was.
  const comparable = bags.filter(
    (bag) => scaleOf(bag) === own || (maps.of[own].isKnown && maps.of[scaleOf(bag)].isKnown),
  );
  const isOneScale = comparable.every((bag) => scaleOf(bag) === own);
  const priced = comparable.flatMap((bag) => {
    const { id: bagId, price, weightG } = bag;
    const fit = fits.get(bagId)?.fit;
    const best = fit ? scoreAtBest(fit) : null;
    if (!best || !price) return [];
    const { mean: score, sd } = isOneScale ? best : momentsOnMain(maps.of[scaleOf(bag)], best);
    return [{ id: bagId, pricePer100G: pricePer100G(price, weightG), score, sd }];
  });
  return valueAmong(priced, id);
}

/** The standings of all bags, and within each kind of which there are two or more. */
export async function standingsOfBags({ store, verdicts }: Judges): Promise<Standings> {
  const { bags, sittings } = await store.read(async (db) => {
    const vocabulary = await loadVocabulary(db);
    const revealed = (await loadSittings(db)).filter(({ revealedAt }) => revealedAt !== null);
    const words: SittingWord[] = [];
    for (const sitting of revealed) {
      const seats = await loadSeats(db, sitting.id);
      const { yardstick, cups } = sitting;
      words.push({
        sheets: seats.map((seat) => sheetOf(sitting, seat, vocabulary)),
        itemOf: Object.fromEntries(cups.flatMap(({ id, bagId }) => (bagId === null ? [] : [[id, bagId]]))),
        yardstick: yardstick && (yardstick.bagId ?? outsideId(yardstick.name)),
      });
    }
    return { bags: await loadAllBags(db), sittings: { words, revealed } };
  });
  const fits = await verdicts.forShelf(bags);
  const items = bags.map((bag): StandingItem => {
    const fit = fits.get(bag.id)?.fit;
    const scale = scaleOf(bag);
    return { id: bag.id, name: bag.name, bagId: bag.id, scale, best: fit ? scoreAtBest(fit) : null };
  });
  const maps = await verdicts.scaleMaps();
  const outside = sittings.revealed.flatMap(({ yardstick }): StandingItem[] =>
    yardstick?.bagId !== null
      ? []
      : [{ id: outsideId(yardstick.name), name: yardstick.name, bagId: null, scale: maps.main, best: null }],
  );
  const yardsticks = [...new Map(outside.map((one) => [one.id, one])).values()];
  const listed = (own: readonly StandingItem[]) => standingsAmong([...own, ...yardsticks], sittings.words, maps);
  /** First of one is no standing. */
  const among = (own: readonly StandingItem[]) => {
    const standings = listed(own);
    return standings.length > 1 ? standings : [];
  };
  const scales = uniq(items.map(({ scale }) => scale));
  const apart = scales.length > 1 ? scales.filter((scale) => !maps.of[scale].isKnown) : [];
  const together = items.filter(({ scale }) => !apart.includes(scale));
  const kinds = STANDING_FIELDS.flatMap((field): Standings['kinds'] =>
    [...groupedBy(bags, (bag) => valueOfField(bag, field))]
      .filter(([value, ofKind]) => value !== '' && ofKind.length > 1)
      .map(([value, ofKind]) => {
        const ids = new Set(ofKind.map(({ id }) => id));
        return { field, value, standings: among(together.filter(({ id }) => ids.has(id))) };
      })
      .filter(({ standings }) => standings.length > 0),
  );
  return {
    all: among(together),
    kinds,
    scale: scales.length > 1 ? maps.main : (scales[0] ?? maps.main),
    apart: apart.map((scale) => ({ scale, standings: listed(items.filter((one) => one.scale === scale)) })),
  };
}

/** Bags by what they say of something; a name that every object answers to is a name like any other. */
function groupedBy(bags: readonly Bag[], of: (bag: Bag) => string): Map<string, Bag[]> {
  const groups = new Map<string, Bag[]>();
  for (const bag of bags) groups.set(of(bag), [...(groups.get(of(bag)) ?? []), bag]);
  return groups;
}

/** A yardstick from outside goes by its name. */
const outsideId = (name: string): string => `outside ${name.trim().toLocaleLowerCase()}`;

function valueOfField(bag: Bag, field: StandingField): string {
  if (field === 'style') return bag.reference.style;
  return (bag[field] ?? '').trim();
}
