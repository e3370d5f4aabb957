import { BOUGHT_AGAIN, planAhead } from './ahead';
import { bagInput } from '../contract/bag/bag';
import { brewInput } from '../contract/bag/brew';
import { addDays, restAge, type PlainDate, type StorageSpell } from '../core/rest';
import { foretelling, predictionOf } from '../application/foretellBrew';
import { addBag, loadBag } from '../server/db/bag/bags';
import { addBrew, loadLog } from '../server/db/bag/brews';
import { keepPrediction } from '../server/db/bag/predictions';
import { engineHere } from '../server/verdicts/engineHere';
import { addTaster } from '../server/db/palate/tasters';
import type { Store } from '../server/db/store';
import { ensureStarters } from '../server/db/bench/recipes';
import { brewAtBench, furnish, lastNight } from './bench';
import { instantAt } from './calendar';
import { BAGS, TASTERS } from './household';
import { scorer, trueScore } from './scores';
import { AT_THE_TABLE, setTheTable } from './table';
import { intensitiesOf, descriptorsOf } from './tasting';
import { writeItUp } from './writeUps';

/** The bag of which a cold steep stands in the refrigerator. */
const STEEPING = 'Harbour House';

/** A bag without a date came so many days after roasting; about as many are assumed. */
const DAYS_UNTIL_IT_CAME = 11;

/** Fills an empty database with the demo household as of `today`, through the same doors as the application. */
export async function fillStore(store: Store, today: PlainDate): Promise<{ bags: number; brews: number }> {
  const scores = scorer();
  const now = new Date();
  const engine = engineHere();
  let brews = 0;
  await store.write(async (db) => {
    await ensureStarters(db, now);
    const bench = await furnish(db, addDays(today, -30), now);
    const tasterIds = new Map<string, string>();
    const bagIds = new Map<string, string>();
    for (const name of TASTERS) tasterIds.set(name, (await addTaster(db, name, now)).id);
    for (const { label, age, frozen, isUndated, byStandard, finishedAt, truth, brews: log } of BAGS) {
      const roastedOn = addDays(today, -age);
      const on = (day: number): PlainDate => addDays(roastedOn, day);
      const spells: StorageSpell[] = frozen
        ? [{ place: 'freezer', from: on(frozen.from), to: frozen.to === null ? null : on(frozen.to) }]
        : [];
      const bag = bagInput.parse({
        ...label,
        referenceRecipeId: byStandard ? (bench.recipes.find(({ isStandard }) => isStandard)?.id ?? null) : null,
        roastedOn: isUndated ? null : roastedOn,
        ...(isUndated && { arrivedOn: on(DAYS_UNTIL_IT_CAME) }),
        spells,
        finishedOn: finishedAt === undefined ? null : on(finishedAt),
      });
      const bagId = await addBag(db, bag, now);
      bagIds.set(label.name, bagId);
      let potId: string | null = null;
      for (const [
        i,
        {
          day,
          taster,
          parameters,
          remarks,
          phases,
          intensities,
          cup,
          drainS,
          fault,
          faultNote,
          fromMemory,
          bench: atBench,
          seen,
          sameBrew,
        },
      ] of log.entries()) {
        const made = { ...bag.reference, ...parameters };
        const score = trueScore(truth, restAge(roastedOn, on(day), spells), made, bag.reference) - (fault ? 8 : 0);
        const brewedAt = instantAt(on(day), 7, ((sameBrew ? i - 1 : i) * 7) % 60);
        const recorded = atBench
          ? await brewAtBench(db, bench, bagId, made, atBench, new Date(brewedAt), brews + 1)
          : null;
        const brew = brewInput.parse({
          ...made,
          brewedAt,
          tasterId: tasterIds.get(taster),
          drainS: recorded?.drainS ?? drainS ?? null,
          liveId: recorded?.liveId ?? null,
          making: recorded?.making ?? seen ?? null,
          recordedFrom: fromMemory ? 'memory' : 'cup',
          potId: sameBrew ? potId : null,
          fault: fault ?? null,
          faultNote: faultNote ?? '',
          cup: {
            scoringScale: bag.scoringScale,
            ...(sameBrew ?? {
              mark: scores.mark(bag.scoringScale, score),
              aroma: scores.attribute(score),
              acidity: scores.attribute(score - 2),
              body: scores.attribute(score - 4),
              sweetness: scores.attribute(score - 1),
              cleanness: scores.attribute(score - 3),
            }),
            remarks: remarks ?? '',
            descriptors: descriptorsOf(phases ?? ''),
            intensities: intensitiesOf(intensities ?? ''),
            ...cup,
          },
        });
        const kept = await loadBag(db, bagId);
        const before = await loadLog(db, bagId);
        const foretold = await engine.foretell(foretelling(kept, before, null, brew));
        const id = await addBrew(db, kept, brew, now);
        if (foretold)
          await keepPrediction(db, { brewId: id, madeAt: brewedAt, ...predictionOf(foretold, kept, before) });
        if (!sameBrew) potId = id;
        brews++;
      }
      if (label.name === BOUGHT_AGAIN) await planAhead(db, today, bagId);
      if (label.name === STEEPING) await lastNight(db, bench, bagId, now);
    }
    const atTable = AT_THE_TABLE.flatMap((name) => bagIds.get(name) ?? []);
    brews += await setTheTable(db, today, atTable, tasterIds);
  });
  await writeItUp(store, today);
  return { bags: BAGS.length, brews };
}
