import { omit, uniq, uniqBy, uniqWith } from 'es-toolkit';
import { useEffect, useId, useMemo, useRef, useState, type FocusEvent, type KeyboardEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { useController, useFormContext } from 'react-hook-form';
import type { Cup } from '../../../contract/bag/cup';
import { WORD_MAX } from '../../../contract/palate/word';
import { PROMINENCES, type SlotId } from '../../../core/cup';
import { isOtherName, notAgreed, spelling, wordSpelt, type Vocabulary } from '../../../core/cup/words';
import { knownByText } from '../../../core/text';
import { Help } from '../../forms/fields';
import { useVocabulary } from '../../domain/useVocabulary';
import { useAgreedWords } from './agreedWords';
import type { BrewForm } from '../brewForm';
import type { CupForm, WordsForm } from '../cupForm';
import { WordChip } from './WordChip';
import { toggled, WordTapsRow } from './WordTapsRow';

const MOST_SUGGESTED = 6;
/** Words of the cup before that are offered again. */
const MOST_AGAIN = 12;

/** Characters are counted as a person counts them. */
const isTooLong = (word: string): boolean => Array.from(word).length > WORD_MAX;

/** Words of the household's own that stand on other lines of this sheet and nowhere else yet. */
function newOnSheet(descriptors: CupForm['descriptors'], slot: SlotId, vocabulary: Vocabulary): string[] {
  const elsewhere = Object.entries(descriptors).flatMap(([other, { set }]) => (other === slot ? [] : set));
  return uniqBy(
    elsewhere.filter((word) => !wordSpelt(vocabulary, word)),
    spelling,
  );
}

interface Props {
  slot: SlotId;
  label: string;
  help?: string;
  className?: string;
  /** The cup before, whose words are offered again. */
  before?: Cup | null;
}

/**
 * Words as chips. Enter takes the word that is pointed at, a comma the word as it was typed; leaving the field takes
 * what stands there. Nothing is ever cut short: what is too long for a note is said at once, and refused when the sheet
 * is saved.
 */
export function ChipsField({ slot, label, help, className, before = null }: Props) {
  const id = useId();
  const { vocabulary, suggest } = useVocabulary();
  const { field } = useController<BrewForm, `cup.descriptors.${SlotId}`>({ name: `cup.descriptors.${slot}` });
  const { set, typing, prominence = {}, moment = {}, seat = {} } = field.value;
  const agreed = useAgreedWords();
  const [tapped, setTapped] = useState<string | null>(null);
  const { getValues } = useFormContext<BrewForm>();
  const [active, setActive] = useState(0);
  const [open, setOpen] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const suggestions = useMemo(() => {
    const others = newOnSheet(getValues('cup.descriptors'), slot, vocabulary);
    if (agreed === '') return suggest(typing, MOST_SUGGESTED, others);
    const open = (name: string): boolean => notAgreed(vocabulary, agreed, [name]).length === 0;
    return suggest(typing, vocabulary.words.length)
      .filter(({ word }) => open(word.name))
      .slice(0, MOST_SUGGESTED);
  }, [suggest, typing, getValues, slot, vocabulary, agreed]);
  const off = notAgreed(vocabulary, agreed, typing.trim() === '' ? set : [...set, typing.trim()]);
  const showing = open && typing.trim() !== '';
  const asTyped = suggestions.every(({ word }) => word.name !== typing.trim()) && !off.includes(typing.trim());
  const tooLong = [...set, typing.trim()].filter(isTooLong);

  // A list that opens at the foot of the window is brought into view, as it grows too.
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    if (showing) list.current?.scrollIntoView({ block: 'nearest' });
  }, [showing, suggestions.length]);

  const keep = (change: Partial<WordsForm>): void => field.onChange({ ...field.value, ...change });
  // A word said twice, however it is spelt, is one word.
  const isSame = (a: string, b: string): boolean =>
    a === b || (wordSpelt(vocabulary, a)?.id ?? spelling(a)) === (wordSpelt(vocabulary, b)?.id ?? spelling(b));
  const fresh = (descriptors: readonly string[]): string[] =>
    uniqWith(
      descriptors.map((word) => word.trim()).filter((word) => word !== ''),
      isSame,
    ).filter((word) => !set.some((one) => isSame(one, word)));
  const again = fresh(uniq((before?.descriptors ?? []).map((one) => one.typed))).slice(0, MOST_AGAIN);
  const add = (...descriptors: string[]): void => {
    keep({ set: [...set, ...fresh(descriptors)], typing: '' });
    setActive(0);
    setOpen(false);
  };
  const remove = (word: string): void => {
    keep({
      set: set.filter((one) => one !== word),
      prominence: omit(prominence, [word]),
      moment: omit(moment, [word]),
      seat: omit(seat, [word]),
    });
    setTapped(null);
    input.current?.focus();
  };
  /** A tap on a word: leading, behind, a trace, and not weighed again. */
  const weigh = (word: string): void => {
    setTapped(word);
    const before = prominence[word];
    const next = PROMINENCES[before === undefined ? 0 : PROMINENCES.indexOf(before) + 1];
    keep({ prominence: next === undefined ? omit(prominence, [word]) : { ...prominence, [word]: next } });
  };
  const choose = (i: number): void => {
    const suggested = suggestions[i]?.word;
    // Another name of a word stays as it was typed: “cocoa” is wider than its powder.
    const word = suggested && !isOtherName(suggested, typing) ? suggested.name : typing;
    // What was not agreed on stays under the fingers, and is said to be none of the list.
    if (notAgreed(vocabulary, agreed, [word.trim()]).length === 0) add(word);
  };

  const onBlur = (event: FocusEvent): void => {
    if (event.currentTarget.contains(event.relatedTarget)) return;
    setOpen(false);
    if (typing.trim() !== '' && !off.includes(typing.trim())) add(typing);
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey) return;
    if (event.key === 'Enter') {
      // Enter belongs to the word; the sheet is saved with Ctrl and Enter.
      event.preventDefault();
      if (typing.trim() !== '') choose(showing ? active : suggestions.length);
    } else if (event.key === 'Escape' && showing) {
      event.preventDefault();
      setOpen(false);
    } else if (event.key === 'Backspace' && typing === '') {
      event.preventDefault();
      keep({ set: set.slice(0, -1), typing: set.at(-1) ?? '' });
    } else if (showing && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
      event.preventDefault();
      setActive((at) =>
        Math.max(0, Math.min(suggestions.length - (asTyped ? 0 : 1), at + (event.key === 'ArrowDown' ? 1 : -1))),
      );
    }
  };
  const onChange = (text: string): void => {
    setActive(0);
    setOpen(true);
    const parts = text.split(',');
    const descriptors = fresh(parts.slice(0, -1));
    keep({ set: [...set, ...descriptors], typing: parts.length === 1 ? text : (parts.at(-1)?.trimStart() ?? '') });
  };

  return (
    <div className={`chips-field ${className ?? ''}`} onBlur={onBlur}>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <div className="chips">
        {set.length > 0 && (
          <ul aria-label={`${label}, written`}>
            {set.map((word) => (
              <WordChip
                key={word}
                word={word}
                known={wordSpelt(vocabulary, word)}
                wrong={isTooLong(word) || off.includes(word)}
                taps={[prominence[word], moment[word], seat[word]].filter((tap) => tap !== undefined)}
                onTap={() => weigh(word)}
                onRemove={() => remove(word)}
              />
            ))}
          </ul>
        )}
        <div className="chips-input">
          <Form.Control
            ref={(element: HTMLInputElement | null) => {
              input.current = element;
              field.ref(element);
            }}
            id={id}
            dir="auto"
            value={typing}
            placeholder={set.length === 0 ? 'quince, honey …' : ''}
            autoComplete="off"
            autoCapitalize="none"
            enterKeyHint="enter"
            role="combobox"
            aria-expanded={showing}
            aria-controls={`${id}-list`}
            aria-autocomplete="list"
            aria-activedescendant={showing ? `${id}-${active}` : undefined}
            aria-describedby={help ? `${id}-help` : undefined}
            onChange={(event) => onChange(event.target.value)}
            onFocus={() => setOpen(true)}
            onKeyDown={onKeyDown}
          />
          {showing && (
            <ul ref={list} id={`${id}-list`} role="listbox" aria-label={`${label}: suggestions`}>
              {suggestions.map(({ word, via }, i) => (
                // eslint-disable-next-line jsx-a11y/click-events-have-key-events -- the field has the keys
                <li
                  key={word.id}
                  id={`${id}-${i}`}
                  role="option"
                  aria-selected={i === active}
                  onMouseDown={(event) => event.preventDefault()}
                  onClick={() => choose(i)}
                >
                  <strong>{word.name}</strong>
                  {via && <span className="quiet"> ({via})</span>}
                  <small>{[knownByText(word), word.like].filter(Boolean).join(' ') || 'A word of your own'}</small>
                </li>
              ))}
              {asTyped && (
                // eslint-disable-next-line jsx-a11y/click-events-have-key-events -- the field has the keys
                <li
                  id={`${id}-${suggestions.length}`}
                  role="option"
                  aria-selected={active === suggestions.length}
                  onMouseDown={(event) => event.preventDefault()}
                  onClick={() => add(typing)}
                >
                  <strong dir="auto">“{typing.trim()}”</strong>
                  <small>as typed, a word of your own (or a comma)</small>
                </li>
              )}
            </ul>
          )}
        </div>
      </div>
      {tapped !== null && set.includes(tapped) && (
        <WordTapsRow
          word={tapped}
          moment={moment[tapped]}
          seat={seat[tapped]}
          onMoment={(one) => keep({ moment: toggled(moment, tapped, one) })}
          onSeat={(one) => keep({ seat: toggled(seat, tapped, one) })}
        />
      )}
      {again.length > 0 && (
        <div className="words-again">
          <span className="quiet small">As in the cup before:</span>
          {again.map((word) => (
            <button key={word} type="button" className="btn btn-plain" dir="auto" onClick={() => add(word)}>
              + {word}
            </button>
          ))}
          {again.length > 1 && (
            <button type="button" className="btn btn-bare px-0" onClick={() => add(...again)}>
              All of them
            </button>
          )}
        </div>
      )}
      {off.length > 0 && (
        <div className="invalid-feedback d-block" role="alert">
          {off.map((word) => `“${word}”`).join(', ')} {off.length === 1 ? 'is' : 'are'} not among the words agreed on
          for this bag. It can stand below, in your words.
        </div>
      )}
      {tooLong.length > 0 && (
        <div className="invalid-feedback d-block" role="alert">
          A note can hold {WORD_MAX} characters. What is longer belongs below, in your words.
        </div>
      )}
      <Help id={id} help={help} />
    </div>
  );
}
