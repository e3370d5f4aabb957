import { Link } from 'react-router';
import type { Crests } from '../../contract/palate/palateReading';
import { SHAPES } from '../../core/crest';
import { crestDaysText, SHAPE_NAMES } from '../../core/text';
import { api } from '../api/api';
import { dateText, numberText, sentenceCase, words } from '../ui/format';
import { PalatePart } from './PalatePart';

/** The household’s own table of crests against the one it began with, and how it moved with every finished bag. */
export function CrestsPage() {
  const answer = api.usePalateCrestsQuery(undefined);
  return (
    <PalatePart title="Crests" answer={answer}>
      {(crests) =>
        crests.bags === 0 ? (
          <p>
            No bag with cups is finished yet. From the first on, this household has days of its own; until then{' '}
            <Link className="text-decoration-underline" to="/">
              the shelf
            </Link>{' '}
            goes by the table it began with.
          </p>
        ) : (
          <Told crests={crests} />
        )
      }
    </PalatePart>
  );
}

const percentOf = (share: number): string => `${numberText(100 * share, 0)} %`;

function Told({ crests: { kinds, shapes, bags } }: { crests: Crests }) {
  const [most] = kinds;
  const moved = SHAPES.some((shape) => percentOf(shapes.believed[shape]) !== percentOf(shapes.learnt[shape]));
  return (
    <>
      {most && (
        <p className="verdict">
          {sentenceCase(kindText(most))}: expected at its best on {crestDaysText(most)}.
        </p>
      )}
      <div className="row">
        <div className="col-lg-7">
          <h2>By roast, process and style</h2>
          <ul className="plain-list crest-kinds">
            {kinds.map((kind) => (
              <li key={kindText(kind)}>
                <strong>{sentenceCase(kindText(kind))}</strong>
                <span>Expected on {crestDaysText(kind)}.</span>
                <MovePicture kind={kind} />
              </li>
            ))}
          </ul>
        </div>
        <div className="col-lg-5">
          <h2>How bags run</h2>
          <table className="table table-sm">
            <thead>
              <tr>
                <th scope="col">Way</th>
                <th scope="col" className="number">
                  At first
                </th>
                {moved && (
                  <th scope="col" className="number">
                    After {bags} {bags === 1 ? 'bag' : 'bags'}
                  </th>
                )}
              </tr>
            </thead>
            <tbody>
              {SHAPES.map((shape) => (
                <tr key={shape}>
                  <th scope="row">{sentenceCase(SHAPE_NAMES[shape])}</th>
                  <td className="number">{percentOf(shapes.believed[shape])}</td>
                  {moved && <td className="number">{percentOf(shapes.learnt[shape])}</td>}
                </tr>
              ))}
            </tbody>
          </table>
          {!moved && (
            <p className="quiet">
              {bags === 1 ? '1 finished bag does' : `${bags} finished bags do`} not move this yet.
            </p>
          )}
        </div>
      </div>
    </>
  );
}

const kindText = ({ roastLevel, process, style }: Crests['kinds'][number]): string =>
  [
    roastLevel ? words(roastLevel) : 'roast not known',
    process ? words(process) : 'process not known',
    words(style),
  ].join(', ');

const WIDTH = 420;
const HEIGHT = 74;
const LEFT = 34;
const BASE = 56;

/** The days expected after each finished bag, over the line of the table. */
function MovePicture({ kind: { moves, tableDays } }: { kind: Crests['kinds'][number] }) {
  if (moves.length < 2) return null;
  const all = [tableDays, ...moves.map(({ days }) => days)];
  const [least, most] = [Math.floor(Math.min(...all) - 1), Math.ceil(Math.max(...all) + 1)];
  const x = (i: number): number => LEFT + 8 + (i / (moves.length - 1)) * (WIDTH - LEFT - 20);
  const y = (days: number): number => BASE - ((days - least) / (most - least)) * (BASE - 10);
  const [first, last] = [moves[0], moves.at(-1)];
  return (
    <svg
      className="move-picture"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Day expected after each bag: ${moves.map(({ after, days }) => `${after} ${numberText(days, 0)}`).join(', ')}; by the table ${numberText(tableDays, 0)}`}
    >
      {[least, most].map((days) => (
        <text key={days} x={LEFT - 4} y={y(days) + 4} textAnchor="end">
          {days}
        </text>
      ))}
      <line className="table-line" x1={LEFT} x2={WIDTH - 4} y1={y(tableDays)} y2={y(tableDays)} />
      <polyline className="own-line" points={moves.map(({ days }, i) => `${x(i)},${y(days)}`).join(' ')} />
      {moves.map(({ after, days }, i) => (
        <circle key={i} cx={x(i)} cy={y(days)} r="3.5">
          <title>{`After ${after}: day ${numberText(days, 0)}`}</title>
        </circle>
      ))}
      <text x={x(0)} y={HEIGHT - 4}>
        {first && dateText(first.on)}
      </text>
      <text x={x(moves.length - 1)} y={HEIGHT - 4} textAnchor="end">
        {last && dateText(last.on)}
      </text>
    </svg>
  );
}
