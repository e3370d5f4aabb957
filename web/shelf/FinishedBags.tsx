import { Link } from 'react-router';
import type { Lane, Shelf } from '../../contract/shelf/shelf';
import { daysText } from '../../core/text';
import { markOf } from '../../core/cup';
import { dateText, markText } from '../ui/format';
import { useWidth } from '../ui/useWidth';

/** Rest days shown; below this many pixels fewer of them are named. */
const DAYS = 60;
const NARROW = 520;
const HEIGHT = 52;
const BASE = 46;
/** Pixels the ridge rises for a certainty. */
const RISE = 38;

/** Finished bags one under another over their rest days, so that their crests can be compared at a glance. */
export function FinishedBags({ shelf }: { shelf: Shelf }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const step = width < NARROW ? 20 : 10;
  const x = (day: number): number => ((day + 0.5) / (DAYS + 1)) * width;
  return (
    <div>
      <div className="axis">
        <div />
        <div ref={ref}>
          {width > 0 && (
            <svg aria-hidden="true">
              {Array.from({ length: DAYS / step + 1 }, (_, i) => step * i).map((day) => (
                <g key={day}>
                  <line x1={x(day)} x2={x(day)} y1={22} y2={28} />
                  <text x={x(day)} y={17} textAnchor={day === 0 ? 'start' : day === DAYS ? 'end' : 'middle'}>
                    {day === 0 ? 'roasted' : `day ${day}`}
                  </text>
                </g>
              ))}
            </svg>
          )}
        </div>
      </div>
      <div className="lanes">
        {shelf.lanes.map((lane) => (
          <FinishedBag key={lane.id} lane={lane} today={shelf.today} width={width} x={x} />
        ))}
      </div>
      <p className="legend">
        The chance of being at its best on each rest day; the thick line where it was more likely than not; a tick for
        each brew; the figure is its score on its best day, on the scale it was scored on; yours is your own mark.
      </p>
    </div>
  );
}

interface FinishedBagProps {
  lane: Lane;
  today: string;
  width: number;
  x: (day: number) => number;
}

function FinishedBag({ lane, today, width, x }: FinishedBagProps) {
  const { id, name, roaster, verdict, finishedOn, history } = lane;
  const best = history?.days
    ? `at its best on ${daysText(history.days)}`
    : history
      ? 'no day stood out'
      : 'being judged';
  const score = typeof history?.score === 'number' ? markText(history.scale, markOf(history.scale, history.score)) : '';
  const yours = (history?.finalMarks ?? []).map(({ scoringScale, mark }) => markText(scoringScale, mark)).join(', ');
  const about = [yours && `yours ${yours}`, best, history?.soldAgain === 'never again' && 'not sold again'].filter(
    Boolean,
  );
  return (
    <Link className="lane" to={`/bags/${id}`} title={verdict}>
      <span className="lane-text">
        <strong>{name}</strong>
        <span className="state-mark">{score}</span>
        <span className="where">{about.join('; ')}</span>
        <span className="left">{finishedOn === null ? roaster : dateText(finishedOn, today)}</span>
      </span>
      {width > 0 && (
        <svg className="lane-picture" viewBox={`0 0 ${width} ${HEIGHT}`} role="img" aria-label={`${verdict} ${score}`}>
          {history && <Ridge history={history} x={x} />}
          <line className="base" x1={0} x2={width} y1={BASE} y2={BASE} />
          {history?.days && (
            <line
              className="window"
              x1={x(history.days.from)}
              x2={x(Math.min(history.days.to, DAYS))}
              y1={BASE}
              y2={BASE}
            />
          )}
          {history?.brewed
            .filter((day) => day <= DAYS)
            .map((day, i) => (
              <line key={i} className="tick" x1={x(day)} x2={x(day)} y1={BASE - 5} y2={BASE + 6} />
            ))}
        </svg>
      )}
    </Link>
  );
}

function Ridge({ history, x }: { history: NonNullable<Lane['history']>; x: (day: number) => number }) {
  const path = (share: number): string =>
    history.atBest
      .map((p, day) => `${day === 0 ? 'M' : 'L'}${x(day).toFixed(1)} ${(BASE - p * RISE * share).toFixed(1)}`)
      .join(' ');
  return (
    <>
      <path className="ridge" d={`${path(1)} L${x(history.atBest.length - 1)} ${BASE} L${x(0)} ${BASE} Z`} />
      <path className="skyline" d={path(1)} />
      <path className="contour" d={path(0.66)} />
      <path className="contour" d={path(0.33)} />
    </>
  );
}
