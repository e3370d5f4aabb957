import type { Lane } from '../../contract/shelf/shelf';
import { addDays } from '../../core/rest';
import type { DateScale } from './dateScale';

const HEIGHT = 52;
const BASE = 46;
/** Pixels the ridge rises for a certainty. */
const RISE = 38;
/** Probabilities below this are no ridge worth drawing. */
const FLOOR = 0.02;

/** One bag on the calendar: roast, freezer, brews, and its likely window as a ridge rising out of the lane. */
export function LanePicture({
  lane,
  today,
  ridgeFrom,
  scale,
}: {
  lane: Lane;
  today: string;
  ridgeFrom: string;
  scale: DateScale;
}) {
  const points = lane.ridge.map((p, i) => ({ date: addDays(ridgeFrom, i), p })).filter(({ date }) => scale.shows(date));
  const path = (share: number): string =>
    points
      .map(
        ({ date, p }, i) =>
          `${i === 0 ? 'M' : 'L'}${scale.x(date).toFixed(1)} ${(BASE - (p < FLOOR ? 0 : p) * RISE * share).toFixed(1)}`,
      )
      .join(' ');
  const first = points[0];
  const last = points.at(-1);
  const start = lane.roastedOn > scale.from ? scale.x(lane.roastedOn) : 0;
  return (
    <svg className="lane-picture" viewBox={`0 0 ${scale.width} ${HEIGHT}`} role="img" aria-label={lane.verdict}>
      {lane.frozenSpans.map((span) => (
        <FrozenSpan key={span.from} span={span} scale={scale} />
      ))}
      {first && last && (
        <>
          <path className="ridge" d={`${path(1)} L${scale.x(last.date)} ${BASE} L${scale.x(first.date)} ${BASE} Z`} />
          <path className="skyline" d={path(1)} />
          <path className="contour" d={path(0.66)} />
          <path className="contour" d={path(0.33)} />
        </>
      )}
      <line className="base" x1={start} x2={scale.width} y1={BASE} y2={BASE} />
      {lane.window && lane.state !== 'steady' && <WindowLine window={lane.window} scale={scale} />}
      {lane.roastedOn >= scale.from ? (
        <circle className="roast" cx={scale.x(lane.roastedOn)} cy={BASE} r="4" />
      ) : (
        <path className="earlier" d={`M6 ${BASE - 4} L1 ${BASE} L6 ${BASE + 4}`}>
          <title>Roasted before the days shown</title>
        </path>
      )}
      {lane.brews
        .filter(({ on }) => scale.shows(on))
        .map(({ on, faulted }, i) => (
          <line
            key={i}
            className={faulted ? 'tick faulted' : 'tick'}
            x1={scale.x(on)}
            x2={scale.x(on)}
            y1={BASE - 5}
            y2={BASE + 5}
          />
        ))}
      <line className="today" x1={scale.x(today)} x2={scale.x(today)} y1={0} y2={HEIGHT} />
    </svg>
  );
}

/** A bag on its way: a ring where it arrives, and the days it is expected at its best. */
export function OrderPicture({
  arrivesOn,
  best,
  today,
  scale,
  headline,
}: {
  arrivesOn: string | null;
  best: { from: string; to: string } | null;
  today: string;
  scale: DateScale;
  headline: string;
}) {
  return (
    <svg className="lane-picture" viewBox={`0 0 ${scale.width} ${HEIGHT}`} role="img" aria-label={headline}>
      {arrivesOn !== null && scale.shows(arrivesOn) && (
        <>
          <line className="base" x1={scale.x(arrivesOn)} x2={scale.width} y1={BASE} y2={BASE} />
          <circle className="roast" cx={scale.x(arrivesOn)} cy={BASE} r="4" />
        </>
      )}
      {best && <WindowLine window={best} scale={scale} />}
      <line className="today" x1={scale.x(today)} x2={scale.x(today)} y1={0} y2={HEIGHT} />
    </svg>
  );
}

function FrozenSpan({ span, scale }: { span: { from: string; to: string | null }; scale: DateScale }) {
  if (span.from > scale.to || (span.to !== null && span.to < scale.from)) return null;
  const from = span.from > scale.from ? scale.x(span.from) : 0;
  const to = span.to === null || span.to > scale.to ? scale.width : scale.x(span.to);
  return <rect x={from} y={BASE - 14} width={Math.max(0, to - from)} height={14} fill="url(#frozen-hatch)" />;
}

/** The days more likely than not at their best, as a stroke along the ground. */
function WindowLine({ window, scale }: { window: { from: string; to: string }; scale: DateScale }) {
  if (window.from > scale.to || window.to < scale.from) return null;
  return (
    <line
      className="window"
      x1={window.from < scale.from ? 0 : scale.x(window.from)}
      x2={window.to > scale.to ? scale.width : scale.x(window.to)}
      y1={BASE}
      y2={BASE}
    />
  );
}
