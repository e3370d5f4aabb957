import { Link, useSearchParams } from 'react-router';
import { WRITE_UP_KIND_WORDS } from '../../core/text';
import { api } from '../api/api';
import { useUnits } from '../api/useUnits';
import { useToday } from '../state/today';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { partsOf, shownPictures } from './parts';
import { Publication } from './publication/Publication';
import './publication/publication.scss';
import { usePicturesOf } from './usePicturesOf';

const SIDES = ['a', 'b'] as const;

/** Two write-ups, each as it is published. Which two stands in the address. */
export function SideBySidePage() {
  const [address, setAddress] = useSearchParams();
  const { data: all, error, refetch } = api.useWriteUpsQuery(undefined);
  usePageTitle('Side by side');
  if (!all)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the write-ups" />;
  return (
    <article className="side-by-side">
      <h1>Side by side</h1>
      <p className="quiet">
        <Link className="text-decoration-underline" to="/write-ups">
          All write-ups
        </Link>
      </p>
      <div className="two">
        {SIDES.map((side) => (
          <section key={side} aria-label={side === 'a' ? 'On the left' : 'On the right'}>
            <select
              className="form-select mb-3"
              aria-label={side === 'a' ? 'On the left' : 'On the right'}
              value={address.get(side) ?? ''}
              onChange={({ target }) => {
                const next = new URLSearchParams(address);
                next.set(side, target.value);
                setAddress(next, { replace: true });
              }}
            >
              <option value="">Choose one</option>
              {all.map(({ id, title, kind, finalOn }) => (
                <option key={id} value={id}>
                  {title} ({WRITE_UP_KIND_WORDS[kind]}, {finalOn === null ? 'draft' : 'final'})
                </option>
              ))}
            </select>
            <OneSide id={address.get(side) ?? ''} />
          </section>
        ))}
      </div>
    </article>
  );
}

function OneSide({ id }: { id: string }) {
  const today = useToday();
  const units = useUnits();
  const { data, error, refetch } = api.useWriteUpQuery({ id, today }, { skip: id === '' });
  const pictures = usePicturesOf(data?.id === id ? data.subject.bagIds : []);
  if (id === '') return null;
  if (data?.id !== id)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the write-up" />;
  const parts = partsOf(data, data.content, { pictures: shownPictures(data.content, pictures), units, today });
  return (
    <>
      <Publication {...parts} level={2} />
      <p>
        <Link className="btn btn-plain" to={`/write-ups/${id}`}>
          To this write-up
        </Link>
      </p>
    </>
  );
}
