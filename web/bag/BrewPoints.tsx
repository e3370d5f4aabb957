import type { KeyboardEvent } from 'react';
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
}

/** Every brew in a chart: hollow as scored, filled at the reference recipe, a thread between; a cross when left out. */
export function BrewPoints({ brews, onChoose }: { brews: readonly PlottedBrew[]; onChoose: (id: string) => void }) {
  const x = useXAxisScale();
  const y = useYAxisScale();
  if (!x || !y) return null;
  // Above everything else, so that a thumb reaches them.
  return (
    <ZIndexLayer zIndex={DefaultZIndexes.label}>
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
