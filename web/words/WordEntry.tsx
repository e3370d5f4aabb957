import { useState } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import { currentWord, type Word } from '../../core/cup/words';
import { knownByText } from '../../core/text';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { ReferenceLine } from '../domain/ReferenceLine';
import { TastedBeside } from '../domain/TastedBeside';
import { useAppDispatch } from '../state/store';
import { useVocabulary } from '../domain/useVocabulary';
import { DescribeForm } from './DescribeForm';
import { MergeForm } from './MergeForm';

const WHERE = { nose: 'Mostly in the nose', palate: 'Mostly on the palate', both: 'In the nose and on the palate' };

/** One word: what it is like, how to have it beside the cup, and what can be done with it. */
export function WordEntry({ word, cups }: { word: Word; cups: number }) {
  const [doing, setDoing] = useState<'describe' | 'merge' | null>(null);
  const { vocabulary } = useVocabulary();
  const { descriptor } = word;
  const into = word.mergedInto === null ? null : currentWord(vocabulary, word.mergedInto);
  const near = word.near.flatMap((id) => currentWord(vocabulary, id)?.name ?? []);
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
        {word.like}{' '}
        {descriptor ? (
          <span className="quiet">
            {WHERE[descriptor.where]}; near {near.join(', ')}.
            {descriptor.also.length > 0 && ` Also: ${descriptor.also.join(', ')}.`}
          </span>
        ) : (
          !into && (
            <span className="quiet">
              A word of your own{word.family ? `, ${word.family}` : ''}
              {near.length > 0 && `; near ${near.join(', ')}`}.
            </span>
          )
        )}
        <ReferenceLine of={word} />
        <TastedBeside word={word} />
        {word.knownBy !== null && <div>{knownByText(word)}</div>}
        {doing === 'describe' && <DescribeForm word={word} done={() => setDoing(null)} />}
        {doing === 'merge' && <MergeForm word={word} done={() => setDoing(null)} />}
      </div>
      <WordMenu word={word} cups={cups} onDo={setDoing} />
    </li>
  );
}

function WordMenu({ word, cups, onDo }: { word: Word; cups: number; onDo: (what: 'describe' | 'merge') => void }) {
  const dispatch = useAppDispatch();
  const [mergeWord] = api.useMergeWordMutation();
  const [removeWord] = api.useRemoveWordMutation();
  const { id, name, mergedInto, descriptor } = word;
  const undo = { kind: 'word', id, before: word, forgotten: false } as const;
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
        <Dropdown.Item onClick={() => onDo('describe')}>Rename or describe</Dropdown.Item>
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
