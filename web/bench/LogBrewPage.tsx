import { useMemo } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import type { BagPage } from '../../contract/shelf';
import type { Taster } from '../../contract/taster';
import { recipeLine } from '../../core/shelf';
import { api, problemOf } from '../shared/api';
import { ProblemNote } from '../shared/ProblemNote';
import { useToday } from '../shared/today';
import { usePageTitle } from '../shared/usePageTitle';
import { Wait } from '../shared/Wait';
import { BrewSheet } from './BrewSheet';
import { newBrew } from './brewForm';

/** Logging a brew: to the reference recipe, or (`?again=…`) to the recipe of an earlier brew. */
export function LogBrewPage() {
  const { bagId = '' } = useParams();
  const [address] = useSearchParams();
  const again = address.get('again');
  const today = useToday();
  const { data: page, error } = api.useBagPageQuery({ id: bagId, today });
  const tasters = api.useTastersQuery(undefined);
  usePageTitle('Log a brew');
  if (page?.bag.id !== bagId || tasters.isLoading) return error ? <ProblemNote error={error} /> : <Wait what="Reading the bag" />;
  return <Sheet key={`${bagId} ${again}`} page={page} again={again} tasters={tasters.data ?? []} />;
}

function Sheet({ page: { bag, brews, verdict }, again, tasters }: { page: BagPage; again: string | null; tasters: readonly Taster[] }) {
  const navigate = useNavigate();
  const [addBrew] = api.useAddBrewMutation();
  const repeated = brews.find((brew) => brew.id === again);
  const recipe = repeated ?? bag.reference;
  // The sheet is laid once: a verdict that changes underneath must not empty it.
  const initial = useMemo(
    () => newBrew(recipe, bag.school, brews[0]?.tasterId ?? ''),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [bag.id, again],
  );
  const back = (): void => void navigate(`/bags/${bag.id}`, { replace: true });
  return (
    <>
      <h1>
        {repeated ? 'Same again' : 'Log a brew'}: {bag.name}
      </h1>
      <p className="quiet">
        Day {verdict.restDay}. {repeated ? `As on day ${repeated.restDay}: ${recipeLine(repeated)}.` : `Reference recipe: ${recipeLine(bag.reference)}.`}
      </p>
      <BrewSheet
        draftKey={`brew.${bag.id}.${again ?? 'new'}`}
        initial={initial}
        tasters={tasters}
        markFirst={repeated !== undefined}
        cancel={back}
        save={async (brew) => {
          const { error } = await addBrew({ bagId: bag.id, brew });
          if (!error) back();
          return problemOf(error);
        }}
      />
    </>
  );
}
