import { Area, ComposedChart, Line, ReferenceArea, ReferenceLine, XAxis, YAxis } from 'recharts';
import { isExpectation, isOnlyCompared } from '../../../core/crest';
import type { BagPage } from '../../../contract/shelf/shelf';
import type { Verdict } from '../../../contract/bag/verdict';
import { SCALE_RANGES } from '../../../core/cup';
import { inScale, numberText } from '../../ui/format';
import { levelTicks } from '../../ui/ticks';
import { useWidth } from '../../ui/useWidth';
import { BrewPoints, type PlottedBrew } from './BrewPoints';
import { restDayAxis } from './restDayAxis';

interface Props {
  page: BagPage;
  chosen: string | null;
  onChoose: (id: string) => void;
}

/** What stands on the axis: of a bag without marks it is not a score. */
function levelName(basis: Verdict['basis']): string {
  if (isOnlyCompared(basis)) return 'below its best, by comparison';
  const by = basis.marks === 0 && basis.levels > 0 ? ' by levels' : '';
  return `score${by} at the reference recipe`;
}

/** The ridge: score at the reference recipe against rest day, with its band, window and core, today, and every brew. */
export function RidgeChart({ page, chosen, onChoose }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { verdict, brews } = page;
  // Where nothing was marked nobody knows how high the ridge stands: what is known is how far below its best.
  const onlyCompared = isOnlyCompared(verdict.basis);
  const top = onlyCompared ? Math.max(...verdict.curve.map(({ mean }) => mean)) : 0;
  const scoringScale = (score: number): number => inScale(verdict.scale, score - top);
  const restDays = new Map(brews.map((brew) => [brew.id, brew.restDay]));
  const points: PlottedBrew[] = verdict.brews.flatMap((brew) =>
    brew.asScored === null
      ? []
      : [
          {
            id: brew.id,
            day: brew.age,
            restDay: restDays.get(brew.id) ?? Math.floor(brew.age),
            asScored: scoringScale(brew.asScored),
            atReference: brew.atReference === null ? null : scoringScale(brew.atReference),
            chosen: brew.id === chosen,
            comparisons: brews.find(({ id }) => id === brew.id)?.cup.comparisons ?? [],
          },
        ],
  );
  const { left, right, lastDay, ticks, narrow } = restDayAxis(page, width);
  const curve = verdict.curve
    .filter(({ day }) => day <= lastDay)
    .map(({ day, mean, lo, hi }) => ({ day, mean: scoringScale(mean), band: [scoringScale(lo), scoringScale(hi)] }));
  const levels = [...points.flatMap((p) => [p.asScored, p.atReference ?? p.asScored]), ...curve.flatMap((c) => c.band)];
  const yTicks = onlyCompared
    ? levelTicks(Math.min(...levels), Math.max(...levels))
    : levelTicks(Math.max(0, Math.min(...levels)), Math.min(SCALE_RANGES[verdict.scale].max, Math.max(...levels)));
  const { window, core } = verdict;
  return (
    <figure className="mb-0">
      <div
        ref={ref}
        className="ridge-chart"
        role="group"
        aria-label={`${onlyCompared ? 'Below its best, by comparison' : 'Score'} against rest day. ${verdict.verdict} The table below gives the curve day by day.`}
      >
        {width > 0 && (
          <ComposedChart
            width={width}
            height={narrow ? 272 : 336}
            data={curve}
            margin={{ top: 22, right, bottom: 22, left: 0 }}
            accessibilityLayer={false}
          >
            {window && !isExpectation(verdict) && (
              <ReferenceArea
                x1={window.from}
                x2={Math.min(window.to, lastDay)}
                fill="var(--sc-lichen-fill)"
                fillOpacity={0.14}
                label={{ value: narrow ? '' : 'window', position: 'insideTopLeft' }}
              />
            )}
            {core && !isExpectation(verdict) && verdict.state !== 'steady' && (
              <ReferenceArea
                x1={core.from}
                x2={Math.min(core.to, lastDay)}
                fill="var(--sc-lichen-fill)"
                fillOpacity={0.2}
                label={{ value: core.to - core.from > 3 && !narrow ? 'core' : '', position: 'insideBottom' }}
              />
            )}
            <XAxis
              dataKey="day"
              type="number"
              domain={[0, lastDay]}
              ticks={ticks}
              label={{ value: 'rest day', position: 'insideBottom', offset: -14 }}
            />
            <YAxis
              domain={[yTicks[0] ?? 0, yTicks.at(-1) ?? 1]}
              ticks={yTicks}
              tickFormatter={(v: number) => `${v < 0 ? '−' : ''}${numberText(Math.abs(v), 2)}`}
              width={left}
              label={{
                value: levelName(verdict.basis),
                angle: -90,
                position: 'insideLeft',
                offset: left - 48,
                style: { textAnchor: 'middle' },
              }}
            />
            <Area
              dataKey="band"
              fill="var(--sc-lichen-fill)"
              fillOpacity={0.3}
              stroke="none"
              isAnimationActive={false}
              activeDot={false}
            />
            <Line
              dataKey="mean"
              stroke="var(--sc-lichen)"
              strokeWidth={2.5}
              dot={false}
              activeDot={false}
              isAnimationActive={false}
            />
            {verdict.restDay <= lastDay && (
              <ReferenceLine
                x={verdict.restDay}
                stroke="var(--sc-ember)"
                strokeWidth={1.5}
                label={{ value: 'today', position: 'top', style: { fill: 'var(--sc-ember)', fontWeight: 600 } }}
              />
            )}
            <BrewPoints brews={points} onChoose={onChoose} />
          </ComposedChart>
        )}
      </div>
      <figcaption className="legend mt-0" aria-hidden="true">
        <span>
          <svg width="14" height="12" className="ridge-chart" style={{ width: 14, height: 12 }}>
            <circle className="as-scored" cx="6" cy="6" r="4.5" />
          </svg>
          {onlyCompared ? 'as compared' : 'as scored'}
        </span>
        <span>
          <svg style={{ width: 14, height: 12 }} className="ridge-chart">
            <circle className="at-reference" cx="6" cy="6" r="3.5" />
          </svg>
          at the reference recipe
        </span>
        <span>
          <svg style={{ width: 14, height: 12 }} className="ridge-chart">
            <path className="out" d="M2 2 L10 10 M10 2 L2 10" />
          </svg>
          left out
        </span>
        {points.some(({ comparisons }) => comparisons.length > 0) && (
          <span>
            <svg style={{ width: 18, height: 12 }} className="ridge-chart">
              <path className="compared" d="M1 9 Q8 1 14 5" />
              <path className="compared-head" d="M11 2.5 L16 5.5 L11 7.5 Z" />
            </svg>
            points to the better cup
          </span>
        )}
        <span>band: 8 in 10 chance</span>
      </figcaption>
    </figure>
  );
}
