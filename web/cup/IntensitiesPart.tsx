import { useId, type KeyboardEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { useController, useFormState } from 'react-hook-form';
import {
  FIRST_INTENSITY_ATTRIBUTES,
  ADEQUACIES,
  MERITS,
  stepLevel,
  type IntensityAttribute,
  type Adequacy,
} from '../../core/cup';
import { api } from '../api/api';
import { sentenceCase } from '../ui/format';
import type { BrewForm } from './brewForm';
import { intensityWords } from './cupForm';
import { LevelStrip } from '../domain/LevelStrip';
import { Skyline } from './Skyline';
import { useInitialValues } from './useInitialValues';

/** Letters that say how the amount was liked, typed in the field of the level. */
const KEYS: Readonly<Record<string, Adequacy>> = { l: 'too little', j: 'just right', m: 'too much' };
const SHORT: Readonly<Record<Adequacy, string>> = { 'too little': 'little', 'just right': 'right', 'too much': 'much' };

/** How much of what there was, and how that was liked: two things, side by side. */
export function IntensitiesPart() {
  const { cup: initialValues } = useInitialValues();
  const { errors } = useFormState<BrewForm>();
  const { data: settings } = api.useSettingsQuery(undefined);
  // Those hidden since are asked for where this cup has a level for them.
  const attributes = (settings?.intensityAttributes ?? FIRST_INTENSITY_ATTRIBUTES).filter(
    ({ id, shown }) => shown || initialValues.intensities[id] !== undefined,
  );
  const open =
    initialValues.scoringScale === 'levels' ||
    Object.keys(initialValues.intensities).length > 0 ||
    errors.cup?.intensities !== undefined;
  return (
    <fieldset className="all-columns">
      <legend>How much of what</legend>
      <details open={open}>
        <summary>Levels, and whether they were right</summary>
        <p className="quiet small mb-2">
          A level says how much, 1 to 5, not how good. Tap along a strip, or type 1 to 5 on it: the next one follows. In
          the field it can be said more finely: 3, 3+ (high), 3.5, 4− (low), and whether that was too <b>l</b>ittle,{' '}
          <b>j</b>ust right or too <b>m</b>uch.
        </p>
        {errors.cup?.intensities && (
          <div className="invalid-feedback d-block mb-2" role="alert">
            A level below cannot be read: 1 to 5, with + or - for high and low, or a half.
          </div>
        )}
        <Skyline attributes={attributes} />
        <div className="levels">
          {attributes.map((attribute, i) => (
            <IntensityRow key={attribute.id} attribute={attribute} isFirst={i === 0} />
          ))}
        </div>
      </details>
    </fieldset>
  );
}

interface RowProps {
  attribute: IntensityAttribute;
  isFirst: boolean;
}

function IntensityRow({ attribute: { id: key, name }, isFirst }: RowProps) {
  const id = useId();
  const {
    field: { value: kept, onChange, onBlur, ref },
  } = useController<BrewForm>({ name: `cup.intensities.${key}` });
  const value = (kept ?? { intensity: '', adequacy: '' }) as { intensity: string; adequacy: string };
  const label = sentenceCase(name);
  const set = (change: Partial<typeof value>): void => onChange({ ...value, ...change });
  const like = (adequacy: Adequacy): void => set({ adequacy: value.adequacy === adequacy ? '' : adequacy });
  const nudge = (by: 1 | -1): void => set({ intensity: stepLevel(value.intensity, by) });
  const said = intensityWords(value.intensity);
  const wrong = value.intensity.trim() !== '' && said === null;
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const adequacy = KEYS[event.key.toLowerCase()];
    // "l" and "h" may also begin "low" and "high", where the field is still empty.
    if (adequacy && (value.intensity !== '' || adequacy !== 'too little')) {
      event.preventDefault();
      like(adequacy);
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      nudge(event.key === 'ArrowUp' ? 1 : -1);
    }
  };
  return (
    <div className="level-row" role="group" aria-label={label}>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <LevelStrip
        label={label}
        intensity={value.intensity}
        inTabOrder={isFirst}
        onDraw={(intensity) => set({ intensity })}
      />
      <Form.Control
        {...{ id, value: value.intensity, isInvalid: wrong }}
        ref={ref}
        autoComplete="off"
        placeholder="–"
        aria-invalid={wrong}
        aria-describedby={`${id}-said`}
        onChange={(event) => set({ intensity: event.target.value })}
        onBlur={onBlur}
        onKeyDown={onKeyDown}
      />
      {MERITS.includes(key) && value.adequacy === '' ? (
        <span className="merit quiet small">a merit: more is better</span>
      ) : (
        <div className="adequacies">
          {ADEQUACIES.map((adequacy) => (
            <button
              key={adequacy}
              type="button"
              tabIndex={-1}
              className="btn btn-plain"
              aria-label={`${label}: ${adequacy}`}
              aria-pressed={value.adequacy === adequacy}
              onClick={() => like(adequacy)}
            >
              {SHORT[adequacy]}
            </button>
          ))}
        </div>
      )}
      <span id={`${id}-said`} className="visually-hidden">
        {[said, value.adequacy].filter(Boolean).join(', ')}
      </span>
    </div>
  );
}
