import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { BagPage as Page } from '../../contract/shelf/shelf';
import { PICTURES_OF_BAG } from '../../contract/keeping/picture';
import { datesOf } from '../../core/shelf';
import { api } from '../api/api';
import { useActionKey } from '../api/keys';
import { useJudging } from '../api/useJudging';
import { OddDrinks } from '../domain/OddDrinks';
import { Pictures } from '../domain/Pictures';
import { ProblemNote } from '../ui/ProblemNote';
import { useToday } from '../state/today';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { BagFacts, ValueLine } from './BagFacts';
import { Beans } from './Beans';
import { BagMenu } from './BagMenu';
import { DayTable } from './curve/DayTable';
import { EffectList } from './EffectList';
import { HowItRuns } from './curve/HowItRuns';
import { LabelAgainstCup } from './LabelAgainstCup';
import { LabelFacts } from './LabelFacts';
import { LastBrewAdvice } from './LastBrewAdvice';
import { IntensitiesOverDays } from './curve/IntensitiesOverDays';
import { Log } from './log/Log';
import { NextBrews } from './NextBrews';
import { ReadBy } from './log/ReadBy';
import { OtherDrinks } from './OtherDrinks';
import { OwnVerdict } from './OwnVerdict';
import { RidgeChart } from './curve/RidgeChart';
import { NO_QUESTION, useWhatIf } from './curve/useWhatIf';
import { VigourCharts } from './curve/VigourChart';
import { QuestionNote, ParameterSliders } from './curve/WhatIf';

/** While its verdict is under way a page is read anew once in so long at most, ms. */
const ANEW_EVERY_MS = 700;

/** One bag: the verdict in words, the ridge it rests on, what to brew next, what the recipe did, and the log. */
export function BagPage() {
  const { bagId = '' } = useParams();
  const today = useToday();
  const navigate = useNavigate();
  const { data: page, error, refetch } = api.useBagPageQuery({ id: bagId, today });
  useJudging(page?.judged === 'earlier', refetch, ANEW_EVERY_MS);
  const lastBrew = page?.brews[0];
  usePageTitle(page?.bag.name ?? 'Bag');
  useActionKey('logBrew', () => void navigate(`/bags/${bagId}/brew`), [bagId]);
  useActionKey('waterOn', () => void navigate(`/bags/${bagId}/bench`), [bagId]);
  useActionKey('sameAgain', () => lastBrew && void navigate(`/bags/${bagId}/brew?again=${lastBrew.id}`), [
    bagId,
    lastBrew,
  ]);
  if (page?.bag.id !== bagId)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the bag" />;
  return <BagView key={bagId} page={page} today={today} />;
}

function BagView({ page: logged, today }: { page: Page; today: string }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [question, ask] = useState(NO_QUESTION);
  const { answer, answering } = useWhatIf(logged, today, question);
  const page = answer
    ? {
        ...logged,
        verdict: answer,
        window: datesOf(answer.window, logged.roastedOn, logged.bag.spells, logged.bag.freezerRate),
      }
    : logged;
  const { bag, verdict, brews } = page;
  const lastBrew = brews[0];
  const choose = (id: string): void => setChosen((before) => (before === id ? null : id));
  const leaveOut = (id: string): void => {
    const without = new Set(question.without);
    if (!without.delete(id)) without.add(id);
    ask({ ...question, without });
  };
  const asking = { page: logged, question, ask };
  return (
    <article>
      <div className="bag-head">
        <div>
          <h1>{bag.name}</h1>
          <p
            className={`verdict ${verdict.state}`}
            aria-live="polite"
            aria-busy={answering || logged.judged === 'earlier'}
          >
            {verdict.verdict}
          </p>
          {logged.judged === 'earlier' && (
            <p className="quiet" role="status">
              {logged.judging.trouble ?? 'This is from before the last change; the bag is being judged anew.'}
            </p>
          )}
          <QuestionNote {...asking} />
          <BagFacts page={page} today={today} />
          <ValueLine bag={page.bag} />
        </div>
        <div className="bag-actions">
          {lastBrew && (
            <Link className="btn btn-primary" to={`/bags/${bag.id}/brew?again=${lastBrew.id}`}>
              Same again
            </Link>
          )}
          <Link className="btn btn-plain" to={`/bags/${bag.id}/bench`}>
            Brew at the bench
          </Link>
          <Link className={lastBrew ? 'btn btn-plain' : 'btn btn-primary'} to={`/bags/${bag.id}/brew`}>
            Log a brew
          </Link>
          {bag.finishedOn !== null && (
            <Link className="btn btn-plain" to={`/write-ups/new?kind=bag&of=${bag.id}`}>
              Write it up
            </Link>
          )}
          <BagMenu page={logged} today={today} />
        </div>
      </div>
      <div className="row">
        <div className="col-lg-8">
          <OddDrinks bagId={bag.id} />
          <ReadBy {...asking} />
          {brews.length > 0 && <ParameterSliders {...asking} />}
          <RidgeChart page={page} chosen={chosen} onChoose={choose} />
          <DayTable page={page} />
          <IntensitiesOverDays page={page} />
          <OtherDrinks page={page} />
          <VigourCharts page={page} />
          <Log
            page={page}
            today={today}
            chosen={chosen}
            onChoose={choose}
            without={question.without}
            onLeaveOut={leaveOut}
          />
        </div>
        <aside className="col-lg-4 side">
          <NextBrews page={page} />
          <LastBrewAdvice page={page} />
          <EffectList verdict={verdict} />
          <HowItRuns page={page} />
          <Beans page={logged} today={today} />
          <LabelAgainstCup page={page} />
          <OwnVerdict page={logged} />
          <section>
            <h2>Pictures</h2>
            <Pictures bagId={bag.id} brewId={null} kinds={PICTURES_OF_BAG} />
          </section>
          <LabelFacts bag={bag} prior={page.prior} today={today} />
        </aside>
      </div>
    </article>
  );
}
