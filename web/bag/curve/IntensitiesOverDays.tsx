import { useState } from 'react';
import type { BagPage } from '../../../contract/shelf/shelf';
import {
  DRYNESSES,
  feelOverDays,
  finishLevel,
  intensitiesOverDays,
  levelText,
  nearestLevel,
  trend,
  type FeelOverDays,
  type Ridgeline,
} from '../../../core/cup';
import { placesAlone, wordsOverDays } from '../../../core/cup/words';
import { feelTexts, placesText } from '../../../core/text';
import { numberText, sentenceCase } from '../../ui/format';
import { useVocabulary } from '../../domain/useVocabulary';
import { useWidth } from '../../ui/useWidth';
import { daysListText } from './daysList';
import { restDayAxis, type RestDayAxis } from './restDayAxis';

const WORDS_MOST = 8;

// Pixels: height of a row of levels, how far a ridge may rise, height of a row of notes, room for the axis.
const LINE = 30;
const RISE = 40;
const WORD = 22;
const AXIS = 34;

/** One row of the picture: 1 to 5 on each day, and what that stands for in words. */
interface LevelLine {
  key: string;
  name: string;
  points: readonly { day: number; level: number; said: string }[];
  /** Where it went over the days, and how it was liked. */
  about: string;
}

/** Something that was there on some days and not on others. */
interface SeenLine {
  key: string;
  name: string;
  cups: number;
  days: readonly number[];
}

/** Levels, finish and dryness as a stack of ridgelines over the rest days, below them notes and textures as they came. */
export function IntensitiesOverDays({ page }: { page: BagPage }) {
  const { brews, settings, bag, verdict } = page;
  const { vocabulary } = useVocabulary();
  const counted = brews
    .filter(({ fault, style }) => fault === null && style === bag.reference.style)
    .map(({ restDay, cup }) => ({ restDay, ...cup }));
  const feel = feelOverDays(counted);
  const lines = [...levelLines(counted, settings.intensityAttributes), ...feelLines(feel)];
  const notes = wordsOverDays(vocabulary, counted)
    .filter(({ days, cups }) => days.length > 1 || cups > 1)
    .slice(0, WORDS_MOST);
  const seen: SeenLine[] = [
    ...notes.map(({ word, ...on }) => ({ key: word.id, name: word.name, ...on })),
    ...feel.textures.map(({ what, ...on }) => ({ key: ` ${what}`, name: what, ...on })),
  ];
  const said = [...feelTexts(feel).map(({ text }) => text), placesText(placesAlone(vocabulary, counted).values())];
  const [ref, width] = useWidth<HTMLDivElement>();
  if (lines.length + seen.length === 0 && said.every((one) => one === '')) return null;
  return (
    <section className="mt-3">
      <h2>Attributes and notes over the days</h2>
      {lines.length + seen.length > 0 && (
        <>
          <p className="quiet small mb-1">
            {lines.length > 0
              ? 'How much there was, 1 to 5, on each day; not how good it was. A finish twice as long stands one step higher.'
              : 'What was met more than once, and on which days. Give levels at the cup and they stand above.'}
          </p>
          <div ref={ref}>
            {width > 0 && (
              <Picture
                {...{ width, lines, seen }}
                axis={restDayAxis(page, width)}
                today={bag.finishedOn === null ? verdict.restDay : null}
              />
            )}
          </div>
          <IntensitiesTable {...{ lines, seen }} />
        </>
      )}
      <p className="mb-1 mt-1">{said.filter((one) => one !== '').join(' ')}</p>
    </section>
  );
}

function levelLines(
  cups: Parameters<typeof intensitiesOverDays>[1],
  attributes: readonly { id: string; name: string }[],
): LevelLine[] {
  const names = new Map(attributes.map(({ id, name }) => [id, sentenceCase(name)]));
  const order = attributes.map(({ id }) => id);
  return intensitiesOverDays(order, cups).map((line) => ({
    key: line.attribute,
    name: names.get(line.attribute) ?? line.attribute,
    points: line.points.map(({ day, intensity }) => ({
      day,
      level: intensity,
      said: levelText(nearestLevel(intensity)),
    })),
    about: `${trend(line)}${likedText(line)}`,
  }));
}

/** How long it stays and how dry it leaves the mouth, each on the scale of levels. */
function feelLines({ finish, dryness }: FeelOverDays): LevelLine[] {
  const lines: LevelLine[] = [
    {
      key: ' finish',
      name: 'Finish',
      about: '',
      points: finish.map(({ day, value }) => ({
        day,
        level: finishLevel(value),
        said: `${numberText(value, 0)} s`,
      })),
    },
    {
      key: ' dryness',
      name: 'Dryness',
      about: '',
      points: dryness.map(({ day, value }) => ({
        day,
        level: value + 1,
        said: DRYNESSES[Math.round(value)] ?? '',
      })),
    },
  ];
  return lines.filter(({ points }) => points.length > 0);
}

interface PictureProps {
  width: number;
  lines: readonly LevelLine[];
  seen: readonly SeenLine[];
  axis: RestDayAxis;
  today: number | null;
}

function Picture({ width, lines, seen, axis, today }: PictureProps) {
  const { left, right, lastDay, ticks, narrow } = axis;
  const x = (day: number): number => left + (day / lastDay) * (width - left - right);
  const shortened = (name: string): string => {
    const longest = narrow ? 11 : 14;
    return name.length > longest ? `${name.slice(0, longest - 1)}…` : name;
  };
  const top = lines.length > 0 ? RISE - LINE + 8 : 4;
  const base = (i: number): number => top + (i + 1) * LINE;
  const wordY = (i: number): number => top + lines.length * LINE + 16 + i * WORD;
  const bottom = wordY(seen.length) - WORD / 2 + 4;
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
          key={line.key}
          line={line}
          shortName={shortened(line.name)}
          x={x}
          base={base(i)}
          from={left}
          end={width - right}
        />
      ))}
      {seen.map(({ key, name, days }, i) => (
        <g key={key}>
          <text className="name" x={left - 8} y={wordY(i) + 4} textAnchor="end">
            {shortened(name)}
            <title>{name}</title>
          </text>
          <line className="seen" x1={x(days[0] ?? 0)} x2={x(days.at(-1) ?? 0)} y1={wordY(i)} y2={wordY(i)} />
          {days.map((day) => (
            <circle key={day} className="found" cx={x(day)} cy={wordY(i)} r={4}>
              <title>{`${name}, day ${day}`}</title>
            </circle>
          ))}
        </g>
      ))}
    </svg>
  );
}

function Ridge({
  shortName,
  line,
  x,
  base,
  from,
  end,
}: {
  shortName: string;
  line: LevelLine;
  x: (day: number) => number;
  base: number;
  from: number;
  end: number;
}) {
  const y = (level: number): number => base - ((level - 1) / 4) * RISE;
  const points = line.points.map(({ day, level }) => `${x(day)},${y(level)}`);
  const [first, last] = [line.points[0], line.points.at(-1)];
  return (
    <g>
      <line className="base" x1={from} x2={end} y1={base} y2={base} />
      {first && last && line.points.length > 1 && (
        <path className="area" d={`M${x(first.day)},${base} L${points.join(' L')} L${x(last.day)},${base} Z`} />
      )}
      {line.points.map(({ day, level, said }) => (
        <circle key={day} className="point" cx={x(day)} cy={y(level)} r={2.5}>
          <title>{`${line.name}, day ${day}: ${said}`}</title>
        </circle>
      ))}
      <text className="name" x={from - 8} y={base - 2} textAnchor="end">
        {shortName}
        <title>{line.name}</title>
      </text>
    </g>
  );
}

/** The picture in words and figures. */
function IntensitiesTable({ lines, seen }: Pick<PictureProps, 'lines' | 'seen'>) {
  const [open, setOpen] = useState(false);
  return (
    <details className="small quiet" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>The same as a table</summary>
      {open && (
        <div className="table-of-days" tabIndex={0} role="region" aria-label="Levels and notes as a table">
          <table>
            <tbody>
              {lines.map(({ key, name, points, about }) => (
                <tr key={key}>
                  <th scope="row" className="text-start">
                    {name}
                  </th>
                  <td className="text-start">
                    {points.map(({ day, said }) => `day ${day}: ${said}`).join(', ')}
                    {about && `; ${about}`}
                  </td>
                </tr>
              ))}
              {seen.map(({ key, name, days, cups }) => (
                <tr key={key}>
                  <th scope="row" className="text-start">
                    {sentenceCase(name)}
                  </th>
                  <td className="text-start">
                    {daysListText(days)}, in {cups === 1 ? '1 cup' : `${cups} cups`}
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
