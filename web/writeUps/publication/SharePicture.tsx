import { trimEnd } from 'es-toolkit';
import type { Figures } from '../../../contract/writeUps/writeUp';
import { SCALE_RANGES } from '../../../core/cup';
import { linear, pathThrough } from './axis';
import { Drawing } from './Drawing';
import { SANS, SERIF, type Palette } from './palette';

export const SHARE_SIZE = { width: 1200, height: 630 };
const [LEFT, RIGHT] = [72, 72];
/** The ridge rises over the lowest part of the picture. */
const [RIDGE_TOP, RIDGE_BOTTOM] = [400, 566];

export interface SharedWords {
  title: string;
  line: string;
  says: readonly string[];
}

/** Text in lines of about so many characters, so many of them at most; what does not fit ends in an ellipsis. */
export function inLines(text: string, characters: number, most: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/)) {
    if (line !== '' && line.length + 1 + word.length > characters) {
      lines.push(line);
      line = word;
    } else line = line === '' ? word : `${line} ${word}`;
  }
  if (line !== '') lines.push(line);
  if (lines.length <= most) return lines;
  const last = lines[most - 1] ?? '';
  return [
    ...lines.slice(0, most - 1),
    `${trimEnd(last.slice(0, Math.max(1, characters - 2)), [' ', ',', ';', ':', '.'])} …`,
  ];
}

/** As many passages as go into so many lines whole; the first of them in any case. */
function wholePassages(passages: readonly string[], characters: number, most: number): string[] {
  const [first = '', ...others] = passages;
  let said = first;
  for (const one of others) {
    if (inLines(`${said} ${one}`, characters, Infinity).length > most) break;
    said = `${said} ${one}`;
  }
  return inLines(said, characters, most);
}

/** A write-up in one picture: its title, what is read first, and the ridge where there is one. */
export function SharePicture({ words, figures, palette }: { words: SharedWords; figures: Figures; palette: Palette }) {
  const { width, height } = SHARE_SIZE;
  const [ridge] = figures.ridges;
  const title = inLines(words.title, 36, 2);
  const line = inLines(words.line, 96, 1);
  const room = ridge ? 3 : 6;
  const says = wholePassages(words.says, 62, room);
  const titleEnd = 96 + title.length * 70;
  return (
    <Drawing width={width} height={height} label={`${words.title}. ${words.says.join(' ')}`} palette={palette}>
      {ridge && <Ridge figure={ridge} palette={palette} />}
      <rect x={LEFT} y={56} width={56} height={5} fill={palette.lichen} />
      {title.map((text, i) => (
        <text key={i} x={LEFT} y={124 + i * 70} fontFamily={SERIF} fontSize={66} fontWeight={500} fill={palette.ink}>
          {text}
        </text>
      ))}
      {line.map((text, i) => (
        <text key={i} x={LEFT} y={titleEnd + 12} fontFamily={SANS} fontSize={22} fill={palette.soft}>
          {text}
        </text>
      ))}
      {says.map((text, i) => (
        <text key={i} x={LEFT} y={titleEnd + 70 + i * 46} fontFamily={SERIF} fontSize={36} fill={palette.ink}>
          {text}
        </text>
      ))}
      {!ridge && <line x1={LEFT} x2={width - RIGHT} y1={height - 70} y2={height - 70} stroke={palette.rule} />}
    </Drawing>
  );
}

function Ridge({
  figure: { points, window, scale },
  palette,
}: {
  figure: Figures['ridges'][number];
  palette: Palette;
}) {
  const { width, height } = SHARE_SIZE;
  const perUnit = SCALE_RANGES[scale].points;
  const means = points.map(({ mean }) => mean / perUnit);
  const lastDay = points.at(-1)?.day ?? 1;
  const x = linear([0, lastDay], [0, width]);
  const y = linear([Math.min(...means), Math.max(...means)], [RIDGE_BOTTOM, RIDGE_TOP]);
  const line = points.map(({ day, mean }) => [x(day), y(mean / perUnit)] as const);
  const within = window
    ? line.filter((_, i) => (points[i]?.day ?? 0) >= window.from && (points[i]?.day ?? 0) <= window.to)
    : [];
  const [first, last] = [within[0], within.at(-1)];
  return (
    <g>
      <path d={`${pathThrough(line)} L${width} ${height} L0 ${height} Z`} fill={palette.fill} fillOpacity={0.2} />
      {first && last && (
        <path
          d={`${pathThrough(within)} L${last[0]} ${height} L${first[0]} ${height} Z`}
          fill={palette.fill}
          fillOpacity={0.45}
        />
      )}
      <path d={pathThrough(line)} fill="none" stroke={palette.lichen} strokeWidth={5} />
      {window && first && last && (
        <text
          x={Math.min(width - 150, Math.max(150, (first[0] + last[0]) / 2))}
          y={height - 22}
          textAnchor="middle"
          fontFamily={SANS}
          fontSize={24}
          fontWeight={600}
          fill={palette.ink}
        >
          {window.from === window.to ? `day ${window.from}` : `days ${window.from} to ${window.to}`}
        </text>
      )}
    </g>
  );
}
