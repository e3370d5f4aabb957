import type { KeyboardEvent } from 'react';
import type { Comparison } from '../../../core/cup';
import { DefaultZIndexes, useXAxisScale, useYAxisScale, ZIndexLayer } from 'recharts';

/** A brew in the units of the chart. */
export interface PlottedBrew {
  id: string;
  day: number;
  restDay: number;
  asScored: number;
  /** Null when the brew is left out of the judgement. */
  atReference: number | null;
  chosen: boolean;
  comparisons: readonly Comparison[];
}

/** Every brew in a chart: hollow as scored, filled at the reference recipe, a thread between; a cross when left out. */
export function BrewPoints({ brews, onChoose }: { brews: readonly PlottedBrew[]; onChoose: (id: string) => void }) {
  const x = useXAxisScale();
  const y = useYAxisScale();
  if (!x || !y) return null;
  // Above everything else, so that a thumb reaches them.
  return (
    <ZIndexLayer zIndex={DefaultZIndexes.label}>
      {brews.flatMap((brew) =>
        brew.comparisons.map(({ thanId, was }) => {
          const other = brews.find(({ id }) => id === thanId);
          if (!other || brew.atReference === null || other.atReference === null) return null;
          const [worse, better] = was === 'worse' ? [brew, other] : [other, brew];
          return (
            <ComparedArrow
              key={`${brew.id} ${thanId}`}
              from={{ x: x(worse.day) ?? 0, y: y(worse.asScored) ?? 0 }}
              to={{ x: x(better.day) ?? 0, y: y(better.asScored) ?? 0 }}
              alike={was === 'like'}
            />
          );
        }),
      )}
      {brews.map((brew) => (
        <BrewPoint
          key={brew.id}
          brew={brew}
          x={x(brew.day) ?? 0}
          y={(level) => y(level) ?? 0}
          onChoose={() => onChoose(brew.id)}
        />
      ))}
    </ZIndexLayer>
  );
}

interface Spot {
  x: number;
  y: number;
}

/** Clear of the circles at both ends, px. */
const CLEAR = 8;

/** An arrow from the worse cup to the better one, bowed upward; a dashed line between two that were alike. */
function ComparedArrow({ from, to, alike }: { from: Spot; to: Spot; alike: boolean }) {
  const bow = { x: (from.x + to.x) / 2, y: Math.min(from.y, to.y) - 10 };
  const towards = (spot: Spot, by: number): Spot => {
    const far = Math.hypot(bow.x - spot.x, bow.y - spot.y) || 1;
    return { x: spot.x + ((bow.x - spot.x) * by) / far, y: spot.y + ((bow.y - spot.y) * by) / far };
  };
  const [start, end] = [towards(from, CLEAR), towards(to, CLEAR)];
  const neck = towards(to, CLEAR + 6);
  const across = { x: ((end.y - neck.y) / 6) * 3, y: ((neck.x - end.x) / 6) * 3 };
  return (
    <g aria-hidden="true">
      <path
        className={alike ? 'compared alike' : 'compared'}
        d={`M${start.x} ${start.y} Q${bow.x} ${bow.y} ${end.x} ${end.y}`}
      />
      {!alike && (
        <path
          className="compared-head"
          d={`M${end.x} ${end.y} L${neck.x + across.x} ${neck.y + across.y} L${neck.x - across.x} ${neck.y - across.y} Z`}
        />
      )}
    </g>
  );
}

function BrewPoint({
  brew,
  x,
  y,
  onChoose,
}: {
  brew: PlottedBrew;
  x: number;
  y: (level: number) => number;
  onChoose: () => void;
}) {
  const { restDay, asScored, atReference, chosen } = brew;
  const scored = y(asScored);
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    onChoose();
  };
  return (
    <g
      className={chosen ? 'brew-point chosen' : 'brew-point'}
      onClick={onChoose}
      onKeyDown={onKeyDown}
      tabIndex={0}
      role="button"
      aria-label={`Brew of day ${restDay}`}
      aria-pressed={chosen}
    >
      <circle cx={x} cy={scored} r={12} fill="transparent" />
      {atReference === null ? (
        <path className="out" d={`M${x - 4} ${scored - 4} l8 8 m0 -8 l-8 8`} />
      ) : (
        <>
          <line className="thread" x1={x} x2={x} y1={scored} y2={y(atReference)} />
          <circle className="as-scored" cx={x} cy={scored} r={5} />
          <circle className="at-reference" cx={x} cy={y(atReference)} r={3} />
        </>
      )}
    </g>
  );
}
