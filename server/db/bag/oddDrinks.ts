import { uniq } from 'es-toolkit';
import { In, IsNull, Not, type EntityManager } from 'typeorm';
import { brewInput } from '../../../contract/bag/brew';
import { bagInput } from '../../../contract/bag/bag';
import type { OddDrink } from '../../../contract/bag/oddDrinks';
import { BREWERS_OF_ONE_DRINK, drinkDoubt, type BrewParameters, type Style } from '../../../core/brew';
import { withChangeSent } from '../../changing';
import { parse } from '../../http';
import { changeBag } from './bags';
import { changeBrew } from './brews';
import { BagEntity, BrewEntity, BrewParametersEntity } from '../entities';
import { recordChange, writtenBag, writtenBrew } from '../keeping/history';
import { ChangeEntity } from '../keeping/keepingEntities';

/** The drink the brewer makes, where a recipe says another. */
function madeBy(parameters: BrewParameters): Style | null {
  const doubt = drinkDoubt(parameters);
  return doubt?.kind === 'style' ? doubt.style : null;
}

/** Brews and reference recipes that say another drink than their brewer makes, the latest first. */
export async function loadOddDrinks(db: EntityManager): Promise<OddDrink[]> {
  // A household of years has thousands of brews, and hardly one of them can be odd.
  const suspect = [
    { style: 'espresso' as const, brewer: Not('espresso machine') },
    { style: Not('espresso' as const), brewer: In([...BREWERS_OF_ONE_DRINK]) },
  ];
  const brews = await db.find(BrewEntity, {
    where: suspect.map((one) => ({ ...one, deletedAt: IsNull() })),
    order: { brewedAt: 'DESC', id: 'ASC' },
  });
  const references = await db.find(BrewParametersEntity, {
    where: suspect.map((one) => ({ ...one, isReference: true })),
  });
  const bagIds = uniq([...brews, ...references].map(({ bagId }) => bagId));
  const named = await db.find(BagEntity, {
    select: { id: true, name: true },
    where: { id: In(bagIds), deletedAt: IsNull() },
  });
  const bags = new Map(named.map(({ id, name }) => [id, name]));
  const odd = (
    subject: OddDrink['subject'],
    id: string,
    bagId: string,
    brewedAt: string | null,
    of: BrewParameters,
  ) => {
    const [makes, bagName] = [madeBy(of), bags.get(bagId)];
    if (makes === null || bagName === undefined) return [];
    return [{ subject, id, bagId, bagName, brewedAt, brewer: of.brewer, style: of.style, makes }];
  };
  return [
    ...references.flatMap((one) => odd('bag', one.bagId, one.bagId, null, one)),
    ...brews.flatMap((one) => odd('brew', one.id, one.bagId, one.brewedAt, one)),
  ];
}

/** Makes each the drink its brewer makes; answers the changes, each of which can be taken back. */
export async function correctOddDrinks(db: EntityManager, now: Date): Promise<string[]> {
  const odd = await loadOddDrinks(db);
  for (const { subject, id, style, makes } of odd)
    await recordChange(db, { subject, id }, now, async () => {
      if (subject === 'brew') {
        const sent = { style: makes, was: { style } };
        await changeBrew(db, id, parse(brewInput, withChangeSent(await writtenBrew(db, id), sent)), now);
      } else {
        const sent = { reference: { style: makes }, was: { reference: { style } } };
        await changeBag(db, id, parse(bagInput, withChangeSent(await writtenBag(db, id), sent)));
      }
    });
  const corrected = new Set(odd.map(({ id }) => id));
  const changes = await db.findBy(ChangeEntity, { at: now.toISOString(), kind: 'changed' });
  return changes.flatMap(({ id, subjectId }) => (corrected.has(subjectId) ? [id] : []));
}
