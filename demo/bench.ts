import type { EntityManager } from 'typeorm';
import type { Hand, InstrumentSettings } from '../contract/bench/instrument';
import { makingInput, type MakingInput } from '../contract/bag/making';
import type { KeptRecipe } from '../contract/bench/recipe';
import { FIRST_SETTINGS } from '../contract/settings';
import { appendPoint, roundTo, scaleRecipe, type BrewParameters, type Recipe, type Trace } from '../core/brew';
import { addGrinder, loadGrinders } from '../server/db/bench/grinders';
import { addLive, addPiece, keepLive, loadLive } from '../server/db/bench/live';
import { changeRecipe, loadRecipes } from '../server/db/bench/recipes';
import { keepSettings } from '../server/db/settings';
import { unitNoise } from '../server/instruments/simulated/noise';
import { pouringOf } from '../server/instruments/simulated/pouring';

/** What stands on the bench of the household, and the brews that were made there. */

const INSTRUMENTS: InstrumentSettings = {
  connected: { scale: 'well', thermometer: 'well', refractometer: 'well', 'ph-pen': 'well' },
  hand: 'steady',
  speed: 1,
};
const READINGS_PER_S = 10;

export interface DemoBench {
  recipes: KeptRecipe[];
}

/** Two cups a day and three on Sundays, a freezer, and where the next bags come from. */
const PLANNING = {
  habits: [{ tasterId: null, cups: [2, 2, 2, 2, 2, 2, 3], style: null, isDecaf: false }],
  hasFreezer: true,
  goingRate: 6.4,
  currency: '€',
  roasters: [
    { name: 'Fernhill Roastery', roastsOn: [1], leadDays: 1, shippingDays: 2 },
    { name: 'Ninth Kettle', roastsOn: [0, 3], leadDays: 2, shippingDays: 3 },
  ],
};

/** Grinders, instruments and the recipes to begin with. */
export async function furnish(db: EntityManager, today: string, now: Date): Promise<DemoBench> {
  await addGrinder(
    db,
    { name: 'Hand grinder', burrChanges: [{ on: today, note: 'after 40 kg' }], grindWords: [] },
    now,
  );
  const grindWords = [
    { word: 'fine' as const, setting: 2 },
    { word: 'medium' as const, setting: 6 },
    { word: 'coarse' as const, setting: 10 },
  ];
  await addGrinder(db, { name: 'Flat-burr grinder', burrChanges: [], grindWords }, now);
  await keepSettings(db, { ...FIRST_SETTINGS, ...PLANNING, instruments: INSTRUMENTS });
  return { recipes: await loadRecipes(db) };
}

/** The recipe of the household for what was brewed, as it stood at the dose used. */
function recipeFor({ recipes }: DemoBench, made: BrewParameters): { kept: KeptRecipe; recipe: Recipe } | null {
  const kept = recipes.find(({ recipe }) => recipe.brewer === made.brewer && recipe.style === made.style);
  if (!kept) return null;
  const recipe = scaleRecipe(kept.recipe, made.doseG);
  return recipe.waterG === made.waterG ? { kept, recipe: { ...recipe, waterC: made.waterC } } : null;
}

export interface BenchBrew {
  liveId: string;
  drainS: number | null;
  making: MakingInput;
}

/** A brew as the bench would have recorded it, ready to be logged with its cup; null where no recipe fits. */
export async function brewAtBench(
  db: EntityManager,
  bench: DemoBench,
  bagId: string,
  made: BrewParameters,
  { hand, ...seen }: { hand: Hand } & Partial<MakingInput>,
  brewedAt: Date,
  seed: number,
): Promise<BenchBrew | null> {
  const recipe = recipeFor(bench, made);
  if (!recipe) return null;
  const liveId = await addLive(db, { bagId, recipe: recipe.recipe, recipeVersionId: recipe.kept.versionId }, brewedAt);
  const pouring = pouringOf(recipe.recipe, hand, seed);
  const noise = unitNoise(seed);
  const trace: Trace = [];
  for (let i = 0; i < (pouring.endS ?? 0) * READINGS_PER_S; i++)
    appendPoint(trace, [i / READINGS_PER_S, roundTo(pouring.weightAt(i / READINGS_PER_S) + 0.1 * noise(), 2)]);
  await addPiece(db, liveId, 0, trace.flat(), []);
  await keepLive(db, await loadLive(db, liveId), { startedAt: brewedAt.getTime(), endedS: pouring.endS });
  return { liveId, drainS: pouring.endS === null ? null : roundTo(pouring.endS, 0), making: makingInput.parse(seen) };
}

/** A steep that was set up last night, and a recipe that has been edited since the brews were made. */
export async function lastNight(db: EntityManager, { recipes }: DemoBench, bagId: string, now: Date): Promise<void> {
  const steep = recipes.find(({ recipe }) => recipe.kind === 'cold steep');
  if (steep) {
    const begun = new Date(now.getTime() - 5 * 3_600_000);
    const liveId = await addLive(db, { bagId, recipe: steep.recipe, recipeVersionId: steep.versionId }, begun);
    await keepLive(db, await loadLive(db, liveId), { startedAt: begun.getTime() });
  }
  const grinders = await loadGrinders(db);
  const [hand, flat] = ['Hand grinder', 'Flat-burr grinder'].map((name) => grinders.find((one) => one.name === name));
  const standard = recipes.find(({ isStandard }) => isStandard);
  if (standard)
    await changeRecipe(
      db,
      standard.id,
      {
        ...standard.recipe,
        grindWord: 'medium fine',
        why: 'Small pours first keep the bed even while it is still dry inside; the last and largest one waits for the water to sink, so that a slow bed is not flooded.',
        grindsElsewhere: [{ grinder: 'Conical grinder, 38 mm', setting: 24 }],
        ...(flat && hand
          ? { grinderId: hand.id, grinderSetting: 18, otherGrinds: [{ grinderId: flat.id, setting: 5.5 }] }
          : {}),
        stages: standard.recipe.stages.map((stage, i) =>
          stage.act === 'swirl'
            ? { ...stage, how: 'twice, gently' }
            : i === 3
              ? { ...stage, waitsFor: 'level', waitsUntil: 'a finger’s width lower', kettle: 'slow kettle' }
              : stage,
        ),
      },
      null,
      now,
    );
}
