const WIDTH = 300;
const HEIGHT = 18;
const MIDDLE = 9;

/** An interval of probability 0.8 on an axis, with its middle; and a mark where nothing would be. */
export function IntervalBar({
  span,
  value: { lo, mean, hi },
  zero,
  label,
}: {
  span: { from: number; to: number };
  value: { lo: number; mean: number; hi: number };
  zero?: number;
  label: string;
}) {
  const x = (value: number): number =>
    Math.min(WIDTH - 4, Math.max(4, 4 + ((value - span.from) / (span.to - span.from)) * (WIDTH - 8)));
  return (
    <svg className="interval-bar" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label}>
      <line className="ground" x1="4" x2={WIDTH - 4} y1={MIDDLE} y2={MIDDLE} />
      {zero !== undefined && <line className="zero" x1={x(zero)} x2={x(zero)} y1="2" y2={HEIGHT - 2} />}
      <line className="span" x1={x(lo)} x2={x(hi)} y1={MIDDLE} y2={MIDDLE} />
      <circle cx={x(mean)} cy={MIDDLE} r="4.5" />
    </svg>
  );
}

/** An axis that holds every interval, with a little room. */
export function spanOf(
  values: readonly { lo: number; hi: number }[],
  also: readonly number[] = [],
): { from: number; to: number } {
  const from = Math.min(...values.map(({ lo }) => lo), ...also);
  const to = Math.max(...values.map(({ hi }) => hi), ...also);
  const room = Math.max(0.5, (to - from) * 0.04);
  return { from: from - room, to: to + room };
}
