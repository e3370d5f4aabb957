import { Link } from 'react-router';
import { SITTING_KIND_WORDS } from '../../core/text';
import { api } from '../api/api';
import { useToday } from '../state/today';
import { dateText } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';

/** Cups side by side: the sittings there were, and the way to the next. */
export function TablePage() {
  usePageTitle('Table');
  const today = useToday();
  const { data: sittings, error, refetch } = api.useSittingsQuery(undefined);
  if (!sittings)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the table" />;
  return (
    <article className="table-place">
      <h1>Table</h1>
      <p className="verdict">One cup alone is hard to judge; two side by side are easier, and blind is honest.</p>
      <p>
        <Link className="btn btn-primary" to="/table/new">
          Lay a table
        </Link>
      </p>
      {sittings.length === 0 ? (
        <p className="quiet">No table was laid yet. Two cups and a code on each are enough.</p>
      ) : (
        <ul className="plain-list sittings">
          {sittings.map(({ id, name, kind, cups, seats, createdAt, revealedAt }) => (
            <li key={id}>
              <Link to={`/table/${id}`} dir="auto">
                {name}
              </Link>
              <span className="quiet">
                {SITTING_KIND_WORDS[kind].name}. {cups} cups, {seats === 1 ? 'one taster' : `${seats} tasters`},{' '}
                {dateText(createdAt.slice(0, 10), today)}
              </span>
              <span className={revealedAt === null ? 'going-on' : 'quiet'}>
                {revealedAt === null ? 'still hidden' : 'revealed'}
              </span>
            </li>
          ))}
        </ul>
      )}
    </article>
  );
}
