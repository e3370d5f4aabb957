import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { useForm, type DefaultValues, type FieldValues, type Resolver, type UseFormReturn } from 'react-hook-form';
import type { Draft } from '../../contract/keeping/draft';
import { differing, nameOfPath } from './differences';
import type { DraftState } from '../sync/drafts';
import { toastShown } from '../state/notices';
import { sync, useAppDispatch } from '../state/store';

/** A draft in the shape of the form, filled up where the form has grown since; null for what is no draft of it. */
function shaped<T extends FieldValues>(kept: Record<string, unknown> | null, initial: T): T | null {
  if (kept === null) return null;
  return Object.keys(initial).some((name) => name in kept) ? fill(initial, kept) : null;
}

/** The form's own values wherever a draft has none of its own. */
function fill<T>(initial: T, kept: unknown): T {
  if (typeof initial === 'string' || typeof initial === 'boolean')
    return typeof kept === typeof initial ? (kept as T) : initial;
  if (typeof initial !== 'object' || initial === null || Array.isArray(initial)) return (kept ?? initial) as T;
  const written = (typeof kept === 'object' ? kept : null) as Record<string, unknown> | null;
  const names = new Set([...Object.keys(initial), ...Object.keys(written ?? {})]);
  return Object.fromEntries(
    [...names].map((name) => [name, fill((initial as Record<string, unknown>)[name], written?.[name])]),
  ) as T;
}

const ONE_AGAIN = 'One sheet again. What stood here before can be brought back.';

export interface DraftedForm<T extends FieldValues, V> {
  form: UseFormReturn<T, unknown, V>;
  /** The sheet opened with what was left unsaved before. */
  restored: boolean;
  /** How often the sheet was laid anew with other content: what is folded is decided each time. */
  resets: number;
  state: DraftState;
  /** Takes in what another device wrote: this is what stands now. */
  resolveConflict: (other: Draft, typed: T) => void;
  /**
   * Lays the sheet anew over what was saved elsewhere meanwhile: this is what stands now, and what of it came from
   * there, in words.
   */
  rebase: (typed: T, taken: string) => void;
  /** Lays a sheet nobody has written on anew. */
  reset: (typed: T) => void;
  /** Saves what is written and forgets the draft; where that fails, the draft stays. Answers as `save` does. */
  saved: <P>(save: () => Promise<P | null>) => Promise<P | null>;
  /** Forgets the draft on the taster's wish; it can be brought back from the notice. */
  throwAway: () => void;
  startOver: () => void;
}

/**
 * A form of which every change is kept: in this browser at once and on the server within a second. It is there when the
 * page is opened again, here or at another device.
 */
export function useDraftedForm<T extends FieldValues, V extends FieldValues>(
  key: string,
  title: string,
  initial: T,
  resolver: Resolver<T, unknown, V>,
): DraftedForm<T, V> {
  const dispatch = useAppDispatch();
  const [href] = useState(() => location.pathname + location.search);
  const [sheet] = useState(() => sync.draft(key, { title, href }));
  const state = sheet.stateOf(useSyncExternalStore(sheet.outbox.subscribe, sheet.outbox.snapshot));
  const [first] = useState(() => shaped(sheet.mirror?.typed ?? null, initial));
  const [restored, setRestored] = useState(first !== null);
  const form = useForm<T, unknown, V>({ defaultValues: (first ?? initial) as DefaultValues<T>, resolver });
  const [resets, setResets] = useState(0);
  const touched = useRef(false);

  const applyValues = (typed: T): void => {
    // What it was first laid with stays what a change is measured by.
    form.reset(typed, { keepDefaultValues: true });
    setResets((times) => times + 1);
  };
  const reset = (typed: T): void => {
    form.reset(typed);
    setResets((times) => times + 1);
  };

  useEffect(() => {
    void sheet.open().then((own) => {
      const typed = shaped(own, initial);
      if (typed === null || touched.current) return;
      applyValues(typed);
      setRestored(true);
    });
    const unsubscribe = form.subscribe({
      formState: { values: true },
      callback: ({ values, name }) => {
        if (name === undefined) return;
        touched.current = true;
        // What was written and taken away again is no draft.
        if (differing(values, initial, nameOfPath).length === 0) void sheet.discard();
        else sheet.change(values);
      },
    });
    return () => {
      unsubscribe();
      sheet.outbox.retry();
    };
    // A sheet is laid once.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [form, sheet]);

  const canBeBroughtBack = (text: string): void => {
    const { mirror } = sheet;
    if (mirror) dispatch(toastShown({ text, undo: { kind: 'draft', id: key, href, mirror } }));
  };
  const applyAndOffer = (typed: T, said: string): void => {
    canBeBroughtBack(said);
    touched.current = true;
    applyValues(typed);
  };
  const resolveConflict = (other: Draft, typed: T): void => {
    applyAndOffer(typed, ONE_AGAIN);
    sheet.resolveConflict(other, typed);
  };
  const rebase = (typed: T, taken: string): void => {
    applyAndOffer(typed, taken === '' ? ONE_AGAIN : `Changed elsewhere meanwhile, and taken in here. ${taken}.`);
    sheet.change(typed);
  };
  const throwAway = (): void => {
    canBeBroughtBack('What you had written is put aside.');
    void sheet.discard();
  };
  const startOver = (): void => {
    throwAway();
    applyValues(initial);
    setRestored(false);
  };
  const saved: DraftedForm<T, V>['saved'] = (save) => sheet.saved(save);
  return { form, restored, resets, state, resolveConflict, rebase, reset, saved, throwAway, startOver };
}
