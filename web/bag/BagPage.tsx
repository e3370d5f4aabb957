import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams } from 'react-router';
import { api } from '../shared/api';
import { ProblemNote } from '../shared/ProblemNote';
import { useToday } from '../shared/today';
import { usePageTitle } from '../shared/usePageTitle';
import { Wait } from '../shared/Wait';
import { BagFacts } from './BagFacts';
import { BagMenu } from './BagMenu';
import { DayTable } from './DayTable';
import { EffectList } from './EffectList';
import { LabelFacts } from './LabelFacts';
import { Log } from './Log';
import { NextBrews } from './NextBrews';
import { RidgeChart } from './RidgeChart';

/** One bag: the verdict in words, the ridge it rests on, what the recipe did, and the log. */
export function BagPage() {
  const { bagId = '' } = useParams();
  const today = useToday();
  const navigate = useNavigate();
  const { data: page, error, refetch } = api.useBagPageQuery({ id: bagId, today });
  const [chosen, setChosen] = useState<string | null>(null);
  const lastBrew = page?.brews[0];
  usePageTitle(page?.bag.name ?? 'Bag');
  useHotkeys('b', () => void navigate(`/bags/${bagId}/brew`), { preventDefault: true }, [bagId]);
  useHotkeys('a', () => lastBrew && void navigate(`/bags/${bagId}/brew?again=${lastBrew.id}`), { preventDefault: true }, [bagId, lastBrew]);

  if (page?.bag.id !== bagId) return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the bag" />;
  const { bag, verdict, brews } = page;
  const choose = (id: string): void => setChosen((before) => (before === id ? null : id));
  return (
    <article>
      <div className="bag-head">
        <div>
          <h1>{bag.name}</h1>
          <p className={`verdict ${verdict.state}`} aria-live="polite">
            {verdict.verdict}
          </p>
          <BagFacts page={page} today={today} />
        </div>
        <div className="bag-actions">
          {lastBrew && (
            <Link className="btn btn-primary" to={`/bags/${bagId}/brew?again=${lastBrew.id}`}>
              Same again
            </Link>
          )}
          <Link className={lastBrew ? 'btn btn-plain' : 'btn btn-primary'} to={`/bags/${bagId}/brew`}>
            Log a brew
          </Link>
          <BagMenu page={page} today={today} />
        </div>
      </div>
      <div className="row">
        <div className="col-lg-8">
          <RidgeChart page={page} chosen={chosen} onChoose={choose} />
          <DayTable page={page} />
          <Log page={page} today={today} chosen={chosen} onChoose={choose} />
        </div>
        <aside className="col-lg-4 side">
          <NextBrews page={page} />
          <EffectList verdict={verdict} school={bag.school} hasBrews={brews.length > 0} />
          <LabelFacts bag={bag} />
        </aside>
      </div>
    </article>
  );
}
