import { useState } from 'react';
import type { BagPage } from '../../contract/shelf';
import { intensitiesOverDays, levelText, nearestLevel, trend, type Ridgeline } from '../../core/cup';
import { wordsOverDays, type WordOverDays } from '../../core/cup/words';
import { numberText, sentenceCase } from '../ui/format';
import { useVocabulary } from '../domain/useVocabulary';
import { useWidth } from '../ui/useWidth';
import { daysListText } from './daysList';
import { restDayAxis, type RestDayAxis } from './restDayAxis';

const WORDS_MOST = 8;

// Pixels: height of a row of levels, how far a ridge may rise, height of a row of notes, room for the axis.
const LINE = 30;
const RISE = 40;
const WORD = 22;
const AXIS = 34;

/** Levels as a stack of ridgelines over the rest days, and below them the notes coming and going. */
export function IntensitiesOverDays({ page }: { page: BagPage }) {
  const { brews, settings, bag, verdict } = page;
  const { vocabulary } = useVocabulary();
  const counted = brews.filter(({ fault }) => fault === null).map(({ restDay, cup }) => ({ restDay, ...cup }));
  const lines = intensitiesOverDays(
    settings.intensityAttributes.map(({ id }) => id),
    counted,
  );
  const words = wordsOverDays(vocabulary, counted)
    .filter(({ days, cups }) => days.length > 1 || cups > 1)
    .slice(0, WORDS_MOST);
  const [ref, width] = useWidth<HTMLDivElement>();
  if (lines.length + words.length === 0) return null;
  const names = new Map(settings.intensityAttributes.map(({ id, name }) => [id, sentenceCase(name)]));
  return (
    <section className="mt-3">
      <h2>Levels and notes over the days</h2>
      <p className="quiet small mb-1">
        {lines.length > 0
          ? 'How much there was, 1 to 5, on each day; not how good it was.'
          : 'Notes met more than once, and on which days. Give levels at the cup and they stand above these.'}
      </p>
      <div ref={ref}>
        {width > 0 && (
          <Picture
            {...{ width, lines, words, names }}
            axis={restDayAxis(page, width)}
            today={bag.finishedOn === null ? verdict.restDay : null}
          />
        )}
      </div>
      <IntensitiesTable {...{ lines, words, names }} />
    </section>
  );
}

interface PictureProps {
  width: number;
  lines: readonly Ridgeline[];
  words: readonly WordOverDays[];
  names: ReadonlyMap<string, string>;
  axis: RestDayAxis;
  today: number | null;
}

function Picture({ width, lines, words, names, axis, today }: PictureProps) {
  const { left, right, lastDay, ticks, narrow } = axis;
  const x = (day: number): number => left + (day / lastDay) * (width - left - right);
  const shortened = (name: string): string => {
    const longest = narrow ? 11 : 14;
    return name.length > longest ? `${name.slice(0, longest - 1)}…` : name;
  };
  const top = lines.length > 0 ? RISE - LINE + 8 : 4;
  const base = (i: number): number => top + (i + 1) * LINE;
  const wordY = (i: number): number => top + lines.length * LINE + 16 + i * WORD;
  const bottom = wordY(words.length) - WORD / 2 + 4;
  return (
    <svg
      className="ridgelines"
      width={width}
      height={bottom + AXIS}
      role="img"
      aria-label="Levels and notes over the rest days; the same as a table below."
    >
      {ticks.map((day) => (
        <g key={day}>
          <line className="tick" x1={x(day)} x2={x(day)} y1={top} y2={bottom} />
          <text x={x(day)} y={bottom + 14} textAnchor="middle">
            {day}
          </text>
        </g>
      ))}
      <text x={(left + width - right) / 2} y={bottom + 29} textAnchor="middle">
        rest day
      </text>
      {today !== null && <line className="today" x1={x(today)} x2={x(today)} y1={top} y2={bottom} />}
      {lines.map((line, i) => (
        <Ridge
          key={line.attribute}
          name={names.get(line.attribute) ?? line.attribute}
          line={line}
          shortName={shortened(names.get(line.attribute) ?? line.attribute)}
          x={x}
          base={base(i)}
          from={left}
          end={width - right}
        />
      ))}
      {words.map(({ word, days }, i) => (
        <g key={word.id}>
          <text className="name" x={left - 8} y={wordY(i) + 4} textAnchor="end">
            {shortened(word.name)}
            <title>{word.name}</title>
          </text>
          <line className="seen" x1={x(days[0] ?? 0)} x2={x(days.at(-1) ?? 0)} y1={wordY(i)} y2={wordY(i)} />
          {days.map((day) => (
            <circle key={day} className="found" cx={x(day)} cy={wordY(i)} r={4}>
              <title>{`${word.name}, day ${day}`}</title>
            </circle>
          ))}
        </g>
      ))}
    </svg>
  );
}

function Ridge({
  name,
  shortName,
  line,
  x,
  base,
  from,
  end,
}: {
  name: string;
  shortName: string;
  line: Ridgeline;
  x: (day: number) => number;
  base: number;
  from: number;
  end: number;
}) {
  const y = (intensity: number): number => base - ((intensity - 1) / 4) * RISE;
  const points = line.points.map(({ day, intensity }) => `${x(day)},${y(intensity)}`);
  const [first, last] = [line.points[0], line.points.at(-1)];
  return (
    <g>
      <line className="base" x1={from} x2={end} y1={base} y2={base} />
      {first && last && line.points.length > 1 && (
        <path className="area" d={`M${x(first.day)},${base} L${points.join(' L')} L${x(last.day)},${base} Z`} />
      )}
      {line.points.map(({ day, intensity }) => (
        <circle key={day} className="point" cx={x(day)} cy={y(intensity)} r={2.5}>
          <title>{`${name}, day ${day}: ${levelText(nearestLevel(intensity))}`}</title>
        </circle>
      ))}
      <text className="name" x={from - 8} y={base - 2} textAnchor="end">
        {shortName}
        <title>{name}</title>
      </text>
    </g>
  );
}

/** The picture in words and figures. */
function IntensitiesTable({ lines, words, names }: Pick<PictureProps, 'lines' | 'words' | 'names'>) {
  const [open, setOpen] = useState(false);
  return (
    <details className="small quiet" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>The same as a table</summary>
      {open && (
        <div className="table-of-days" tabIndex={0} role="region" aria-label="Levels and notes as a table">
          <table>
            <tbody>
              {lines.map((line) => (
                <tr key={line.attribute}>
                  <th scope="row" className="text-start">
                    {names.get(line.attribute) ?? line.attribute}
                  </th>
                  <td className="text-start">
                    {line.points.map(({ day, intensity }) => `day ${day}: ${numberText(intensity, 1)}`).join(', ')};{' '}
                    {trend(line)}
                    {likedText(line)}
                  </td>
                </tr>
              ))}
              {words.map(({ word, days, cups }) => (
                <tr key={word.id}>
                  <th scope="row" className="text-start">
                    {sentenceCase(word.name)}
                  </th>
                  <td className="text-start">
                    {daysListText(days)}, in {cups} cups
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </details>
  );
}

function likedText({ liked }: Ridgeline): string {
  const said = Object.entries(liked).filter(([, times]) => times > 0);
  return said.length === 0 ? '' : `; ${said.map(([adequacy, times]) => `${adequacy} ${times}×`).join(', ')}`;
}
