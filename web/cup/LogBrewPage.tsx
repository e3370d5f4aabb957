import { useMemo } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import type { Bag } from '../../contract/bag/bag';
import type { PublishedRecipe } from '../../contract/bag/bagRecord';
import type { Brew } from '../../contract/bag/brew';
import type { LiveBrew } from '../../contract/bench/live';
import type { KeptRecipe } from '../../contract/bench/recipe';
import type { BagPage } from '../../contract/shelf/shelf';
import { isFrozenOn } from '../../core/rest';
import type { Taster } from '../../contract/table/taster';
import { KIND_TRAITS, minutesText, type Grinder } from '../../core/brew';
import { parametersLine, type Units } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { api, problemOf } from '../api/api';
import { againstReference } from '../domain/grind';
import { IdeasNote } from '../domain/IdeasNote';
import { ProblemNote } from '../ui/ProblemNote';
import { useToday } from '../state/today';
import { sentenceCase } from '../ui/format';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { anotherCup, brewAsPrinted, brewFromBench, newBrew, sameAgain, type BrewForm } from './brewForm';
import { BrewSheet } from './BrewSheet';

/** What a new sheet is laid by. */
type Origin =
  | { by: 'bench'; live: LiveBrew }
  /** Another cup of a brew in the log. */
  | { by: 'pot'; brew: Brew }
  | { by: 'printed'; recipe: PublishedRecipe }
  /** The recipe of an earlier brew. */
  | { by: 'again'; brew: Brew }
  | { by: 'reference' };

/** What an address asks for: `live`, `cupOf`, `printed`, `again` (a brew, or `last`), or nothing. */
function originOf({ bag, brews }: BagPage, live: LiveBrew | null, address: URLSearchParams): Origin {
  const brewAt = (name: string): Brew | undefined =>
    address.get(name) === 'last' ? brews[0] : brews.find(({ id }) => id === address.get(name));
  const [pot, again] = [brewAt('cupOf'), brewAt('again')];
  if (live) return { by: 'bench', live };
  if (pot) return { by: 'pot', brew: pot };
  if (address.has('printed') && bag.publishedRecipe) return { by: 'printed', recipe: bag.publishedRecipe };
  return again ? { by: 'again', brew: again } : { by: 'reference' };
}

/** Logging a brew: from the bench, another cup of one, by a recipe that is known, or to the reference. */
export function LogBrewPage() {
  const { bagId = '' } = useParams();
  const [address] = useSearchParams();
  const liveId = address.get('live');
  const today = useToday();
  const { data: page, error } = api.useBagPageQuery({ id: bagId, today });
  const tasters = api.useTastersQuery(undefined);
  const bench = api.useBenchQuery(undefined, { skip: liveId === null });
  const recipes = api.useRecipesQuery(undefined, { skip: liveId === null });
  const grinders = api.useGrindersQuery(undefined, { skip: liveId === null });
  usePageTitle('Log a brew');
  if (page?.bag.id !== bagId || tasters.isLoading || bench.isLoading || recipes.isLoading || grinders.isLoading)
    return error ? <ProblemNote error={error} /> : <Wait what="Reading the bag" />;
  const live = bench.data?.brews.find(({ id }) => id === liveId) ?? null;
  return (
    <Sheet
      key={`${bagId} ${address.toString()}`}
      page={page}
      origin={originOf(page, live, address)}
      goneId={live === null ? liveId : null}
      tasters={tasters.data ?? []}
      recipes={recipes.data ?? []}
      grinders={grinders.data ?? []}
    />
  );
}

interface SheetProps {
  page: BagPage;
  origin: Origin;
  /** A brew that was on the bench and no longer is: what was written of its cup is still here. */
  goneId: string | null;
  tasters: readonly Taster[];
  recipes: readonly KeptRecipe[];
  grinders: readonly Grinder[];
}

const TITLES: Readonly<Record<Origin['by'], string>> = {
  bench: 'The cup',
  pot: 'Another cup',
  printed: 'As printed',
  again: 'Same again',
  reference: 'Log a brew',
};

function Sheet({ page, origin, goneId, tasters, recipes, grinders }: SheetProps) {
  const { bag, brews, settings, verdict } = page;
  const navigate = useNavigate();
  const today = useToday();
  const units = useUnits();
  const [addBrew] = api.useAddBrewMutation();
  const live = origin.by === 'bench' ? origin.live : null;
  // The sheet is laid once: a verdict that changes underneath must not empty it.
  const initial = useMemo(
    (): BrewForm => {
      const portionId = openPortion(page, today);
      const tasterId = brews[0]?.tasterId ?? '';
      const scoring = { scoringScale: bag.scoringScale, sheetOfParts: settings.sheetOfParts };
      switch (origin.by) {
        case 'bench': {
          const grind = againstReference(origin.live.recipe, bag, recipes, grinders, today);
          return {
            ...brewFromBench(origin.live, scoring, tasterId, grind?.steps ?? bag.reference.grindStep),
            portionId,
          };
        }
        case 'pot':
          return anotherCup(origin.brew, scoring);
        case 'printed':
          return { ...brewAsPrinted(origin.recipe, scoring, tasterId), portionId };
        case 'again':
          return { ...sameAgain(origin.brew, scoring, tasterId), portionId };
        case 'reference':
          return { ...newBrew(bag.reference, scoring, tasterId), portionId };
      }
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [bag.id, live?.id],
  );
  const back = (): void => void navigate(`/bags/${bag.id}`, { replace: true });
  return (
    <>
      <h1>
        {TITLES[origin.by]}: {bag.name}
      </h1>
      <p className="quiet">
        Day {verdict.restDay}. {aboutOf(origin, bag, units)}
      </p>
      <IdeasNote bag={bag} />
      {goneId !== null && (
        <div className="panel-error mb-3">
          This brew is no longer on the bench: its cup may have been logged already. What you had written of it stands
          below; saving it logs a brew of its own.
        </div>
      )}
      <BrewSheet
        draftKey={`brew.${bag.id}.${goneId ?? draftOf(origin)}`}
        bag={bag}
        first={brews.length === 0}
        initial={initial}
        tasters={tasters}
        verdict={verdict}
        company={page}
        recipe={live?.recipe ?? null}
        markFirst={origin.by === 'bench' || origin.by === 'again' || origin.by === 'pot'}
        cancel={live ? () => void navigate(`/bench?brew=${live.id}`) : back}
        save={async (brew) => {
          const { error } = await addBrew({ id: bag.id, body: live ? brew : { ...brew, liveId: null } });
          if (!error) back();
          return problemOf(error);
        }}
      />
    </>
  );
}

/** What a sheet was laid by, in a sentence. */
function aboutOf(origin: Origin, { reference }: Bag, units: Units): string {
  switch (origin.by) {
    case 'bench': {
      const { recipe, endedS } = origin.live;
      return `${recipe.name}${endedS === null ? '' : `, ${KIND_TRAITS[recipe.kind].end} in ${minutesText(endedS)}`}.`;
    }
    case 'pot':
      return 'Who drank it, how, and what it was like.';
    case 'printed':
      return `${sentenceCase(parametersLine(origin.recipe, units))}. ${origin.recipe.asPrinted}`;
    case 'again':
      return `As on day ${origin.brew.restDay}: ${parametersLine(origin.brew, units)}.`;
    case 'reference':
      return `Reference recipe: ${parametersLine(reference, units)}.`;
  }
}

/** What the draft of a sheet goes by among those of its bag. */
function draftOf(origin: Origin): string {
  switch (origin.by) {
    case 'bench':
      return origin.live.id;
    case 'pot':
      return `${origin.brew.id}.cup`;
    case 'again':
      return origin.brew.id;
    case 'printed':
      return 'printed';
    case 'reference':
      return 'new';
  }
}

/** The portion that was taken out of the freezer last and still holds a dose: what lies open is drunk first. */
function openPortion({ bag, stock }: BagPage, today: string): string {
  const out = bag.heldPortions.filter(
    (portion) =>
      !isFrozenOn(portion, today) &&
      (stock.portions.find(({ id }) => id === portion.id)?.grams ?? 0) >= bag.reference.doseG,
  );
  return out.at(-1)?.id ?? '';
}
