import Button from 'react-bootstrap/Button';
import type { SeatView } from '../../contract/table/sitting';
import { ordinalWord } from '../../core/text';
import { Taps } from '../forms/fields';
import { sentenceCase } from '../ui/format';
import type { SeatSheet } from './useSeatSheet';

/** The cups against each other: which was better, which were alike; of a triangle, which was the odd one. */
export function TableSheet({ view: { cups, isTriangle }, sheet }: { view: SeatView; sheet: SeatSheet }) {
  const { ranking, odd } = sheet.table;
  const placed = ranking.flat();
  const labelOf = (code: string): string => cups.find((cup) => cup.code === code)?.name ?? code;
  const left = cups.map(({ code }) => code).filter((code) => !placed.includes(code));
  const write = (differently: Partial<typeof sheet.table>): void =>
    sheet.writeTable({ ...sheet.table, ...differently });
  return (
    <section>
      {isTriangle && (
        <Taps
          label="Two of them are alike. Which is the odd one?"
          options={cups.map(({ code }) => code)}
          pressed={odd === null ? [] : [odd]}
          onTap={(code) => write({ odd: odd === code ? null : code })}
        />
      )}
      <h2>In order, if you like</h2>
      <p className="quiet">
        Tap the best one first, then the next. A cup that is like the one before goes beside it. Marks alone are enough.
      </p>
      <ol className="in-order">
        {ranking.map((group, i) => (
          <li key={group.join()}>
            <span>{sentenceCase(ordinalWord(i + 1))}:</span>{' '}
            {group.map((code) => (
              <button
                key={code}
                type="button"
                className="chip"
                aria-label={`Take ${labelOf(code)} out of the ranking`}
                onClick={() =>
                  write({
                    ranking: ranking
                      .map((one) => one.filter((other) => other !== code))
                      .filter((one) => one.length > 0),
                  })
                }
              >
                {labelOf(code)} <span aria-hidden="true">×</span>
              </button>
            ))}
          </li>
        ))}
      </ol>
      {left.map((code) => (
        <div key={code} className="to-order">
          <strong>{labelOf(code)}</strong>
          <Button variant="plain" onClick={() => write({ ranking: [...ranking, [code]] })}>
            {ranking.length === 0 ? 'The best' : 'Next best'}
          </Button>
          {ranking.length > 0 && (
            <Button
              variant="plain"
              onClick={() =>
                write({ ranking: ranking.map((group, i) => (i === ranking.length - 1 ? [...group, code] : group)) })
              }
            >
              Like the one before
            </Button>
          )}
        </div>
      ))}
    </section>
  );
}
