import { pick } from 'es-toolkit';
import { In, type EntityManager } from 'typeorm';
import type { BrewInput } from '../../../contract/bag/brew';
import { makingInput, type KeptTrace, type Making } from '../../../contract/bag/making';
import { planOf, poursIn, roundTo, stageTimesOf, stageTimesOfMarks, thin, type StageTime } from '../../../core/brew';
import { MADE_FIELDS, type MadeBrew } from '../../../application/judgeBag';
import { invalidField, notFound } from '../../../application/problem';
import { scoreOfCup } from '../../../core/cup';
import { MakingEntity, type MakingRow } from '../bench/benchEntities';
import { loadCups } from './cups';
import { dropPieces, loadLive, loadLiveTrace, setLiveClosed } from '../bench/live';
import { loadVersionsById } from '../bench/recipes';

/** How brews were made: kept beside them, since most are logged without. */

const NOTHING_WRITTEN = makingInput.parse({});

/** How these brews were made, by brew; without their traces. */
export async function loadMakings(db: EntityManager, brewIds: readonly string[]): Promise<Map<string, Making>> {
  const rows = await db.findBy(MakingEntity, { brewId: In([...brewIds]) });
  const versions = await loadVersionsById(
    db,
    rows.flatMap((row) => row.recipeVersionId ?? []),
  );
  return new Map(
    rows.map(({ brewId, trace, flaws: _, ...row }) => {
      const version = versions.get(row.recipeVersionId ?? '');
      return [
        brewId,
        {
          ...row,
          hasTrace: trace !== null,
          version: version
            ? { recipeId: version.recipeId, number: version.version, isNewest: version.version === version.newest }
            : null,
        },
      ];
    }),
  );
}

/** How brews were made, as far as the engine reads it, by brew; without the traces, which are long. */
export async function loadMade(db: EntityManager, brewIds: readonly string[]): Promise<Map<string, MadeBrew>> {
  const rows = await db.find(MakingEntity, {
    select: { brewId: true, recipe: true, ...Object.fromEntries(MADE_FIELDS.map((field) => [field, true])) },
    where: { brewId: In([...brewIds]) },
  });
  return new Map(rows.map((row) => [row.brewId, { recipe: row.recipe, ...pick(row, MADE_FIELDS) }]));
}

/** The trace of one brew. Throws a not-found Problem where none was recorded. */
export async function loadTrace(db: EntityManager, brewId: string): Promise<KeptTrace> {
  const row = await db.findOneBy(MakingEntity, { brewId });
  if (!row?.trace) throw notFound('A trace of this brew');
  return { trace: row.trace, flaws: row.flaws ?? {} };
}

/** Keeps what was written of how a brew was made; what the bench recorded before stays. */
export async function keepMaking(db: EntityManager, brewId: string, input: BrewInput['making']): Promise<void> {
  const before = await db.findOneBy(MakingEntity, { brewId });
  if (input === null && before === null) return;
  const recorded = before ?? { recipe: null, stageTimes: [], trace: null, flaws: null };
  const written = {
    ...(input ?? NOTHING_WRITTEN),
    recipeVersionId: input?.recipeVersionId ?? before?.recipeVersionId ?? null,
  };
  await db.save(MakingEntity, { ...recorded, ...written, brewId });
}

/** Takes a brew over from the bench: its recipe, stages and thinned trace are kept with its log entry. */
export async function takeFromBench(
  db: EntityManager,
  brew: { id: string; bagId: string },
  liveId: string,
  written: BrewInput['making'],
  now: Date,
): Promise<void> {
  const live = await loadLive(db, liveId);
  if (live.bagId !== brew.bagId) throw invalidField('liveId', 'The brew on the bench is of another bag');
  const { trace, flaws } = await loadLiveTrace(db, liveId);
  const plan = planOf(live.recipe);
  const poured = stageTimesOf(plan, poursIn(plan, trace));
  const tapped = stageTimesOfMarks(live.marks).filter(({ step }) => !poured.some((time) => time.step === step));
  const stageTimes = [...poured, ...tapped].sort((a, b) => a.step - b.step).map(rounded);
  const edges = stageTimes.flatMap(({ fromS, untilS }) => [fromS, untilS]).filter((edge) => edge !== null);
  const row: MakingRow = {
    ...(written ?? NOTHING_WRITTEN),
    recipeVersionId: live.recipeVersionId,
    brewId: brew.id,
    recipe: live.recipe,
    stageTimes,
    trace:
      trace.length === 0 ? null : thin(trace, edges).map((run) => run.map(([s, g]) => [roundTo(s, 2), roundTo(g, 1)])),
    flaws: trace.length === 0 ? null : flaws,
  };
  await db.insert(MakingEntity, row);
  await setLiveClosed(db, liveId, now.toISOString());
  await dropPieces(db, liveId);
}

function rounded({ step, fromS, untilS, toG }: StageTime): StageTime {
  const round = (value: number | null): number | null => (value === null ? null : roundTo(value, 1));
  return { step, fromS: round(fromS), untilS: round(untilS), toG: round(toG) };
}

/** What cups were scored, 0–100, that were brewed by any version of a recipe and had no fault; null for no mark. */
export async function loadScoresByRecipe(db: EntityManager, recipeId: string): Promise<(number | null)[]> {
  const rows = await db.query<{ brewId: string }[]>(
    `SELECT making."brewId" AS "brewId" FROM making
       JOIN recipe_version ON recipe_version.id = making."recipeVersionId" AND recipe_version."recipeId" = ?
       JOIN brew ON brew.id = making."brewId" AND brew."deletedAt" IS NULL AND brew.fault IS NULL`,
    [recipeId],
  );
  const cups = await loadCups(
    db,
    rows.map(({ brewId }) => brewId),
  );
  return rows.flatMap(({ brewId }) => {
    const cup = cups.get(brewId);
    return cup ? [scoreOfCup(cup)] : [];
  });
}
