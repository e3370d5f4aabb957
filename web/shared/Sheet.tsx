import { useRef, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import { FormProvider, type FieldValues, type Path, type Resolver } from 'react-hook-form';
import { useHotkeys } from 'react-hotkeys-hook';
import type { ApiError } from '../../contract/error';
import { useDraftedForm } from './useDraftedForm';

interface Props<T extends FieldValues, V extends FieldValues> {
  /** Names the draft kept in this browser. */
  draftKey: string;
  initial: T;
  resolver: Resolver<T, unknown, V>;
  saveWord: string;
  /** Keeps what was written; resolves with what went wrong, or null. */
  save: (values: V) => Promise<ApiError | null>;
  cancel: () => void;
  children: ReactNode;
}

/** The one form pattern: text as typed, checked against the contract, kept as a draft until the server has it. */
export function Sheet<T extends FieldValues, V extends FieldValues>({ draftKey, initial, resolver, saveWord, save, cancel, children }: Props<T, V>) {
  const { form, restored, discard, startAfresh } = useDraftedForm(draftKey, initial, resolver);
  const sheet = useRef<HTMLFormElement>(null);
  useHotkeys('mod+enter', () => sheet.current?.requestSubmit(), { enableOnFormTags: true, preventDefault: true });
  const { errors, isSubmitting } = form.formState;

  const submit = form.handleSubmit(async (values) => {
    const problem = await save(values);
    if (problem) {
      for (const { path, message } of problem.fields) form.setError(path as Path<T>, { message });
      form.setError('root', { message: problem.message });
    } else discard();
  });

  return (
    <FormProvider {...form}>
      <form ref={sheet} className="form-sheet" noValidate onSubmit={(event) => void submit(event)}>
        {restored && (
          <p className="quiet">
            You were here before: this is what you had written.{' '}
            <button type="button" className="btn btn-bare" onClick={startAfresh}>
              Start afresh
            </button>
          </p>
        )}
        {children}
        {errors.root && (
          <div className="panel-error mb-2" role="alert">
            {errors.root.message}
          </div>
        )}
        <div className="form-actions">
          <Button type="submit" disabled={isSubmitting}>
            {saveWord}
          </Button>
          <Button
            variant="plain"
            onClick={() => {
              discard();
              cancel();
            }}
          >
            Cancel
          </Button>
        </div>
      </form>
    </FormProvider>
  );
}
