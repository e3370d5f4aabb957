import { useSyncExternalStore } from 'react';
import { pourError, type PlanStep } from '../../core/brew';
import { numberText, weightText } from '../ui/format';
import type { ScaleFeed } from './scaleFeed';
import { useUnits } from '../api/useUnits';

/** A scale that has said nothing for so long, seconds, is said to be silent; faster time comes in larger pieces. */
const silentAfter = (speed: number): number => Math.max(1, 0.4 * speed);

interface Props {
  feed: ScaleFeed;
  step: PlanStep;
  nowS: number;
  speed: number;
}

/** What the scale says beside what it should say: the weight, the flow, and over- or under-pour at once. */
export function Pour({ feed, step, nowS, speed }: Props) {
  const units = useUnits();
  const { weightG, gPerS, atS, flawed } = useSyncExternalStore(feed.subscribe, feed.snapshot);
  if (weightG === null) return <p className="pour quiet">The scale has said nothing yet.</p>;
  const silent = atS === null || nowS - atS > silentAfter(speed);
  const error = pourError(step.toG, weightG);
  const flowing = gPerS !== null && gPerS > 0.5;
  const said =
    error > 0
      ? `${weightText(error, units, 0)} over`
      : nowS > step.doneS && error < 0 && !flowing
        ? `${weightText(-error, units, 0)} short`
        : flowing
          ? `${weightText(Math.max(0, step.toG - weightG), units, 0)} to go`
          : error === 0
            ? 'on target'
            : '';
  return (
    <p className={`pour ${error > 0 ? 'over' : ''}`}>
      <output className="weight" aria-label="Weight on the scale">
        {weightText(Math.max(0, weightG), units)}
      </output>
      <span className="flow">{flowing ? `${numberText(gPerS, 1)} g/s` : ''}</span>
      <strong className="miss">{silent ? 'scale silent' : said}</strong>
      {flawed > 0 && (
        <span className="quiet small">
          {flawed} {flawed === 1 ? 'reading' : 'readings'} ignored
        </span>
      )}
    </p>
  );
}
