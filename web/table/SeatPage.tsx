import { useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useParams } from 'react-router';
import type { CupAnswer, SeatView } from '../../contract/table/sitting';
import { isWritten } from '../../application/sitting';
import { levelText } from '../../core/cup';
import { api } from '../api/api';
import { useAppSelector } from '../state/store';
import { showTheme } from '../state/theme';
import { markText } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { CupSheet } from './CupSheet';
import { Reading } from './Reading';
import { TableSheet } from './TableSheet';
import { useSeatSheet, type SeatSheet } from './useSeatSheet';

/** A taster's own sheet: one cup after another in an order of their own, then the table as a whole. */
export function SeatPage() {
  const { secret = '' } = useParams();
  const { data: view, error, refetch } = api.useSeatQuery({ secret });
  const theme = useAppSelector((state) => state.theme);
  useEffect(() => showTheme(theme), [theme]);
  usePageTitle(view?.sittingName ?? 'Table');
  return (
    <main id="content" className="container seat-page">
      {view ? (
        <Sheet key={secret} secret={secret} view={view} refetch={refetch} />
      ) : error ? (
        <ProblemNote error={error} retry={() => void refetch()} />
      ) : (
        <Wait what="Reading your sheet" />
      )}
    </main>
  );
}

function Sheet({ secret, view, refetch }: { secret: string; view: SeatView; refetch: () => unknown }) {
  const sheet = useSeatSheet(secret, view, refetch);
  const [at, setAt] = useState(0);
  const [sayDone, { error }] = api.useSeatDoneMutation();
  const { cups, revealed, seats, done, isDone } = view;
  if (revealed)
    return (
      <>
        <h1 dir="auto">{view.sittingName}</h1>
        <TooLate sheet={sheet} view={view} />
        <Reading
          revealed={revealed}
          seats={null}
          scale={view.scoringScale}
          yardstick={view.yardstick}
          attributes={view.attributes}
          own={{ seatId: view.seatId, codes: cups.map(({ code }) => code) }}
        />
      </>
    );
  const cup = cups[at];
  const through = async (): Promise<void> => {
    // Who is through has written all there is to reveal.
    if (isDone || (await sheet.flush())) await sayDone({ secret, body: { isDone: !isDone } });
  };
  return (
    <>
      <header className="seat-head">
        <h1 dir="auto">{view.sittingName}</h1>
        <p className="quiet" dir="auto">
          {view.seatName}
          {seats > 1 && `, ${done} of ${seats} are through`}
        </p>
      </header>
      <nav className="cup-tabs" aria-label="Cups">
        {cups.map(({ code, name }, i) => {
          const isFilled = cups[i] && isWritten(sheet.answerOf(cups[i]));
          return (
            <button key={code} type="button" aria-current={i === at ? 'step' : undefined} onClick={() => setAt(i)}>
              <span>{name ?? code}</span>
              <span className="sr-only visually-hidden">{isFilled ? ', written' : ', nothing written'}</span>
              <span aria-hidden="true">{isFilled ? '●' : '○'}</span>
            </button>
          );
        })}
        <button type="button" aria-current={at === cups.length ? 'step' : undefined} onClick={() => setAt(cups.length)}>
          <span>All</span>
        </button>
      </nav>
      {cup ? (
        <CupSheet key={cup.code} view={view} cup={cup} sheet={sheet} place={at + 1} />
      ) : (
        <TableSheet view={view} sheet={sheet} />
      )}
      <footer className="seat-foot">
        <p className="quiet small" role="status">
          {sheet.refused.why ??
            {
              kept: 'Everything you wrote is kept.',
              pending: 'Being kept …',
              'here only': 'Kept on this device; it goes to the host as soon as there is a network.',
            }[sheet.kept]}
        </p>
        <ProblemNote error={error} />
        {cup ? (
          <Button onClick={() => setAt(at + 1)}>{at + 1 < cups.length ? 'Next cup' : 'On to the whole table'}</Button>
        ) : (
          <Button
            variant={isDone ? 'plain' : 'primary'}
            disabled={sheet.kept === 'here only'}
            onClick={() => void through()}
          >
            {isDone ? 'Not through after all' : 'I am through'}
          </Button>
        )}
      </footer>
    </>
  );
}

/** What a phone without network brought after the reveal: nothing that was written is out of sight. */
function TooLate({ sheet, view }: { sheet: SeatSheet; view: SeatView }) {
  const { cups, scoringScale, attributes } = view;
  const late = sheet.refused;
  if (late.cups.length === 0 && late.table === null) return null;
  const nameOf = (code: string): string => cups.find((cup) => cup.code === code)?.name ?? code;
  const said = ({ mark, words, remarks, intensities }: CupAnswer): string =>
    [
      mark === null ? '' : markText(scoringScale, mark),
      ...intensities.flatMap(({ attribute, intensity }) => {
        const name = attributes.find(({ id }) => id === attribute)?.name ?? attribute;
        return intensity === null ? [] : [`${name} ${levelText(intensity)}`];
      }),
      ...words,
      remarks.trim(),
    ]
      .filter((part) => part !== '')
      .join(', ');
  return (
    <div className="too-late" role="status">
      <p className="mb-1">What you wrote last came after the reveal and is not counted. It is kept on this device:</p>
      <ul className="plain-list mb-0">
        {late.cups.map(({ code, answer }) => (
          <li key={code} dir="auto">
            <strong>{nameOf(code)}</strong>: {said(answer)}
          </li>
        ))}
        {late.table && late.table.ranking.length > 0 && (
          <li dir="auto">
            <strong>Your order</strong>: {late.table.ranking.map((alike) => alike.map(nameOf).join(' and ')).join(', ')}
          </li>
        )}
        {late.table?.odd != null && (
          <li dir="auto">
            <strong>The odd one</strong>: {nameOf(late.table.odd)}
          </li>
        )}
      </ul>
    </div>
  );
}
