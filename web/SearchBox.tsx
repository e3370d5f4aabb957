import { useDeferredValue, useId, useState, type KeyboardEvent, type RefObject } from 'react';
import Form from 'react-bootstrap/Form';
import { useNavigate } from 'react-router';
import { api } from './api/api';

/** Finds bags by what is on the label or in the notes; arrows and Enter choose. */
export function SearchBox({ inputRef }: { inputRef: RefObject<HTMLInputElement | null> }) {
  const listId = useId();
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const [active, setActive] = useState(0);
  const query = useDeferredValue(text.trim());
  const { data: hits = [], isFetching } = api.useSearchQuery({ q: query }, { skip: query === '' });
  const showing = open && query !== '';

  const go = (id: string): void => {
    setOpen(false);
    setText('');
    inputRef.current?.blur();
    void navigate(`/bags/${id}`);
  };

  const onKeyDown = (event: KeyboardEvent): void => {
    const hit = hits[active];
    if (event.key === 'Escape') {
      setOpen(false);
      inputRef.current?.blur();
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      setActive((at) => Math.max(0, Math.min(hits.length - 1, at + (event.key === 'ArrowDown' ? 1 : -1))));
    } else if (event.key === 'Enter' && hit) go(hit.id);
  };

  return (
    <div
      className="search"
      role="search"
      onBlur={(event) => !event.currentTarget.contains(event.relatedTarget) && setOpen(false)}
    >
      <Form.Control
        ref={inputRef}
        value={text}
        placeholder="Search bags and notes"
        aria-label="Search bags and notes"
        role="combobox"
        aria-expanded={showing}
        aria-controls={listId}
        aria-autocomplete="list"
        aria-activedescendant={showing && hits[active] ? `${listId}-${active}` : undefined}
        autoComplete="off"
        maxLength={200}
        onFocus={() => setOpen(true)}
        onChange={(event) => {
          setText(event.target.value);
          setActive(0);
          setOpen(true);
        }}
        onKeyDown={onKeyDown}
      />
      {showing && (
        <ul id={listId} role="listbox" aria-label="Bags found">
          {hits.map((hit, i) => (
            // eslint-disable-next-line jsx-a11y/click-events-have-key-events -- the box has the keys
            <li
              key={hit.id}
              id={`${listId}-${i}`}
              role="option"
              aria-selected={i === active}
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => go(hit.id)}
            >
              {hit.name}
              <small>
                {[hit.roaster, hit.origin, hit.finished ? 'finished' : ''].filter(Boolean).join(' · ')}
                {hit.inRemarks && <span dir="auto"> “{hit.inRemarks}”</span>}
              </small>
            </li>
          ))}
          {hits.length === 0 && (
            <li className="nothing" role="option" aria-selected={false} aria-disabled>
              {isFetching ? 'Looking …' : 'No bag or note says that'}
            </li>
          )}
        </ul>
      )}
    </div>
  );
}
