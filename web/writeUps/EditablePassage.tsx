import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import Button from 'react-bootstrap/Button';
import type { ShownPassage } from '../../core/writeUp';
import { api, isPassing, problemOf } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';
import { keptInBrowser } from '../state/kept';
import { useAppDispatch } from '../state/store';
import { PassageKeeper, type PassageState } from './passageKeeper';

interface Props {
  writeUpId: string;
  passage: ShownPassage;
  /** The record has come to say something else since this was written over. */
  isStale: boolean;
}

/** A passage that can be written over by a tap: what the record says stays at hand. */
export function EditablePassage(props: Props) {
  const { writeUpId, passage } = props;
  const [isOpen, setOpen] = useState(
    () => keptInBrowser.get('passage', `${writeUpId}.${passage.key}`) !== null || isJustAdded(passage),
  );
  if (isOpen) return <PassageEditor {...props} done={() => setOpen(false)} />;
  const open = (event: KeyboardEvent): void => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    setOpen(true);
  };
  const isLeftOut = passage.text.trim() === '';
  return (
    <span
      role="button"
      tabIndex={0}
      className={`passage ${passage.from} ${isLeftOut ? 'left-out' : ''}`}
      title={passage.from === 'record' ? 'Write it otherwise' : 'Your words'}
      onClick={() => setOpen(true)}
      onKeyDown={open}
    >
      {isLeftOut ? `Left out: ${passage.composed ?? ''}` : passage.text}
    </span>
  );
}

const isJustAdded = ({ from, text }: ShownPassage): boolean => from === 'own' && text === '';

function PassageEditor({ writeUpId, passage, isStale, done }: Props & { done: () => void }) {
  const dispatch = useAppDispatch();
  const say = useSayOutcome();
  const [writePassage] = api.useWritePassageMutation();
  const [removePassage] = api.useRemovePassageMutation();
  const area = useRef<HTMLTextAreaElement>(null);
  const { key, from, composed } = passage;
  const isOwn = from === 'own';
  const was = from === 'edited' ? passage.text : null;
  const [state, setState] = useState<PassageState>({ kept: 'kept', refused: null });
  const [keeper] = useState(
    () =>
      new PassageKeeper(
        writeUpId,
        key,
        was,
        async (change) => {
          const { addPassage, writePassage: write } = api.endpoints;
          const own = { key, after: null, text: change.text ?? '' };
          const { error } = await (isOwn
            ? dispatch(addPassage.initiate({ id: writeUpId, body: own }))
            : dispatch(write.initiate({ id: writeUpId, body: change })));
          if (error && isPassing(error)) throw new Error('away');
          return problemOf(error)?.message ?? null;
        },
        keptInBrowser,
        setState,
      ),
  );
  const [text, setText] = useState(keeper.unsent ?? passage.text);
  useEffect(() => {
    // Who opens a sentence goes on writing at its end.
    area.current?.focus();
    area.current?.setSelectionRange(area.current.value.length, area.current.value.length);
    const leaving = (): void => void keeper.flush();
    addEventListener('pagehide', leaving);
    return () => {
      removeEventListener('pagehide', leaving);
      leaving();
    };
  }, [keeper]);
  useEffect(() => fit(area.current), [text]);

  const giveBack = async (): Promise<void> => {
    keeper.discard();
    const { error } = await writePassage({ id: writeUpId, body: { key, text: null, was } });
    say(error, 'It says what the record says again.');
    done();
  };
  const takeAway = async (): Promise<void> => {
    keeper.discard();
    const { error } = await removePassage({ id: writeUpId, key });
    if (error) say(error, '');
    done();
  };
  const close = async (): Promise<void> => {
    if (isOwn && text.trim() === '') return takeAway();
    await keeper.flush();
    if (keeper.unsent === null) done();
  };
  const leaveOut = async (): Promise<void> => {
    setText('');
    keeper.write('');
    await close();
  };
  return (
    <span className="passage-editor">
      <textarea
        ref={area}
        className="form-control"
        aria-label={isOwn ? 'A passage of your own' : 'This passage in your words'}
        dir="auto"
        rows={2}
        maxLength={10_000}
        value={text}
        onChange={({ target }) => {
          setText(target.value);
          keeper.write(target.value);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape' || (event.key === 'Enter' && (event.ctrlKey || event.metaKey))) void close();
        }}
      />
      <span className="passage-tools">
        <Button size="sm" onClick={() => void close()}>
          Done
        </Button>
        {!isOwn && (
          <Button size="sm" variant="plain" onClick={() => void leaveOut()}>
            Leave it out
          </Button>
        )}
        {from === 'edited' && composed !== null && (
          <Button size="sm" variant="plain" onClick={() => void giveBack()}>
            As the record says
          </Button>
        )}
        {(isOwn || (from === 'edited' && composed === null)) && (
          <Button size="sm" variant="plain" onClick={() => void (isOwn ? takeAway() : giveBack())}>
            Take it away
          </Button>
        )}
        <span className="quiet" role="status">
          {state.kept === 'here only' ? 'Kept here; not on the server yet.' : state.kept === 'pending' ? '…' : ''}
        </span>
      </span>
      {state.refused !== null && (
        <span className="panel-error" role="alert">
          {state.refused}{' '}
          <Button size="sm" variant="plain" onClick={() => keeper.insist(was)}>
            Write mine over it
          </Button>
        </span>
      )}
      {from === 'edited' && (
        <span className="quiet record-says">
          {composed === null
            ? 'The record says nothing of the kind any more.'
            : `The record ${isStale ? 'has come to say' : 'says'}: ${composed}`}
        </span>
      )}
    </span>
  );
}

/** A field as high as what is written in it. */
function fit(area: HTMLTextAreaElement | null): void {
  if (!area) return;
  area.style.height = 'auto';
  area.style.height = `${area.scrollHeight + 2}px`;
}
