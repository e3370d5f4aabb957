import { api } from '../api/api';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate } from 'react-router';
import type { LiveBrew } from '../../contract/bench/live';
import {
  againstBand,
  KIND_TRAITS,
  minutesText,
  planOf,
  poursIn,
  stageTimesOf,
  stageTimesOfMarks,
} from '../../core/brew';
import { numberText, sentenceCase } from '../ui/format';
import { RecipeLines } from '../domain/RecipeLines';
import { TraceChart } from '../domain/TraceChart';
import { FaultTaps } from './FaultTaps';
import { onControl } from './keys';
import { BedTaps, VigourTaps } from './SignTaps';
import type { Change } from './useLiveChanges';

/** A brew that is over: how it went against its plan, and on to the cup. */
export function Ended({ live, change, chosen }: { live: LiveBrew; change: Change; chosen: boolean }) {
  const navigate = useNavigate();
  const hasScale = live.instruments.connected.scale !== undefined;
  const { data } = api.useLiveTraceQuery({ id: live.id }, { skip: !hasScale, refetchOnMountOrArgChange: true });
  const cup = `/bags/${live.bagId}/brew?live=${live.id}`;
  useHotkeys('space', () => void navigate(cup), { enabled: chosen, preventDefault: true, ignoreEventWhen: onControl }, [
    cup,
  ]);
  const endedS = live.endedS ?? 0;
  const trace = data?.trace ?? [];
  const plan = planOf(live.recipe);
  const poured = stageTimesOf(plan, poursIn(plan, trace));
  const times = [
    ...poured,
    ...stageTimesOfMarks(live.marks).filter(({ step }) => !poured.some((one) => one.step === step)),
  ];
  const reading = live.recipe.drain ? againstBand(endedS, live.recipe.drain) : null;
  const flaws = Object.values(data?.flaws ?? {}).reduce((sum, count) => sum + count, 0);
  return (
    <div className="ended">
      <div className="hand">
        <p className="verdict">
          {sentenceCase(KIND_TRAITS[live.recipe.kind].end)} {endedS >= 3600 ? 'after' : 'in'} {minutesText(endedS)}
          {reading &&
            (reading.place === 'inside'
              ? ', inside its band'
              : `, ${numberText(reading.byS, 0)} s too ${reading.place}`)}
          .
        </p>
        {live.recipe.kind === 'cold steep' && (
          <p>Strain it clean, and keep it in the refrigerator, covered; drink it within about three days.</p>
        )}
        <div className="bench-actions">
          <Link className="btn btn-primary main" to={cup}>
            To the cup
          </Link>
          <button type="button" className="btn btn-plain" onClick={() => change({ endedS: null })}>
            Not over yet
          </button>
        </div>
        <VigourTaps live={live} change={change} />
        {live.recipe.kind !== 'espresso' && <BedTaps live={live} change={change} />}
        <FaultTaps live={live} change={change} />
        {trace.length > 0 && <TraceChart recipe={live.recipe} trace={trace} height={220} />}
        {flaws > 0 && <p className="quiet small">{flaws} readings of the scale were wrong, and are left out.</p>}
      </div>
      <div className="beside">
        <RecipeLines recipe={live.recipe} times={times} />
      </div>
    </div>
  );
}
