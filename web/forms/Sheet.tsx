import { Fragment, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import { FormProvider, useWatch, type FieldValues, type Path, type PathValue, type Resolver } from 'react-hook-form';
import { useHotkeys } from 'react-hotkeys-hook';
import type { ApiError } from '../../contract/error';
import type { DraftState } from '../sync/drafts';
import { momentText } from '../ui/format';
import { baseOf, ChangedElsewhere, basis } from './ChangedElsewhere';
import { OtherCopy } from './OtherCopy';
import { localDateTime } from '../state/today';
import { useDraftedForm } from './useDraftedForm';

interface Props<T extends FieldValues, V extends FieldValues> {
  /** Names the draft, the same on every device. */
  draftKey: string;
  /** What is being written, for the shelf. */
  title: string;
  initial: T;
  resolver: Resolver<T, unknown, V>;
  saveWord: string;
  /**
   * Keeps what was written, with the form it was laid over (null for something new); resolves with what went wrong, or
   * null.
   */
  save: (values: V, over: T | null) => Promise<ApiError | null>;
  cancel: () => void;
  children: ReactNode;
  /**
   * For a change of something kept: what is kept now. What is changed there meanwhile is taken in, or shown where both
   * changed it.
   */
  savedVersion?: T;
  /** What of the values contradicts itself: asked about before they are kept. */
  doubtOf?: (values: V) => Doubt<T> | null;
  /** What a field is called, by its path, where two copies differ; null for what need not be shown. */
  nameOf?: (path: readonly string[]) => string | null;
}

/** A question about what was written, and what may be set to answer it. */
export interface Doubt<T extends FieldValues> {
  question: string;
  correction: { label: string; field: Path<T>; value: string } | null;
}

const KEPT_WORDS: Readonly<Record<DraftState['kept'], string>> = {
  idle: '',
  pending: 'Keeping …',
  kept: 'Every word is kept.',
  'here only': 'Kept in this browser until the server can take it.',
};

/** The type of the error that is a question. */
const DOUBT = 'doubt';

/** The one form pattern: text as typed, checked against the contract, kept as a draft until it is saved. */
export function Sheet<T extends FieldValues, V extends FieldValues>({
  draftKey,
  title,
  initial,
  resolver,
  saveWord,
  save,
  cancel,
  children,
  savedVersion,
  doubtOf,
  nameOf,
}: Props<T, V>) {
  const [first] = useState(() => (savedVersion ? basis(savedVersion) : initial));
  const { form, restored, resets, state, resolveConflict, rebase, reset, saved, throwAway, startOver } = useDraftedForm(
    draftKey,
    title,
    first,
    resolver,
  );
  const [doubt, setDoubt] = useState<Doubt<T> | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const sheet = useRef<HTMLFormElement>(null);
  useHotkeys('mod+enter', () => sheet.current?.requestSubmit(), { enableOnFormTags: true, preventDefault: true });
  const { errors, isSubmitting, isSubmitSuccessful, isDirty } = form.formState;
  const over: unknown = useWatch({ control: form.control, name: 'basis' as Path<T> });
  const now = useMemo(() => savedVersion && basis(savedVersion), [savedVersion]);
  const changedElsewhere = now !== undefined && now.basis !== over && !isSubmitting && !isSubmitSuccessful;
  const untouched = !restored && !isDirty;
  useEffect(() => {
    if (changedElsewhere && untouched) reset(now);
    // Only what is kept decides, not how this sheet was drawn.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [changedElsewhere, untouched, now]);

  const keep = async (values: V): Promise<void> => {
    const problem = await saved(() =>
      save(values, (baseOf(form.getValues('basis' as Path<T>)) as T | undefined) ?? null),
    );
    if (!problem) return;
    for (const { path, message } of problem.fields) form.setError(path as Path<T>, { message });
    form.setError('root', { message: problem.message });
  };
  const submit = form.handleSubmit((values) => {
    const asked = doubtOf?.(values) ?? null;
    setDoubt(asked);
    if (asked === null) return keep(values);
    form.setError('root', { type: DOUBT, message: asked.question });
    return undefined;
  });

  return (
    <FormProvider {...form}>
      <form ref={sheet} className="form-sheet" noValidate onSubmit={(event) => void submit(event)}>
        {restored && (
          <p className="quiet">
            You were here before: this is what you had written.{' '}
            <button type="button" className="btn btn-bare" onClick={startOver}>
              Start afresh
            </button>
          </p>
        )}
        {state.others
          .filter(({ device }) => !left.has(device))
          .map((other) => (
            <OtherCopy<T>
              key={other.device}
              there={other.typed as T}
              said={`This was written at another device or in another window, last ${momentText(localDateTime(new Date(other.updatedAt)))}.`}
              nameOf={nameOf}
              untouched={untouched}
              resolveConflict={(typed) => resolveConflict(other, typed)}
              leave={() => setLeft((before) => new Set(before).add(other.device))}
            />
          ))}
        {changedElsewhere && !untouched && savedVersion && (
          <ChangedElsewhere<T> savedVersion={savedVersion} nameOf={nameOf} lay={rebase} />
        )}
        <Fragment key={resets}>{children}</Fragment>
        {errors.root && (
          <div className="panel-error mb-2" role="alert">
            {errors.root.message}
            {doubt && errors.root.type === DOUBT && (
              <DoubtAnswers
                doubt={doubt}
                correct={({ field, value }) => {
                  form.setValue(field, value as PathValue<T, Path<T>>, { shouldDirty: true });
                  sheet.current?.requestSubmit();
                }}
                accept={() => void form.handleSubmit(keep)()}
              />
            )}
          </div>
        )}
        <div className="form-actions">
          <Button type="submit" disabled={isSubmitting}>
            {saveWord}
          </Button>
          <Button
            variant="plain"
            onClick={() => {
              throwAway();
              cancel();
            }}
          >
            Cancel
          </Button>
          <span className={`kept quiet small ${state.kept === 'here only' ? 'ember' : ''}`} role="status">
            {KEPT_WORDS[state.kept]}
          </span>
        </div>
      </form>
    </FormProvider>
  );
}

interface DoubtAnswersProps<T extends FieldValues> {
  doubt: Doubt<T>;
  correct: (correction: NonNullable<Doubt<T>['correction']>) => void;
  accept: () => void;
}

/** The answers to a question, under the fingers at once: they come into view, clear of the bar at the foot. */
function DoubtAnswers<T extends FieldValues>({ doubt: { correction }, correct, accept }: DoubtAnswersProps<T>) {
  return (
    <div className="doubt-answers d-flex flex-wrap gap-2 mt-2">
      {correction && (
        <Button variant="plain" autoFocus onClick={() => correct(correction)}>
          {correction.label}
        </Button>
      )}
      <Button variant="plain" autoFocus={correction === null} onClick={accept}>
        Save as it is
      </Button>
    </div>
  );
}
