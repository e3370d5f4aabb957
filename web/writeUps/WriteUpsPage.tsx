import { partition } from 'es-toolkit';
import { useState } from 'react';
import { Link } from 'react-router';
import type { WriteUpLine } from '../../contract/writeUps/writeUp';
import { WRITE_UP_KIND_WORDS } from '../../core/text';
import { api } from '../api/api';
import { useToday } from '../state/today';
import { dateText, sentenceCase } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';

/** All write-ups: drafts, and what is final; two of them side by side. */
export function WriteUpsPage() {
  const { data: all, error, refetch } = api.useWriteUpsQuery(undefined);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  usePageTitle('Write-ups');
  if (!all)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the write-ups" />;
  const [finals, drafts] = partition(all, ({ finalOn }) => finalOn !== null);
  const [a, b] = chosen;
  const choose = (id: string): void =>
    // The last two that were tapped.
    setChosen(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id].slice(-2));
  return (
    <article className="write-ups">
      <div className="bag-head">
        <div>
          <h1>Write-ups</h1>
          <p className="quiet">
            Composed from the record, yours to write over; saved as PDF, page, Markdown or picture when you say so.
          </p>
        </div>
        <div className="bag-actions">
          <Link className="btn btn-primary" to="/write-ups/new">
            Write something up
          </Link>
          {a !== undefined && b !== undefined && (
            <Link className="btn btn-plain" to={`/write-ups/side-by-side?a=${a}&b=${b}`}>
              Side by side
            </Link>
          )}
        </div>
      </div>
      {all.length === 0 && (
        <p>Nothing is written up yet. A finished bag, a table that was revealed or a recipe is a good beginning.</p>
      )}
      <Lines heading="Drafts" lines={drafts} {...{ chosen, choose }} />
      <Lines heading="Final" lines={finals} {...{ chosen, choose }} />
    </article>
  );
}

function Lines({
  heading,
  lines,
  chosen,
  choose,
}: {
  heading: string;
  lines: readonly WriteUpLine[];
  chosen: readonly string[];
  choose: (id: string) => void;
}) {
  const today = useToday();
  if (lines.length === 0) return null;
  return (
    <section>
      <h2>{heading}</h2>
      <ul className="plain-list write-up-list">
        {lines.map(({ id, kind, title, says, finalOn, changedAt, finals }) => (
          <li key={id}>
            <div>
              <Link to={`/write-ups/${id}`} dir="auto">
                <strong>{title}</strong>
              </Link>
              <p className="mb-0" dir="auto">
                {says}
              </p>
              <p className="quiet small mb-0">
                {sentenceCase(WRITE_UP_KIND_WORDS[kind])},{' '}
                {finalOn === null
                  ? `changed ${dateText(changedAt.slice(0, 10), today)}${finals > 0 ? ' since it was final' : ''}`
                  : `final on ${dateText(finalOn, today)}`}
              </p>
            </div>
            <label className="beside">
              <input
                type="checkbox"
                className="form-check-input"
                checked={chosen.includes(id)}
                onChange={() => choose(id)}
              />
              <span>
                beside<span className="visually-hidden"> another: {title}</span>
              </span>
            </label>
          </li>
        ))}
      </ul>
    </section>
  );
}
