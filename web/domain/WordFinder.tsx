import { useDeferredValue, useId, useMemo } from 'react';
import Form from 'react-bootstrap/Form';
import {
  currentWord,
  findDescriptors,
  TRAIT_GROUPS,
  type Likeness,
  type Descriptor,
  type Trait,
  type TraitGroup,
} from '../../core/cup/words';
import { Taps } from '../forms/fields';
import { TastedBeside } from './TastedBeside';
import { ReferenceLine } from './ReferenceLine';
import { sentenceCase } from '../ui/format';
import { useVocabulary } from './useVocabulary';

const MOST = 5;
const GROUP_LABELS: Readonly<Record<TraitGroup, string>> = {
  taste: 'Taste',
  kind: 'Something of a',
  colour: 'Its colour',
  state: 'How it was made',
  feel: 'In the mouth',
};

interface Props {
  likeness: Likeness;
  onChange: (likeness: Likeness) => void;
  /** A word was recognised. */
  onFound: (name: string) => void;
}

/** What is it like? Taps and words narrow the vocabulary down to a few. */
export function WordFinder({ likeness: { tapped, said }, onChange, onFound }: Props) {
  const id = useId();
  const { vocabulary } = useVocabulary();
  const asked = useDeferredValue(said);
  const found = useMemo(() => findDescriptors({ tapped, said: asked }, MOST), [tapped, asked]);
  const tap = (trait: Trait): void =>
    onChange({ said, tapped: tapped.includes(trait) ? tapped.filter((one) => one !== trait) : [...tapped, trait] });
  const nameOf = ({ id: descriptorId, name }: Descriptor): string =>
    currentWord(vocabulary, descriptorId)?.name ?? name;
  return (
    <div className="word-finder">
      <Form.Label htmlFor={id}>What is it like?</Form.Label>
      <Form.Control
        id={id}
        value={said}
        dir="auto"
        maxLength={300}
        autoComplete="off"
        placeholder="warm, dusty, like the tin in which …"
        onChange={(event) => onChange({ said: event.target.value, tapped })}
        onKeyDown={(event) => event.key === 'Enter' && !event.ctrlKey && !event.metaKey && event.preventDefault()}
      />
      <div className="trait-groups">
        {(Object.keys(TRAIT_GROUPS) as TraitGroup[]).map((group) => (
          <Taps<Trait>
            key={group}
            label={GROUP_LABELS[group]}
            options={TRAIT_GROUPS[group]}
            pressed={tapped}
            onTap={tap}
          />
        ))}
      </div>
      <div className="found" aria-live="polite">
        {found.length > 0 && (
          <ol className="found-names" aria-label="It may be">
            {found.map(({ descriptor }) => (
              <li key={descriptor.id}>
                <button type="button" className="btn btn-plain" onClick={() => onFound(nameOf(descriptor))}>
                  {sentenceCase(nameOf(descriptor))}
                </button>
              </li>
            ))}
          </ol>
        )}
        {found.length === 0 && (tapped.length > 0 || asked.trim() !== '') && (
          <p className="quiet">Nothing is like that. Tap what fits, even if only one or two.</p>
        )}
      </div>
      {found.length > 0 && (
        <dl className="found-words">
          {found.map(({ descriptor, because }) => (
            <div key={descriptor.id}>
              <dt>{sentenceCase(nameOf(descriptor))}</dt>
              <dd>
                {descriptor.like}
                {because.length > 0 && <span className="quiet"> ({because.join(', ')})</span>}
                <ReferenceLine of={descriptor} />
                <TastedBeside word={descriptor} />
              </dd>
            </div>
          ))}
        </dl>
      )}
    </div>
  );
}
