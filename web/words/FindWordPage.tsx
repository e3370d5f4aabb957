import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { Nagging } from '../../contract/shelf/shelf';
import type { Likeness } from '../../core/cup/words';
import { api, problemOf } from '../api/api';
import { dateText } from '../ui/format';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { useToday } from '../state/today';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { WordFinder } from '../domain/WordFinder';

/** The word finder by itself; with `?brew=…` for the word that nags of that brew. */
export function FindWordPage() {
  const [address] = useSearchParams();
  const brewId = address.get('brew');
  const today = useToday();
  const { data: shelf, isLoading } = api.useShelfQuery({ today, finished: 'no' }, { skip: brewId === null });
  usePageTitle('Find a word');
  if (isLoading) return <Wait what="Reading the cup" />;
  const nag = shelf?.nagging.find((one) => one.brewId === brewId) ?? null;
  return <Find key={nag?.brewId ?? ''} nag={nag} />;
}

function Find({ nag }: { nag: Nagging | null }) {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const today = useToday();
  const [likeness, setLikeness] = useState<Likeness>({ said: nag?.said ?? '', tapped: nag?.tapped ?? [] });
  const [endNag] = api.useEndNagMutation();
  const [chosen, setChosen] = useState<string | null>(null);

  const end = async (word: string | null): Promise<void> => {
    if (!nag) {
      setChosen(word);
      return;
    }
    const { error } = await endNag({ id: nag.brewId, body: { word } });
    if (error) return void dispatch(toastShown({ text: problemOf(error)?.message ?? '' }));
    dispatch(
      toastShown({
        text: word === null ? 'It nags no more.' : `“${word}” stands in that cup now.`,
        undo: { kind: 'nag', id: nag.brewId },
      }),
    );
    void navigate('/');
  };
  return (
    <>
      <h1>{nag ? 'The word that would not come' : 'Find a word'}</h1>
      <p className="quiet">
        {nag ? (
          <>
            From <Link to={`/bags/${nag.bagId}`}>{nag.bagName}</Link>, {dateText(nag.on, today)}.
          </>
        ) : (
          'Tap what it is like, or say it in any words; what fits best comes first.'
        )}
      </p>
      <div className="form-sheet">
        <WordFinder likeness={likeness} onChange={setLikeness} onFound={(word) => void end(word)} />
      </div>
      {chosen && <p role="status">“{chosen}”: write it among the notes of the cup.</p>}
      {nag && (
        <p className="d-flex flex-wrap gap-2">
          {likeness.said.trim() !== '' && likeness.said.trim().length <= 60 && (
            <Button variant="plain" onClick={() => void end(likeness.said.trim())}>
              Call it “{likeness.said.trim()}”
            </Button>
          )}
          <Button variant="bare" onClick={() => void end(null)}>
            Give it up
          </Button>
        </p>
      )}
    </>
  );
}
