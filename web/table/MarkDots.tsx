import { markOf, SCALE_RANGES, type ScoringScale } from '../../core/cup';
import { markText } from '../ui/format';

const WIDTH = 320;
const HEIGHT = 30;
const MARGIN = 12;
const MIDDLE = 13;

/** Every taster's mark of a cup along its scale, with their mean as a stroke. */
export function MarkDots({
  marks,
  mean,
  scale,
}: {
  /** Points, and whether it is the reader’s own. */
  marks: readonly { score: number; isOwn: boolean }[];
  mean: number | null;
  scale: ScoringScale;
}) {
  if (mean === null) return null;
  const { min, max, points } = SCALE_RANGES[scale];
  const [from, to] = [min * points, max * points];
  const x = (score: number): number => MARGIN + ((score - from) / (to - from)) * (WIDTH - 2 * MARGIN);
  const text = (score: number): string => markText(scale, markOf(scale, score));
  return (
    <svg
      className="mark-dots"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Marks: ${marks.map(({ score }) => text(score)).join(', ')}; mean ${text(mean)}`}
    >
      <line className="ground" x1={MARGIN} x2={WIDTH - MARGIN} y1={MIDDLE} y2={MIDDLE} />
      {[from, (from + to) / 2, to].map((at) => (
        <text key={at} x={x(at)} y={HEIGHT - 1} textAnchor={at === from ? 'start' : at === to ? 'end' : 'middle'}>
          {text(at)}
        </text>
      ))}
      {marks.map(({ score, isOwn }, i) => (
        <circle key={i} className={isOwn ? 'own' : ''} cx={x(score)} cy={MIDDLE} r="4.5" />
      ))}
      <line className="mean" x1={x(mean)} x2={x(mean)} y1={MIDDLE - 10} y2={MIDDLE + 8} />
    </svg>
  );
}
