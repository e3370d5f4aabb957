import { useState } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import { currentWord, type Word } from '../../core/cup/words';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { ReferenceLine } from '../domain/ReferenceLine';
import { useAppDispatch } from '../state/store';
import { useVocabulary } from '../domain/useVocabulary';
import { MergeForm, RenameForm } from './WordForms';

const WHERE = { nose: 'Mostly in the nose', palate: 'Mostly on the palate', both: 'In the nose and on the palate' };

/** One word: what it is like, how to have it beside the cup, and what can be done with it. */
export function WordEntry({ word, cups }: { word: Word; cups: number }) {
  const [doing, setDoing] = useState<'rename' | 'merge' | null>(null);
  const { vocabulary } = useVocabulary();
  const { descriptor } = word;
  const into = word.mergedInto === null ? null : currentWord(vocabulary, word.mergedInto);
  const near = descriptor?.near.flatMap((id) => currentWord(vocabulary, id)?.name ?? []) ?? [];
  return (
    <li>
      <div>
        <div className="name" dir="auto">
          {word.name}
        </div>
        <div className="quiet small">
          {descriptor && descriptor.name !== word.name && <>{descriptor.name} · </>}
          {cups === 0 ? 'not noted yet' : cups === 1 ? 'noted in 1 cup' : `noted in ${cups} cups`}
        </div>
      </div>
      <div className="about">
        {into && <div>Merged into {into.name}: every cup says that now.</div>}
        {descriptor ? (
          <>
            {descriptor.like}{' '}
            <span className="quiet">
              {WHERE[descriptor.where]}; near {near.join(', ')}.
            </span>
            {descriptor.also.length > 0 && <span className="quiet"> Also: {descriptor.also.join(', ')}.</span>}
            <ReferenceLine descriptor={descriptor} />
          </>
        ) : (
          !into && <span className="quiet">A word of your own{word.family ? `, ${word.family}` : ''}.</span>
        )}
        {doing === 'rename' && <RenameForm word={word} done={() => setDoing(null)} />}
        {doing === 'merge' && <MergeForm word={word} done={() => setDoing(null)} />}
      </div>
      <WordMenu word={word} cups={cups} onDo={setDoing} />
    </li>
  );
}

function WordMenu({ word, cups, onDo }: { word: Word; cups: number; onDo: (what: 'rename' | 'merge') => void }) {
  const dispatch = useAppDispatch();
  const [mergeWord] = api.useMergeWordMutation();
  const [removeWord] = api.useRemoveWordMutation();
  const { id, name, family, mergedInto, descriptor } = word;
  const undo = { kind: 'word', id, before: { name, family, mergedInto }, forgotten: false } as const;
  const alone = async (): Promise<void> => {
    const { error } = await mergeWord({ id, body: { into: null } });
    dispatch(
      toastShown(
        error ? { text: problemOf(error)?.message ?? '' } : { text: `${name} stands for itself again.`, undo },
      ),
    );
  };
  const remove = async (): Promise<void> => {
    const { error } = await removeWord({ id });
    dispatch(
      toastShown(
        error
          ? { text: problemOf(error)?.message ?? '' }
          : {
              text: descriptor ? `It is ${descriptor.name} again.` : `${name} is forgotten.`,
              undo: { ...undo, forgotten: descriptor === null },
            },
      ),
    );
  };
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="bare" aria-label={`More about ${name}`}>
        ⋯
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={() => onDo('rename')}>Rename</Dropdown.Item>
        {mergedInto === null ? (
          <Dropdown.Item onClick={() => onDo('merge')}>Merge into another</Dropdown.Item>
        ) : (
          <Dropdown.Item onClick={() => void alone()}>Let it stand for itself</Dropdown.Item>
        )}
        {descriptor && descriptor.name !== name && (
          <Dropdown.Item onClick={() => void remove()}>Call it {descriptor.name} again</Dropdown.Item>
        )}
        {!descriptor && cups === 0 && <Dropdown.Item onClick={() => void remove()}>Forget it</Dropdown.Item>}
      </Dropdown.Menu>
    </Dropdown>
  );
}
