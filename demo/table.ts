import type { EntityManager } from 'typeorm';
import { EMPTY_ANSWER, sittingInput, type CupAnswer } from '../contract/table/sitting';
import { foretelling, predictionOf } from '../application/foretellBrew';
import { addDays, type PlainDate } from '../core/rest';
import { loadBag } from '../server/db/bag/bags';
import { keepPrediction } from '../server/db/bag/predictions';
import { addReference } from '../server/db/palate/references';
import { addSeat, addSitting, keepAnswer, loadSitting } from '../server/db/table/sittings';
import { revealSitting } from '../server/sittings/reveal';
import { engineHere } from '../server/verdicts/engineHere';
import { instantAt } from './calendar';

/** The bags that stood side by side, the first of them twice without anyone knowing. */
export const AT_THE_TABLE = ['Kivu Terrace', 'Quebrada Sombra'] as const;
const DAYS_AGO = 3;

type Said = Partial<CupAnswer>;

/** What each wrote, by cup: Mira tells the two apart, Tomas hardly; both meet the same brew twice. */
const SAID: Readonly<Record<string, Readonly<Record<string, Said>>>> = {
  Mira: {
    kivu: { mark: 8.3, words: ['quince', 'rooibos'], remarks: 'The long one.' },
    quebrada: { mark: 7.2, words: ['fig', 'molasses'] },
    again: { mark: 8, words: ['quince'] },
  },
  Tomas: {
    kivu: { mark: 7.8, words: ['quince'] },
    quebrada: { mark: 7.6, words: ['fig'] },
    again: { mark: 8.1, words: ['melon'] },
  },
};

/**
 * A Sunday’s table, revealed: two bags by one recipe, blind, one of them poured twice; and a reference tasting that
 * came
 * of it. Returns how many cups it logged.
 */
export async function setTheTable(
  db: EntityManager,
  today: PlainDate,
  bagIds: readonly string[],
  tasterIds: ReadonlyMap<string, string>,
): Promise<number> {
  const on = addDays(today, -DAYS_AGO);
  const at = instantAt(on, 15, 30);
  const now = new Date(at);
  const [first = '', second = ''] = bagIds;
  const { reference } = await loadBag(db, first);
  const id = await addSitting(
    db,
    sittingInput.parse({
      name: 'Sunday: are they so different?',
      kind: 'same-recipe',
      scoringScale: 'mark10',
      cups: [
        { id: 'kivu', name: AT_THE_TABLE[0], bagId: first, parameters: reference },
        {
          id: 'quebrada',
          name: AT_THE_TABLE[1],
          bagId: second,
          parameters: reference,
          declared: 'ground a little finer',
        },
        { id: 'again', name: AT_THE_TABLE[0], bagId: first, parameters: reference, sameAs: 'kivu' },
      ],
    }),
    now,
  );
  const { codes } = await loadSitting(db, id);
  for (const [name, cups] of Object.entries(SAID)) {
    const { seatId } = await addSeat(db, id, { name, tasterId: tasterIds.get(name) ?? null, isGuest: false }, now);
    for (const [cupId, said] of Object.entries(cups))
      await keepAnswer(db, seatId, cupId, { written: 1, answer: { ...EMPTY_ANSWER, ...said }, at });
    if (name === 'Mira') {
      const ranking = [['kivu'], ['again'], ['quebrada']].map((group) => group.map((cup) => codes[cup] ?? ''));
      await keepAnswer(db, seatId, null, { written: 1, answer: { ranking, odd: null }, at });
    }
  }
  const engine = engineHere();
  const kept = await revealSitting(db, id, now);
  for (const { bag, before, brewId, brew, beside } of kept) {
    const foretold = await engine.foretell(foretelling(bag, before, null, brew, beside));
    if (!foretold) continue;
    await keepPrediction(db, { brewId, madeAt: now.toISOString(), ...predictionOf(foretold, bag, before) });
  }
  await addReference(
    db,
    {
      on: addDays(on, 1),
      items: [
        { wordId: 'quince', food: 'quince jelly, a spoonful', matched: 'the same', note: '' },
        { wordId: 'fig', food: 'a dried fig, soaked', matched: 'near', note: 'the cup is drier' },
      ],
      remarks: '',
    },
    now,
  );
  return kept.length;
}
