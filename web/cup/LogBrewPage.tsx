import { useMemo } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import type { LiveBrew } from '../../contract/live';
import type { KeptRecipe } from '../../contract/recipe';
import type { BagPage } from '../../contract/shelf';
import type { Taster } from '../../contract/taster';
import { KIND_TRAITS, minutesText, type Grinder } from '../../core/brew';
import { parametersLine } from '../../core/text';
import { useTemperatureUnit } from '../api/useTemperatureUnit';
import { api, problemOf } from '../api/api';
import { againstReference } from '../domain/grind';
import { IdeasNote } from '../domain/IdeasNote';
import { ProblemNote } from '../ui/ProblemNote';
import { useToday } from '../state/today';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { brewFromBench, newBrew, sameAgain, type BrewForm } from './brewForm';
import { BrewSheet } from './BrewSheet';

/**
 * Logging a brew: from the bench (`?live=…`), to the recipe of an earlier brew (`?again=…`, or `last`), or to the
 * reference.
 */
export function LogBrewPage() {
  const { bagId = '' } = useParams();
  const [address] = useSearchParams();
  const [again, liveId] = [address.get('again'), address.get('live')];
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
      key={`${bagId} ${again} ${liveId}`}
      {...{ page, again, live }}
      goneId={live === null ? liveId : null}
      tasters={tasters.data ?? []}
      recipes={recipes.data ?? []}
      grinders={grinders.data ?? []}
    />
  );
}

interface SheetProps {
  page: BagPage;
  again: string | null;
  live: LiveBrew | null;
  /** A brew that was on the bench and no longer is: what was written of its cup is still here. */
  goneId: string | null;
  tasters: readonly Taster[];
  recipes: readonly KeptRecipe[];
  grinders: readonly Grinder[];
}

function Sheet({ page, again, live, goneId, tasters, recipes, grinders }: SheetProps) {
  const { bag, brews, settings, verdict } = page;
  const navigate = useNavigate();
  const today = useToday();
  const unit = useTemperatureUnit();
  const [addBrew] = api.useAddBrewMutation();
  const repeated = again === 'last' ? brews[0] : brews.find((brew) => brew.id === again);
  // The sheet is laid once: a verdict that changes underneath must not empty it.
  const initial = useMemo(
    (): BrewForm => {
      const tasterId = brews[0]?.tasterId ?? '';
      const scoring = { scoringScale: bag.scoringScale, sheetOfParts: settings.sheetOfParts };
      if (!live) return repeated ? sameAgain(repeated, scoring, tasterId) : newBrew(bag.reference, scoring, tasterId);
      return brewFromBench(
        live,
        scoring,
        tasterId,
        againstReference(live.recipe, bag, recipes, grinders, today)?.steps ?? bag.reference.grindStep,
      );
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [bag.id, again, live?.id],
  );
  const back = (): void => void navigate(`/bags/${bag.id}`, { replace: true });
  return (
    <>
      <h1>
        {live ? 'The cup' : repeated ? 'Same again' : 'Log a brew'}: {bag.name}
      </h1>
      <p className="quiet">
        Day {verdict.restDay}.{' '}
        {live
          ? `${live.recipe.name}${live.endedS === null ? '' : `, ${KIND_TRAITS[live.recipe.kind].end} in ${minutesText(live.endedS)}`}.`
          : repeated
            ? `As on day ${repeated.restDay}: ${parametersLine(repeated, unit)}.`
            : `Reference recipe: ${parametersLine(bag.reference, unit)}.`}
      </p>
      <IdeasNote bag={bag} />
      {goneId !== null && (
        <div className="panel-error mb-3">
          This brew is no longer on the bench: its cup may have been logged already. What you had written of it stands
          below; saving it logs a brew of its own.
        </div>
      )}
      <BrewSheet
        draftKey={`brew.${bag.id}.${live?.id ?? goneId ?? repeated?.id ?? 'new'}`}
        bag={bag}
        first={brews.length === 0}
        initial={initial}
        tasters={tasters}
        verdict={verdict}
        company={page}
        recipe={live?.recipe ?? null}
        markFirst={repeated !== undefined || live !== null}
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
