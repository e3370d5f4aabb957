/** A cell as a file has it: text, a number, or nothing. Dates of a spreadsheet stand as `2026-02-15` or with a time. */
export type Cell = string | number | null;

/**
 * A sheet of a file: its name (empty in a text file), and its rows as they stand, headings and blank rows among them.
 */
export interface NotebookSheet {
  name: string;
  rows: readonly (readonly Cell[])[];
}

/** A cell as text, without what surrounds it. */
export const textOf = (cell: Cell | undefined): string => (cell ?? '').toString().trim();

/** Whether nothing stands in a row. */
export const isBlank = (row: readonly Cell[]): boolean => row.every((cell) => textOf(cell) === '');

/** Lower case, without accents and marks of punctuation: what headings and names are compared by. */
export function plain(text: string): string {
  return text
    .normalize('NFKD')
    .replaceAll(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}
