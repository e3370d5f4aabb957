import { useEffect, useMemo, useRef, useState, useSyncExternalStore, type KeyboardEvent } from 'react';
import Button from 'react-bootstrap/Button';
import type { ShownPassage } from '../../core/writeUp';
import { api } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';
import { keptInBrowser } from '../state/kept';
import { sync } from '../state/store';

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

/** What is written over a passage, kept until the server has it, and the ways out of its editor. */
function usePassageWriting(writeUpId: string, passage: ShownPassage, done: () => void) {
  const say = useSayOutcome();
  const [writePassage] = api.useWritePassageMutation();
  const [removePassage] = api.useRemovePassageMutation();
  const { key, from } = passage;
  const isOwn = from === 'own';
  const was = from === 'edited' ? passage.text : null;
  const outbox = useMemo(() => sync.passage(writeUpId, key), [writeUpId, key]);
  const { state: unsent, status, answer } = useSyncExternalStore(outbox.subscribe, outbox.snapshot);
  const [text, setText] = useState(unsent?.text ?? passage.text);
  useEffect(() => {
    outbox.retry();
    return () => outbox.retry();
  }, [outbox]);
  const write = (text: string): void => {
    setText(text);
    // Over what stood there when this was begun, and after that what this window wrote last.
    outbox.change((before) => ({ text, was: before ? before.was : (answer ?? was), isOwn, refused: null }));
  };
  /** Writes over what stands there by now, after that was shown. */
  const insist = (): void => outbox.change((before) => before && { ...before, was, refused: null });
  const giveBack = async (): Promise<void> => {
    outbox.change(() => null);
    const { error } = await writePassage({ id: writeUpId, body: { key, text: null, was } });
    say(error, 'It says what the record says again.');
    done();
  };
  const takeAway = async (): Promise<void> => {
    outbox.change(() => null);
    const { error } = await removePassage({ id: writeUpId, key });
    if (error) say(error, '');
    done();
  };
  const close = async (): Promise<void> => {
    if (isOwn && text.trim() === '') return takeAway();
    await outbox.flush();
    if (outbox.state === null) done();
  };
  const leaveOut = async (): Promise<void> => {
    write('');
    await close();
  };
  return { text, status, refused: unsent?.refused ?? null, write, insist, giveBack, takeAway, close, leaveOut };
}

function PassageEditor({ writeUpId, passage, isStale, done }: Props & { done: () => void }) {
  const { from, composed } = passage;
  const writing = usePassageWriting(writeUpId, passage, done);
  const { text, status, refused, close } = writing;
  const area = useRef<HTMLTextAreaElement>(null);
  const isOwn = from === 'own';
  useEffect(() => {
    // Who opens a sentence goes on writing at its end.
    area.current?.focus();
    area.current?.setSelectionRange(area.current.value.length, area.current.value.length);
  }, []);
  useEffect(() => fit(area.current), [text]);
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
        onChange={({ target }) => writing.write(target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape' || (event.key === 'Enter' && (event.ctrlKey || event.metaKey))) void close();
        }}
      />
      <span className="passage-tools">
        <Button size="sm" onClick={() => void close()}>
          Done
        </Button>
        {!isOwn && (
          <Button size="sm" variant="plain" onClick={() => void writing.leaveOut()}>
            Leave it out
          </Button>
        )}
        {from === 'edited' && composed !== null && (
          <Button size="sm" variant="plain" onClick={() => void writing.giveBack()}>
            As the record says
          </Button>
        )}
        {(isOwn || (from === 'edited' && composed === null)) && (
          <Button size="sm" variant="plain" onClick={() => void (isOwn ? writing.takeAway() : writing.giveBack())}>
            Take it away
          </Button>
        )}
        <span className="quiet" role="status">
          {status === 'here only' ? 'Kept here; not on the server yet.' : status === 'pending' ? '…' : ''}
        </span>
      </span>
      {refused !== null && (
        <span className="panel-error" role="alert">
          {refused}{' '}
          <Button size="sm" variant="plain" onClick={writing.insist}>
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
