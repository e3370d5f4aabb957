import { firstMapping, readNotebook, signatureOf, type Known, type NotebookRead } from '../../application/notebook';
import { Problem } from '../../application/problem';
import type { NotebookMapping } from '../../contract/notebook';
import { guessReading, readRows, type NotebookSheet } from '../../core/notebook';
import { dateHere, instantHere } from '../dates';
import { keepNotebook, loadKnownBags, rememberedMapping, rememberMapping } from '../db/notebooks';
import type { NotebookImportRow } from '../db/keepingEntities';
import type { Store } from '../db/store';

/** A table as it is to be read, and whether one like it was read before. */
export interface MappedNotebook {
  mapping: NotebookMapping;
  isRemembered: boolean;
}

/** How a table is read at first: as one with its headings was before, else as guessed. */
export async function beginNotebook(store: Store, sheets: readonly NotebookSheet[]): Promise<MappedNotebook> {
  const guessed = firstMapping(guessReading(sheets));
  const kept = await store.read((db) => rememberedMapping(db, signatureOf(sheets, guessed.reading.sheet)));
  const fits = kept?.reading.columns.length === guessed.reading.columns.length;
  return kept && fits
    ? { mapping: { ...kept, reading: { ...kept.reading, sheet: guessed.reading.sheet } }, isRemembered: true }
    : { mapping: guessed, isRemembered: false };
}

/** Reads a table and holds it against the household. */
export async function lookAtNotebook(
  store: Store,
  sheets: readonly NotebookSheet[],
  mapping: NotebookMapping,
  now: Date,
): Promise<NotebookRead> {
  const { sheet } = mapping.reading;
  const { entries } = readRows(sheets[sheet] ?? { name: '', rows: [] }, [], mapping.reading);
  const names = [...new Set(entries.map(({ bag }) => bag.name))];
  const known: Known = {
    bags: await store.read((db) => loadKnownBags(db, names)),
    today: dateHere(now),
    instantAt: instantHere,
  };
  return readNotebook(sheets, mapping, known);
}

/**
 * Adds what a table brings to the household, and remembers how it was read. Throws a conflict Problem while rows have
 * problems.
 */
export async function takeNotebook(
  store: Store,
  { sheets, fileName }: { sheets: readonly NotebookSheet[]; fileName: string },
  mapping: NotebookMapping,
  now: Date,
): Promise<NotebookImportRow> {
  const { state, drafts } = await lookAtNotebook(store, sheets, mapping, now);
  if (state.counts.problems > 0)
    throw new Problem(
      'conflict',
      `${state.counts.problems} of its rows cannot be read as they are: mend how they are read, or leave them out on purpose. Nothing was changed.`,
    );
  if (drafts.length === 0) throw new Problem('conflict', 'There is no brew in it to take in. Nothing was changed.');
  return store.write(async (db) => {
    const kept = await keepNotebook(db, drafts, fileName, now);
    await rememberMapping(db, signatureOf(sheets, mapping.reading.sheet), mapping, now);
    return kept;
  });
}
