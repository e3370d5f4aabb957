import { useMemo } from 'react';
import { Link } from 'react-router';
import type { Lane, Shelf } from '../../contract/shelf';
import { addDays, daysBetween } from '../../core/rest';
import { dateText, weightText } from '../ui/format';
import { StateMark } from '../domain/StateMark';
import { useWidth } from '../ui/useWidth';
import { LanePicture } from './LanePicture';
import { dateScale, type DateScale } from './dateScale';
import { api } from '../api/api';
import { useUnits } from '../api/useUnits';

/** Below this many pixels the calendar shows fewer weeks. */
const NARROW = 520;

/** All lanes under one calendar, with today as a line through them. */
export function Lanes({ shelf }: { shelf: Shelf }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const scale = useMemo(() => {
    const axis = width < NARROW ? { from: addDays(shelf.today, -21), to: addDays(shelf.today, 21) } : shelf.axis;
    return dateScale(axis, width);
  }, [shelf, width]);
  return (
    <div>
      <div className="axis">
        <div />
        <div ref={ref}>{width > 0 && <Axis today={shelf.today} scale={scale} />}</div>
      </div>
      <div className="lanes">
        {shelf.lanes.map((lane) => (
          <LaneLink key={lane.id} lane={lane} shelf={shelf} scale={scale} />
        ))}
      </div>
      <Legend />
    </div>
  );
}

function LaneLink({ lane, shelf, scale }: { lane: Lane; shelf: Shelf; scale: DateScale }) {
  const units = useUnits();
  const { id, name, roaster, restDay, judged, state, cupsLeft, gramsLeft, frozen, roastAssumed, finishedOn } = lane;
  const where = [
    `day ${restDay}${roastAssumed ? ' (assumed)' : ''}${frozen ? ', frozen' : ''}`,
    judged === 'earlier' ? 'being judged anew' : '',
    roaster,
  ]
    .filter(Boolean)
    .join(' · ');
  const left = finishedOn
    ? `finished ${dateText(finishedOn, shelf.today)}`
    : `${weightText(gramsLeft, units, 0)}, ${cupsLeft} ${cupsLeft === 1 ? 'cup' : 'cups'}`;
  return (
    <Link className="lane" to={`/bags/${id}`} title={lane.verdict}>
      <span className="lane-text">
        <strong>{name}</strong>
        {judged === 'not yet' ? <span className="state-mark unjudged">being judged</span> : <StateMark state={state} />}
        <span className="where">{where}</span>
        <span className="left">{left}</span>
      </span>
      {scale.width > 0 && <LanePicture lane={lane} today={shelf.today} ridgeFrom={shelf.axis.from} scale={scale} />}
    </Link>
  );
}

/** As a calendar counts them. */
const WEEKDAY = { sunday: 0, monday: 1, saturday: 6 } as const;

function Axis({ today, scale }: { today: string; scale: DateScale }) {
  const days = daysBetween(scale.from, scale.to);
  const { weekStartsOn = 'monday' } = api.useSettingsQuery(undefined).data ?? {};
  // The first days of weeks, as far from today as the word needs.
  const weekStarts = Array.from({ length: days + 1 }, (_, i) => addDays(scale.from, i)).filter(
    (date) => new Date(`${date}T12:00:00Z`).getUTCDay() === WEEKDAY[weekStartsOn],
  );
  const step = scale.width / (days / 7) < 56 ? 2 : 1;
  return (
    <svg aria-hidden="true">
      {weekStarts.map((date, i) => {
        const x = scale.x(date);
        const labelled = i % step === 0 && x > 14 && x < scale.width - 14 && Math.abs(x - scale.x(today)) > 46;
        return (
          <g key={date}>
            <line x1={x} x2={x} y1={22} y2={28} />
            {labelled && (
              <text x={x} y={17} textAnchor="middle">
                {dateText(date)}
              </text>
            )}
          </g>
        );
      })}
      <text className="today-word" x={scale.x(today)} y={17} textAnchor="middle">
        Today
      </text>
      <line className="today" x1={scale.x(today)} x2={scale.x(today)} y1={21} y2={28} />
    </svg>
  );
}

function Legend() {
  return (
    <div className="legend" aria-hidden="true">
      <span>
        <svg width="26" height="14" className="lane-picture" style={{ width: 26, height: 14, display: 'inline' }}>
          <path className="ridge" d="M1 12 C6 11 8 2 12 2 C17 2 19 10 25 12 Z" />
          <path className="skyline" d="M1 12 C6 11 8 2 12 2 C17 2 19 10 25 12" />
          <line className="window" x1="7" x2="19" y1="12" y2="12" />
        </svg>
        chance of being at its best; the thick line where it is more likely than not
      </span>
      <span>
        <svg className="lane-picture" style={{ width: 12, height: 14, display: 'inline' }}>
          <circle className="roast" cx="6" cy="7" r="3.5" />
        </svg>
        roasted
      </span>
      <span>
        <svg className="lane-picture" style={{ width: 8, height: 14, display: 'inline' }}>
          <line className="tick" x1="4" x2="4" y1="2" y2="13" />
        </svg>
        a brew
      </span>
      <span>
        <svg className="lane-picture" style={{ width: 8, height: 14, display: 'inline' }}>
          <line className="tick faulted" x1="4" x2="4" y1="2" y2="13" />
        </svg>
        a brew with a fault
      </span>
      <span>
        <svg className="lane-picture" style={{ width: 24, height: 14, display: 'inline' }}>
          <defs>
            <pattern id="frozen-hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <line className="frozen" x1="0" x2="0" y1="0" y2="5" />
            </pattern>
          </defs>
          <rect width="24" height="14" fill="url(#frozen-hatch)" />
        </svg>
        in the freezer
      </span>
    </div>
  );
}
