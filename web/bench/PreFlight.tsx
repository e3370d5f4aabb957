import { api } from '../api/api';
import { useHotkeys } from 'react-hotkeys-hook';
import type { LiveBrew } from '../../contract/bench/live';
import { checksFor, type Check } from '../../core/brew';
import { CHECK_WORDS } from '../../core/text';
import { ProblemNote } from '../ui/ProblemNote';
import { RecipeLines } from '../domain/RecipeLines';
import { JoinInstruments } from './JoinInstruments';
import { onControl } from './keys';
import { Thermometer } from './Thermometer';
import type { Change } from './useLiveChanges';

/** A second cone is poured while the first draws down. */
const STAGGER_S = 30;

interface Props {
  live: LiveBrew;
  change: Change;
  /** Whether the keys of the page are for this brew. */
  chosen: boolean;
  /** The brew beside it: one of the two can start a set time after the other. */
  other: LiveBrew | null;
}

/** Before the water goes on: a tick for each thing that is forgotten once and spoils the cup. */
export function PreFlight({ live, change, chosen, other }: Props) {
  const [start, { error, isLoading }] = api.useStartLiveMutation();
  const checks = checksFor(live.recipe.kind);
  const toggle = (check: Check): void =>
    change(({ ticked }) => ({
      ticked: ticked.includes(check) ? ticked.filter((one) => one !== check) : [...ticked, check],
    }));
  const go = (inS = 0): void => void start({ id: live.id, body: { inS } });
  useHotkeys(
    checks.map((_, i) => String(i + 1)).join(','),
    (event) => {
      const check = checks[Number(event.key) - 1];
      if (check) toggle(check);
    },
    { enabled: chosen, useKey: true },
    [live],
  );
  useHotkeys('space', () => go(), { enabled: chosen, preventDefault: true, ignoreEventWhen: onControl }, [live.id]);
  const open = checks.filter((check) => !live.ticked.includes(check));
  const staggered = other !== null && other.endedS === null;
  return (
    <div className="pre-flight">
      <div className="hand">
        <JoinInstruments live={live} />
        <div className="ticks">
          {checks.map((check, i) => {
            const done = live.ticked.includes(check);
            return (
              <button
                key={check}
                type="button"
                className="tick"
                role="checkbox"
                aria-checked={done}
                aria-keyshortcuts={String(i + 1)}
                onClick={() => toggle(check)}
              >
                <span className="box" aria-hidden="true">
                  {done ? '✓' : ''}
                </span>
                <span>{CHECK_WORDS[check]}</span>
                <kbd aria-hidden="true">{i + 1}</kbd>
              </button>
            );
          })}
        </div>
        {live.recipe.waterC !== null && live.recipe.kind !== 'espresso' && (
          <Thermometer live={live} listening={chosen} />
        )}
        <ProblemNote error={error} />
        <div className="bench-actions">
          <button type="button" className="btn btn-primary main" disabled={isLoading} onClick={() => go()}>
            Start
          </button>
          {staggered && (
            <button type="button" className="btn btn-plain" disabled={isLoading} onClick={() => go(STAGGER_S)}>
              Start in {STAGGER_S} s
            </button>
          )}
          <p className="quiet small" role="status">
            {open.length === 0
              ? 'All ready.'
              : open.includes('rinse-thrown-away')
                ? 'Is the rinse water thrown away?'
                : `Not ticked: ${open.map((check) => CHECK_WORDS[check].toLowerCase()).join(', ')}.`}
          </p>
        </div>
      </div>
      <div className="beside">
        <RecipeLines recipe={live.recipe} />
      </div>
    </div>
  );
}
