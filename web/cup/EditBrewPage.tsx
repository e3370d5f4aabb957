import { useMemo } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { Brew } from '../../contract/bag/brew';
import type { BagPage } from '../../contract/shelf/shelf';
import type { Taster } from '../../contract/table/taster';
import { api, problemOf } from '../api/api';
import { ProblemNote } from '../ui/ProblemNote';
import { instantOf, useToday, wallClockOf } from '../state/today';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { BrewSheet } from './BrewSheet';
import { typedBrew } from './brewForm';

/** Changing a brew already logged. */
export function EditBrewPage() {
  const { bagId = '', brewId } = useParams();
  const today = useToday();
  const { data: page, error } = api.useBagPageQuery({ id: bagId, today });
  const tasters = api.useTastersQuery(undefined);
  usePageTitle('Edit a brew');
  if (page?.bag.id !== bagId || tasters.isLoading)
    return error ? <ProblemNote error={error} /> : <Wait what="Reading the brew" />;
  const brew = page.brews.find(({ id }) => id === brewId);
  if (!brew) return <div className="panel-error">This brew is not here. It may have been deleted.</div>;
  return <Sheet key={brew.id} brew={brew} page={page} tasters={tasters.data ?? []} />;
}

function Sheet({ brew, page, tasters }: { brew: Brew; page: BagPage; tasters: readonly Taster[] }) {
  const { bag, verdict } = page;
  const navigate = useNavigate();
  const [changeBrew] = api.useChangeBrewMutation();
  const savedVersion = useMemo(() => typedBrew(brew), [brew]);
  const back = (): void => void navigate(`/bags/${brew.bagId}`, { replace: true });
  return (
    <>
      <h1>
        Edit the brew of day {brew.restDay}: {bag.name}
      </h1>
      <BrewSheet
        draftKey={`brew.${brew.bagId}.${brew.id}`}
        bag={bag}
        initial={savedVersion}
        savedVersion={savedVersion}
        tasters={tasters}
        verdict={verdict}
        id={brew.id}
        company={page}
        recipe={brew.making?.recipe ?? null}
        cancel={back}
        save={async ({ liveId: _, ...written }) => {
          // An untouched time keeps the offset it was written with, wherever this browser is now.
          const brewedAt =
            written.brewedAt === instantOf(wallClockOf(brew.brewedAt)) ? brew.brewedAt : written.brewedAt;
          const { error } = await changeBrew({ id: brew.id, body: { ...written, brewedAt } });
          if (!error) back();
          return problemOf(error);
        }}
      />
    </>
  );
}
