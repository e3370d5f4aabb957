import { groupBy } from 'es-toolkit';
import { useMemo, useRef } from 'react';
import { Link } from 'react-router';
import type { OrderAdvice } from '../../contract/shelf/order';
import type { Plan, PlannedCup } from '../../contract/shelf/plan';
import type { Lane, Shelf } from '../../contract/shelf/shelf';
import { addDays, daysBetween } from '../../core/rest';
import { dateText, weekdayText, weightText } from '../ui/format';
import { StateMark } from '../domain/StateMark';
import { useWidth } from '../ui/useWidth';
import { LanePicture, OrderPicture } from './LanePicture';
import { PlannedCups } from './PlannedCups';
import { usePlanMarks, type PlanMarks } from './usePlanMarks';
import { useZoom, useZoomGestures, zoomedAxis, ZOOMS, type Zoom } from './zoom';
import { dateScale, type DateScale } from './dateScale';
import { api } from '../api/api';
import { useUnits } from '../api/useUnits';

/** Below this many pixels the calendar shows fewer days. */
const NARROW = 520;

/** All lanes under one calendar, with today as a line through them, and the cups that are planned. */
export function Lanes({ shelf }: { shelf: Shelf }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const whole = useRef<HTMLDivElement>(null);
  const { zoom, choose, step } = useZoom();
  useZoomGestures(whole, step);
  const { data: plan } = api.usePlanQuery({ today: shelf.today });
  const { data: orders = [] } = api.useOrdersQuery({ today: shelf.today });
  const marks = usePlanMarks();
  const scale = useMemo(
    () => dateScale(zoomedAxis(zoom, shelf.today, width < NARROW), width),
    [shelf.today, width, zoom],
  );
  const cups = useMemo(() => groupBy(plan?.cups ?? [], ({ bagId }) => bagId), [plan]);
  return (
    <div ref={whole} className="calendar">
      <div className="axis">
        <ZoomTaps zoom={zoom} choose={choose} />
        <div ref={ref}>{width > 0 && <Axis today={shelf.today} scale={scale} visits={visitsOf(plan)} />}</div>
      </div>
      <div className="lanes">
        {shelf.lanes.map((lane) => (
          <LaneRow key={lane.id} {...{ lane, shelf, scale, marks }} cups={cups[lane.id] ?? []} />
        ))}
        {orders
          .filter(({ order }) => order.orderedOn !== null)
          .map((advice) => (
            <OrderLane
              key={advice.order.id}
              {...{ advice, scale }}
              today={shelf.today}
              cups={cups[advice.order.id] ?? []}
            />
          ))}
      </div>
      <Legend />
    </div>
  );
}

const visitsOf = (plan: Plan | undefined): string[] =>
  (plan?.marks ?? []).filter(({ kind }) => kind === 'visit').map(({ on }) => on);

function ZoomTaps({ zoom, choose }: { zoom: Zoom; choose: (zoom: Zoom) => void }) {
  return (
    <div className="zooms" role="group" aria-label="Days shown">
      {ZOOMS.map((one) => (
        <button key={one.id} type="button" aria-pressed={one === zoom} onClick={() => choose(one)}>
          {one.name}
        </button>
      ))}
    </div>
  );
}

interface LaneProps {
  lane: Lane;
  shelf: Shelf;
  scale: DateScale;
  cups: readonly PlannedCup[];
  marks: PlanMarks;
}

function LaneRow({ lane, shelf, scale, cups, marks }: LaneProps) {
  const units = useUnits();
  const { id, name, roaster, restDay, judged, state, cupsLeft, gramsLeft, inFreezerG, frozen, roastAssumed } = lane;
  const where = [
    `day ${restDay}${roastAssumed ? ' (assumed)' : ''}${frozen ? ', frozen' : ''}`,
    judged === 'earlier' ? 'being judged anew' : '',
    inFreezerG > 0 ? `${weightText(inFreezerG, units, 0)} frozen` : '',
    roaster,
  ]
    .filter(Boolean)
    .join(' · ');
  return (
    <div className="lane">
      <Link className="lane-text" to={`/bags/${id}`} title={lane.verdict}>
        <strong>{name}</strong>
        {judged === 'not yet' ? <span className="state-mark unjudged">being judged</span> : <StateMark state={state} />}
        <span className="where">{where}</span>
        <span className="left">
          {weightText(gramsLeft, units, 0)}, {cupsLeft} {cupsLeft === 1 ? 'cup' : 'cups'}
        </span>
      </Link>
      {scale.width > 0 && (
        <div className="lane-days">
          <LanePicture lane={lane} today={shelf.today} ridgeFrom={shelf.axis.from} scale={scale} />
          <PlannedCups cups={cups} today={shelf.today} scale={scale} marks={marks} />
        </div>
      )}
    </div>
  );
}

/** A bag on its way: when it arrives, and the days it is expected at its best. */
function OrderLane({
  advice,
  today,
  scale,
  cups,
}: {
  advice: OrderAdvice;
  today: string;
  scale: DateScale;
  cups: readonly PlannedCup[];
}) {
  const { order, headline, bestFrom, bestTo } = advice;
  return (
    <div className="lane">
      <Link className="lane-text" to="/plan#orders" title={headline}>
        <strong>{order.name}</strong>
        <span className="state-mark">on its way</span>
        <span className="where">{order.roaster}</span>
        <span className="left">{order.arrivesOn === null ? '' : `here ${dateText(order.arrivesOn, today)}`}</span>
      </Link>
      {scale.width > 0 && (
        <div className="lane-days">
          <OrderPicture
            {...{ today, scale, headline: plannedOf(headline, cups) }}
            arrivesOn={order.arrivesOn}
            best={bestFrom !== null && bestTo !== null ? { from: bestFrom, to: bestTo } : null}
          />
          {cups
            .filter(({ on }) => scale.shows(on))
            .map(({ on, why }, i) => (
              <span
                key={i}
                className="planned-cup"
                style={{ left: scale.x(on) }}
                title={`${weekdayText(on)}. ${why}`}
              />
            ))}
        </div>
      )}
    </div>
  );
}

const plannedOf = (headline: string, { length }: readonly PlannedCup[]): string =>
  length === 0 ? headline : `${headline} ${length === 1 ? 'One cup' : `${length} cups`} of it planned.`;

/** As a calendar counts them. */
const WEEKDAY = { sunday: 0, monday: 1, saturday: 6 } as const;

function Axis({ today, scale, visits }: { today: string; scale: DateScale; visits: readonly string[] }) {
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
      {visits
        .filter((on) => scale.shows(on))
        .map((on) => (
          <path key={on} className="visit" d={`M${scale.x(on) - 4} 22 h8 l-4 6 Z`} />
        ))}
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
        <span className="planned-cup sample" />a cup planned
      </span>
      <span>
        <span className="planned-cup pinned sample" />
        set by you
      </span>
      <span>
        <span className="planned-cup of-portion sample" />
        out of the freezer
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
