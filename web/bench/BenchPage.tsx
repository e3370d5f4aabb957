import { api } from '../api/api';
import { useCallback, useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { LiveBrew } from '../../contract/bench/live';
import { LONG_S, planOf } from '../../core/brew';
import { ProblemNote } from '../ui/ProblemNote';
import { useAppDispatch } from '../state/store';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { BenchStream } from './benchStream';
import { BrewTab } from './BrewTab';
import { LiveCard } from './LiveCard';

/** The bench: every brew under way, side by side where there is room, each with a clock of its own. */
export function BenchPage() {
  const { data, error, refetch } = api.useBenchQuery(undefined, { refetchOnMountOrArgChange: true });
  const [address, setAddress] = useSearchParams();
  const refresh = useCallback(() => void refetch(), [refetch]);
  const dispatch = useAppDispatch();
  const [stream] = useState(
    () =>
      new BenchStream((id) =>
        dispatch(api.endpoints.liveTrace.initiate({ id }, { subscribe: false, forceRefetch: true }))
          .unwrap()
          .catch(() => null),
      ),
  );
  useEffect(() => stream.open(refresh), [stream, refresh]);
  usePageTitle('Bench');
  const brews = data?.brews ?? [];
  const chosen =
    brews.find(({ id }) => id === address.get('brew')) ??
    brews.find(({ endedS, recipe }) => endedS === null && planOf(recipe).endS < LONG_S) ??
    brews[0];
  const choose = (brew: LiveBrew): void => setAddress({ brew: brew.id }, { replace: true });
  if (!data) return error ? <ProblemNote error={error} retry={refresh} /> : <Wait what="Looking at the bench" />;
  if (!chosen) return <EmptyBench />;
  // A steep that stands for hours needs no room until it is asked for.
  const shown = brews.filter((brew) => brew === chosen || brew.startedAt === null || planOf(brew.recipe).endS < LONG_S);
  return (
    <div className="bench">
      <h1 className="visually-hidden">Bench</h1>
      {brews.length > 1 && (
        <div className="bench-tabs" role="group" aria-label="Brews on the bench">
          {brews.map((brew) => (
            <BrewTab
              key={brew.id}
              brew={brew}
              aheadMs={data.aheadMs}
              chosen={brew === chosen}
              onChoose={() => choose(brew)}
            />
          ))}
        </div>
      )}
      <div className={`live-cards ${shown.length > 1 ? 'several' : ''}`}>
        {shown.map((brew) => (
          <LiveCard
            key={brew.id}
            brew={brew}
            aheadMs={data.aheadMs}
            chosen={brew === chosen}
            other={shown.find((one) => one !== brew && one.startedAt !== null) ?? null}
            stream={stream}
          />
        ))}
      </div>
    </div>
  );
}

function EmptyBench() {
  return (
    <div className="empty">
      <h1>Nothing on the bench</h1>
      <p>
        Choose a bag, then “Brew at the bench”: the recipe is laid out for it, scaled to your dose, and followed to the
        cup.
      </p>
      <p className="d-flex gap-3 align-items-center">
        <Link className="btn btn-primary" to="/">
          To the shelf
        </Link>
        <Link to="/recipes">Recipes</Link>
      </p>
    </div>
  );
}
