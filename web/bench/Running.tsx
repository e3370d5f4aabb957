import { useEffect, useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { LiveBrew } from '../../contract/bench/live';
import {
  dueAt,
  KIND_TRAITS,
  LONG_S,
  minutesText,
  planOf,
  roundTo,
  secondsTo,
  stepNow,
  stepToMark,
  type Plan,
  type PlanStep,
} from '../../core/brew';
import { clockHere, sentenceCase, weekdayText, weightText } from '../ui/format';
import { localDate, useToday } from '../state/today';
import { TraceChart } from '../domain/TraceChart';
import { FaultTaps } from './FaultTaps';
import { Pour } from './Pour';
import type { BenchStream } from './benchStream';
import type { ScaleFeed } from './scaleFeed';
import { onControl } from './keys';
import { StageStrip } from './StageStrip';
import { Thermometer } from './Thermometer';
import { VigourTaps } from './SignTaps';
import type { Change } from './useLiveChanges';
import { inUnits, weightIn, type Units } from '../../core/text';
import { useUnits } from '../api/useUnits';

interface Props {
  live: LiveBrew;
  nowS: number;
  change: Change;
  chosen: boolean;
  stream: BenchStream;
}

/** A brew under way: what to pour to, how long until what comes next, and one tap per stage. */
export function Running({ live, nowS, change, chosen, stream }: Props) {
  const plan = planOf(live.recipe);
  const units = useUnits();
  const feed = useScaleFeed(live, stream);
  const marked = live.marks.map(({ step }) => step);
  const toMark = stepToMark(plan, marked, nowS);
  const { end } = KIND_TRAITS[live.recipe.kind];
  const mark = (): void => {
    if (toMark !== null)
      change(({ marks }) => ({
        marks: [...marks.filter(({ step }) => step !== toMark), { step: toMark, atS: roundTo(nowS, 1) }],
      }));
  };
  const unmark = (): void => change(({ marks }) => ({ marks: marks.slice(0, -1) }));
  const finish = (): void => change({ endedS: roundTo(nowS, 1) });
  useHotkeys('space', mark, { enabled: chosen && nowS >= 0, preventDefault: true, ignoreEventWhen: onControl }, [
    toMark,
    nowS,
  ]);
  useHotkeys('e', finish, { enabled: chosen && nowS > 0 }, [nowS]);
  useHotkeys('u', unmark, { enabled: chosen && live.marks.length > 0 }, [live.marks]);
  useAwake();

  if (nowS < 0) {
    return (
      <div className="running">
        <p className="to-do">Starts in</p>
        <p className="big-number">{secondsTo(0, nowS)}</p>
        <p className="quiet">{sentenceCase(plan.steps[0]?.text ?? '')} first.</p>
      </div>
    );
  }
  const now = stepNow(plan, marked, nowS);
  const step = plan.steps[now];
  if (!step) return null;
  const long = plan.endS >= LONG_S;
  // Nothing is left to mark: what remains is to say that it is over.
  const last = now === plan.steps.length - 1 && toMark === null;
  return (
    <div className="running">
      <div className="hand">
        <StageStrip plan={plan} nowS={nowS} marks={live.marks} />
        <Now step={step} next={plan.steps[now + 1]} nowS={nowS} marked={marked.includes(now)} />
        {long && <Due live={live} plan={plan} />}
        {feed && step.act !== 'steep' && <Pour feed={feed} step={step} nowS={nowS} speed={live.instruments.speed} />}
        {!long && live.recipe.kind !== 'espresso' && <Thermometer live={live} listening={chosen} />}
        <div className="bench-actions">
          {!last && (
            <button
              type="button"
              className={`btn main ${toMark === null ? 'btn-plain' : 'btn-primary'}`}
              disabled={toMark === null}
              aria-keyshortcuts="Space"
              onClick={mark}
              aria-label={toMark === null ? undefined : doneText(plan.steps[toMark], units, true)}
            >
              {toMark === null
                ? marked.includes(now)
                  ? 'Marked'
                  : 'Nothing to mark yet'
                : doneText(plan.steps[toMark], units)}
            </button>
          )}
          <button
            type="button"
            className={`btn ${last ? 'main btn-primary' : 'btn-plain'}`}
            aria-keyshortcuts="e"
            onClick={finish}
          >
            {sentenceCase(end)}
          </button>
          {live.marks.length > 0 && (
            <button type="button" className="btn btn-bare" aria-keyshortcuts="u" onClick={unmark}>
              Unmark the last
            </button>
          )}
        </div>
      </div>
      <div className="beside">
        <VigourTaps live={live} change={change} />
        <FaultTaps live={live} change={change} />
        {feed && <TraceChart recipe={live.recipe} trace={feed.trace} nowS={nowS} height={220} />}
      </div>
    </div>
  );
}

/**
 * The one number to pour to, in reach of the eye from a metre, and how long until what comes next. While there is
 * nothing to do the next target stands ready, pale, under the word that says to wait.
 */
function Now({
  step,
  next,
  nowS,
  marked,
}: {
  step: PlanStep;
  next: PlanStep | undefined;
  nowS: number;
  marked: boolean;
}) {
  const units = useUnits();
  // What waits for a level or a weight is there until it is done: no clock ends it.
  const waits = next !== undefined && (marked || (step.until === '' && nowS >= step.doneS));
  const shown = waits ? next : step;
  const left = secondsTo(step.untilS, nowS);
  const over = nowS > step.untilS;
  return (
    <div className={`now ${waits ? 'waits' : ''}`}>
      <p className="to-do" aria-live="assertive">
        {shown.until !== ''
          ? `Once ${inUnits(units, shown.until)}, ${toDo(shown, units)}`
          : waits
            ? `Wait, then ${toDo(next, units)}`
            : sentenceCase(toDo(step, units))}
      </p>
      {shown.pours ? (
        <p className="big-number">
          {weightIn(units, shown.toG)}
          <span className="unit"> {units.weight}</span>
        </p>
      ) : (
        <p className="big-number time">{minutesText(over ? nowS : left)}</p>
      )}
      <p className="how">{[shown.how, shown.pourNote].filter(Boolean).join('; ')}</p>
      <p className="next" role="timer">
        {shown.until !== '' ? (
          <>
            about <strong className="countdown">{minutesText(shown.fromS)}</strong> by the recipe
          </>
        ) : next && next.until !== '' ? (
          inUnits(units, `then, once ${next.until}: ${next.text}`)
        ) : (
          <>
            <strong className="countdown">{minutesText(next || !over ? left : nowS - step.untilS)}</strong>{' '}
            {next ? (waits ? 'to wait' : `until: ${inUnits(units, next.text)}`) : over ? 'past its time' : 'to go'}
          </>
        )}
      </p>
    </div>
  );
}

/** What is to be done in a step, up to its number. */
function toDo(step: PlanStep, units: Units): string {
  if (!step.pours) return inUnits(units, step.text);
  return step.act === 'pull' ? 'stop at' : `${step.act} to`;
}

/** When a long steep is due, by the clock on the wall. */
function Due({ live, plan }: { live: LiveBrew; plan: Plan }) {
  const today = useToday();
  const due = new Date(dueAt(plan, live.startedAt ?? 0, live.instruments.speed));
  const on = localDate(due);
  const time = clockHere(due);
  return (
    <p className="due">
      Due {on === today ? 'today' : weekdayText(on)} at {time}. You can leave this page: it comes back to the shelf when
      it is due.
    </p>
  );
}

/** What the button of a step says; spoken, with the number that otherwise stands large above it. */
function doneText(step: PlanStep | undefined, units: Units, spoken = false): string {
  if (!step) return 'Done';
  if (step.pours) return spoken ? `Poured to ${weightText(step.toG, units)}` : 'Poured';
  return `${sentenceCase(inUnits(units, step.text))}: done`;
}

/** The scale of a brew; null where none is connected. */
function useScaleFeed(live: LiveBrew, stream: BenchStream): ScaleFeed | null {
  const connected = live.instruments.connected.scale !== undefined;
  const feed = useMemo(() => (connected ? stream.feedOf(live.id) : null), [connected, stream, live.id]);
  useEffect(() => void feed?.catchUp(), [feed]);
  return feed;
}

/** Keeps the screen of a phone lit beside the kettle, where the browser can. */
function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    const hold = (): void => {
      if ('wakeLock' in navigator && document.visibilityState === 'visible')
        void navigator.wakeLock
          .request('screen')
          .then((held) => (lock = held))
          .catch(() => undefined);
    };
    hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      document.removeEventListener('visibilitychange', hold);
      void lock?.release().catch(() => undefined);
    };
  }, []);
}
