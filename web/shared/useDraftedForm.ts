import { useEffect, useState } from 'react';
import { useForm, type DefaultValues, type FieldValues, type Resolver, type UseFormReturn } from 'react-hook-form';

const PREFIX = 'slow-crest.draft.';

/** A draft kept in this browser, or null when there is none or it no longer has the shape of the form. */
function readDraft<T extends FieldValues>(key: string, shape: T): T | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(PREFIX + key) ?? 'null');
    if (typeof kept !== 'object' || kept === null) return null;
    return Object.keys(shape).every((name) => name in kept) ? (kept as T) : null;
  } catch {
    return null;
  }
}

export interface DraftedForm<T extends FieldValues, V> {
  form: UseFormReturn<T, unknown, V>;
  /** The sheet opened with what was left unsaved before. */
  restored: boolean;
  /** Forgets the draft: the server has the data now. */
  discard: () => void;
  startAfresh: () => void;
}

/** A form whose unsaved text is kept in this browser with every change, and is there when the page is opened again. */
export function useDraftedForm<T extends FieldValues, V extends FieldValues>(key: string, initial: T, resolver: Resolver<T, unknown, V>): DraftedForm<T, V> {
  const [draft, setDraft] = useState(() => readDraft(key, initial));
  const form = useForm<T, unknown, V>({ defaultValues: (draft ?? initial) as DefaultValues<T>, resolver });

  useEffect(
    () => form.subscribe({ formState: { values: true }, callback: ({ values }) => localStorage.setItem(PREFIX + key, JSON.stringify(values)) }),
    [form, key],
  );

  const discard = (): void => localStorage.removeItem(PREFIX + key);
  const startAfresh = (): void => {
    form.reset(initial);
    discard();
    setDraft(null);
  };
  return { form, restored: draft !== null, discard, startAfresh };
}
