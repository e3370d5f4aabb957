import { partition } from 'es-toolkit';
import { Link } from 'react-router';
import type { Revealed, Seat } from '../../contract/table/sitting';
import { markOf, type ScoringScale } from '../../core/cup';
import {
  agreementText,
  countWord,
  pairText,
  rankedCups,
  sittingHeadline,
  triangleText,
  yardstickText,
} from '../../core/text';
import { markText, numberText } from '../ui/format';
import { MarkDots } from './MarkDots';

/** So few pairs are all shown at once: those of four cups. */
const FEW_PAIRS = 6;

interface Props {
  revealed: Revealed;
  /** Who wrote what; null where names are not told. */
  seats: readonly Pick<Seat, 'id' | 'name'>[] | null;
  scale: ScoringScale;
  yardstick: string | null;
  /** Of whoever reads this: their seat, and the codes in the order they had them. */
  own?: { seatId: string; codes: readonly string[] };
  /** What levels are given for, by their ids. */
  attributes: readonly { id: string; name: string }[];
  linksToBags?: boolean;
}

/** What a sitting came to: in words first, then cup by cup, then one against another. */
export function Reading({ revealed: { cups, reading }, seats, scale, yardstick, own, attributes, linksToBags }: Props) {
  const cupOf = new Map(cups.map((cup) => [cup.id, cup]));
  const nameOf = (id: string): string => {
    const cup = cupOf.get(id);
    const isTwice = cups.filter(({ name }) => name === cup?.name).length > 1;
    return cup ? (isTwice ? `${cup.name} (${cup.code})` : cup.name) : id;
  };
  const said = (score: number): string => markText(scale, markOf(scale, score));
  const nameOfSeat = (id: string): string => seats?.find((seat) => seat.id === id)?.name ?? 'one taster';
  const pairs = reading.pairs.flatMap((pair) => {
    const text = pairText(pair, [nameOf(pair.a), nameOf(pair.b)], scale);
    return text === '' ? [] : [{ ...pair, text }];
  });
  // Of many pairs those come first that are surely apart, and those that are one brew.
  const isTold = ({ isSameBrew, difference }: (typeof pairs)[number]): boolean =>
    isSameBrew || (difference?.interval != null && (difference.interval.lo > 0 || difference.interval.hi < 0));
  const sorted = [...pairs].sort((a, b) => Math.abs(b.difference?.mean ?? 0) - Math.abs(a.difference?.mean ?? 0));
  const [told, chance] = sorted.length <= FEW_PAIRS ? [sorted, []] : partition(sorted, isTold);
  const agreement = agreementText(reading.agreement);
  return (
    <div className="reading">
      <p className="verdict">{sittingHeadline(reading, nameOf)}</p>
      {reading.triangle && <p>{triangleText(reading.triangle)}</p>}
      {agreement !== '' && <p>{agreement}</p>}
      <ol className="revealed-cups">
        {rankedCups(reading.cups).map((cup) => {
          const { code = '', bagId = null, said: wrote = [] } = cupOf.get(cup.id) ?? {};
          const against = yardstick === null ? '' : yardstickText(cup.yardstick, yardstick);
          return (
            <li key={cup.id}>
              <div className="revealed-head">
                <span className="code">{code}</span>
                <strong dir="auto">
                  {linksToBags && bagId !== null ? <Link to={`/bags/${bagId}`}>{nameOf(cup.id)}</Link> : nameOf(cup.id)}
                </strong>
                <span className="quiet">
                  {cup.mean === null ? 'not marked' : `${said(cup.mean)} on the mean`}
                  {cup.place !== null && `, place ${numberText(cup.place, 1)}`}
                  {own && `, your cup ${own.codes.indexOf(code) + 1}`}
                </span>
              </div>
              <MarkDots
                marks={wrote.flatMap(({ seat, score }) =>
                  score === null ? [] : [{ score, isOwn: seat === own?.seatId }],
                )}
                mean={cup.mean}
                scale={scale}
              />
              {cup.shared.length > 0 && (
                <p className="mb-0">
                  Found by several: {cup.shared.map(({ word, by }) => `${word} (${countWord(by)})`).join(', ')}.
                </p>
              )}
              {cup.lone.length > 0 && (
                <p className="quiet mb-0">
                  {reading.tasters > 1 ? 'By one alone' : 'Found in it'}:{' '}
                  {cup.lone.map(({ word, seat }) => (seats ? `${word} (${nameOfSeat(seat)})` : word)).join(', ')}.
                </p>
              )}
              {against !== '' && <p className="mb-0">{against}</p>}
              {wrote.some(({ remarks }) => remarks.trim() !== '') && (
                <details>
                  <summary>In their own words</summary>
                  <ul className="plain-list">
                    {wrote
                      .filter(({ remarks }) => remarks.trim() !== '')
                      .map(({ seat, remarks }) => (
                        <li key={seat} dir="auto">
                          {seats && <strong>{nameOfSeat(seat)}: </strong>}
                          {remarks}
                        </li>
                      ))}
                  </ul>
                </details>
              )}
            </li>
          );
        })}
      </ol>
      {reading.tasters > 1 && (
        <div className="table-scroll" tabIndex={0} role="region" aria-label="One sheet of all">
          <h2>One sheet of all</h2>
          <table className="consensus">
            <thead>
              <tr>
                <th scope="col">Cup</th>
                <th scope="col">Median mark</th>
                <th scope="col">Found by several</th>
                <th scope="col">Levels, median (lowest to highest)</th>
              </tr>
            </thead>
            <tbody>
              {rankedCups(reading.cups).map(({ id, median, shared, levels }) => (
                <tr key={id}>
                  <th scope="row">{nameOf(id)}</th>
                  <td>{median === null ? '' : said(median)}</td>
                  <td>{shared.map(({ word }) => word).join(', ')}</td>
                  <td>
                    {levels
                      .map(({ attribute, median: level, lowest, highest }) => {
                        const name = attributes.find((one) => one.id === attribute)?.name ?? attribute;
                        const ends = lowest === highest ? '' : ` (${numberText(lowest)} to ${numberText(highest)})`;
                        return `${name} ${numberText(level)}${ends}`;
                      })
                      .join(', ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {pairs.length > 0 && (
        <section>
          <h2>One against another</h2>
          <Pairs pairs={told} />
          {chance.length > 0 && (
            <details>
              <summary>{chance.length} more, which may be chance</summary>
              <Pairs pairs={chance} />
            </details>
          )}
        </section>
      )}
    </div>
  );
}

function Pairs({ pairs }: { pairs: readonly { a: string; b: string; text: string }[] }) {
  return (
    <ul className="plain-list pairs">
      {pairs.map(({ a, b, text }) => (
        <li key={`${a} ${b}`}>{text}</li>
      ))}
    </ul>
  );
}
