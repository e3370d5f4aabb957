import { api } from '../api/api';
import { Link } from 'react-router';
import type { LiveBrew } from '../../contract/bench/live';
import { minutesText } from '../../core/brew';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { useToday } from '../state/today';
import type { BenchStream } from './benchStream';
import { useBrewClock } from './brewClock';
import { Cautions } from './Cautions';
import { Ended } from './Ended';
import { PreFlight } from './PreFlight';
import { Running } from './Running';
import { useLiveChanges } from './useLiveChanges';

interface Props {
  brew: LiveBrew;
  aheadMs: number;
  chosen: boolean;
  other: LiveBrew | null;
  stream: BenchStream;
}

/** One brew on the bench, from pre-flight to its end. */
export function LiveCard({ brew, aheadMs, chosen, other, stream }: Props) {
  const { live, change, offline } = useLiveChanges(brew);
  const nowS = useBrewClock(live, aheadMs);
  const today = useToday();
  const dispatch = useAppDispatch();
  const [clear] = api.useClearLiveMutation();
  const clearAway = async (): Promise<void> => {
    const { error } = await clear({ id: live.id });
    dispatch(
      toastShown(
        error
          ? { text: 'It could not be cleared away. Try again.' }
          : { text: `${live.bagName} is cleared off the bench.`, undo: { kind: 'live', id: live.id } },
      ),
    );
  };
  return (
    <article className={`live-card ${chosen ? 'chosen' : ''}`} aria-label={`${live.bagName}, ${live.recipe.name}`}>
      <header>
        <div>
          <h2>
            <Link to={`/bags/${live.bagId}`}>{live.bagName}</Link>
          </h2>
          <p className="quiet small">
            {live.recipe.name}, {live.recipe.brewer}
            {live.instruments.speed !== 1 && `, simulated at ${live.instruments.speed} × speed`}
          </p>
        </div>
        <output className="elapsed" aria-label="Time since the start">
          {nowS === null ? '0:00' : minutesText(nowS)}
        </output>
      </header>
      {offline !== null && (
        <p className="panel-error small">
          {offline} What you tapped is kept here and sent as soon as it can be taken; the clock goes on.
        </p>
      )}
      {nowS === null ? (
        <PreFlight live={live} change={change} chosen={chosen} other={other} />
      ) : live.endedS === null ? (
        <Running live={live} nowS={nowS} change={change} chosen={chosen} stream={stream} />
      ) : (
        <Ended live={live} change={change} chosen={chosen} />
      )}
      <footer>
        <Cautions kind={live.recipe.kind} today={today} />
        <button type="button" className="btn btn-bare" onClick={() => void clearAway()}>
          Clear off the bench
        </button>
      </footer>
    </article>
  );
}
