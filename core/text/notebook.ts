import { fieldOf, type NotebookField } from '../notebook';
import { householdText } from './household';

/** What a table of brews comes to, as far as it is said in words. */
interface LookedAt {
  mapping: {
    reading: {
      columns: readonly { field: NotebookField | null; unit: string }[];
      dateOrder: 'dmy' | 'mdy' | 'ymd';
      mark: { scoringScale: string; outOf: number };
    };
  };
  columns: readonly { name: string }[];
  counts: {
    rows: number;
    headings: number;
    blank: number;
    leftOut: number;
    duplicates: number;
    problems: number;
    brews: number;
  };
  bags: readonly { isNew: boolean }[];
  doubts: readonly string[];
  problems: readonly About[];
  notes: readonly About[];
  noteCount: number;
  duplicates: readonly { row: number; of: string }[];
}

interface About {
  row: number;
  column: string;
  message: string;
}

const ORDERS = { dmy: 'day first', mdy: 'month first', ymd: 'year first' } as const;

const rowsText = (n: number): string => `${n} ${n === 1 ? 'row' : 'rows'}`;

/** Where every row of a table went, in a sentence: the numbers add up to the first. */
export function rowsOfNotebookText({ counts }: Pick<LookedAt, 'counts'>): string {
  const { rows, headings, blank, leftOut, duplicates, problems, brews } = counts;
  const parts = [
    `${brews} ${brews === 1 ? 'brew' : 'brews'} to take in`,
    ...(headings > 0 ? [`${headings} of headings`] : []),
    ...(blank > 0 ? [`${blank} blank`] : []),
    ...(duplicates > 0
      ? [
          `${duplicates} that ${duplicates === 1 ? 'stands' : 'stand'} there twice or ${duplicates === 1 ? 'is' : 'are'} here already`,
        ]
      : []),
    ...(leftOut > 0 ? [`${leftOut} left out on purpose`] : []),
    ...(problems > 0 ? [`${problems} that cannot be read as ${problems === 1 ? 'it is' : 'they are'}`] : []),
  ];
  return `${rowsText(rows)} in the file: ${parts.join(', ')}.`;
}

/** "row 12, Dose: “a lot” is not a weight". */
export const aboutRowText = ({ row, column, message }: About): string =>
  `row ${row}${column === '' ? '' : `, ${column}`}: ${message}`;

/** What a table would bring, line by line: how its columns are read, where its rows go, what is wrong. */
export function notebookText(read: LookedAt): string[] {
  const { reading } = read.mapping;
  const columns = read.columns.map(({ name }, i) => {
    const { field, unit } = reading.columns[i] ?? { field: null, unit: '' };
    return `  ${name}: ${field === null ? 'left out' : `${fieldOf(field).name}${unit === '' ? '' : ` (${unit})`}`}`;
  });
  const fresh = read.bags.filter(({ isNew }) => isNew).length;
  const old = read.bags.length - fresh;
  return [
    'Its columns are read as',
    ...columns,
    `Dates: ${ORDERS[reading.dateOrder]}. Marks: out of ${reading.mark.outOf}.`,
    ...read.doubts,
    rowsOfNotebookText(read),
    `They are ${householdText({ bags: fresh, brews: read.counts.brews })}${old === 0 ? '' : `, some on ${old} ${old === 1 ? 'bag that is' : 'bags that are'} here`}.`,
    ...read.duplicates.map(({ row, of }) => `  row ${row}: the same as ${of}`),
    ...read.notes.map((note) => `  ${aboutRowText(note)}`),
    ...(read.noteCount > read.notes.length ? [`  and ${read.noteCount - read.notes.length} more`] : []),
    ...read.problems.map((problem) => `  ${aboutRowText(problem)}`),
  ];
}
