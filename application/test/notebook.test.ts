import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { NotebookMapping } from '../../contract/keeping/notebook';
import { guessReading, type Cell, type NotebookSheet } from '../../core/notebook';
import { firstMapping, readNotebook, type Known, type NotebookRead } from '../notebook';

const NOBODY: Known = { bags: [], today: '2026-03-01', instantAt: (date, time) => `${date}T${time}:00+01:00` };

const sheetOf = (...rows: Cell[][]): NotebookSheet => ({ name: '', rows });

function read(sheet: NotebookSheet, differently: Partial<NotebookMapping> = {}, known = NOBODY): NotebookRead {
  return readNotebook([sheet], { ...firstMapping(guessReading([sheet])), ...differently }, known);
}

const HEAD = ['Date', 'Coffee', 'Roasted', 'Dose', 'Water', 'Score', 'Notes'];
const ROW = ['2026-02-10', 'Fog Gate', '2026-02-01', '15', '240', '8.2', 'quince'];

/** The sum of the parts that the rows of a file went to. */
const sumOf = ({ state: { counts } }: NotebookRead): number =>
  counts.headings + counts.blank + counts.leftOut + counts.duplicates + counts.problems + counts.brews;

describe('a table of brews', () => {
  it('has every row in exactly one place, whatever stands in it', () => {
    const cell = fc.oneof(
      fc.constantFrom<Cell>(
        null,
        '',
        '—',
        '8.2',
        '2026-02-10',
        '10.2.2026',
        'Fog Gate',
        '240 g',
        '★★★',
        'a lot',
        '200 F',
      ),
      fc.string({ maxLength: 12 }),
      fc.double({ noNaN: true, noDefaultInfinity: true, min: -50, max: 50_000 }),
    );
    const rows = fc.array(fc.array(cell, { maxLength: 9 }), { maxLength: 25 });
    const flags = fc.record({ leaveOut: fc.array(fc.integer({ min: 1, max: 26 })), takeDuplicates: fc.boolean() });
    fc.assert(
      fc.property(rows, fc.boolean(), flags, (body, hasHead, differently) => {
        const sheet = sheetOf(...(hasHead ? [HEAD] : []), ...body, ...body.slice(0, 3), ROW, ROW);
        const one = read(sheet, differently);
        expect(sumOf(one)).toBe(sheet.rows.length);
        // Nothing is kept of a table in which anything is wrong, and all of one in which nothing is.
        const kept = one.drafts.flatMap(({ brews }) => brews).length;
        expect(kept).toBe(one.state.counts.problems > 0 ? 0 : one.state.counts.brews);
      }),
    );
  });

  it('names what is wrong by row and column, and is whole again once those are left out', () => {
    const sheet = sheetOf(
      HEAD,
      ROW,
      ['2026-02-12', 'Fog Gate', '2026-02-01', 'a lot', '240', '8.2', ''],
      ['', 'Fog Gate', '2026-02-01', '15', '240', '8.2', ''],
      ['2026-02-14', 'Fog Gate', '2026-02-01', '15', '240', '12', ''],
      ['2026-01-20', 'Fog Gate', '2026-02-01', '15', '240', '8', ''],
      ['2027-01-20', 'Fog Gate', '2026-02-01', '15', '240', '8', ''],
      ['2026-02-15', 'Fog Gate', '2026-02-01', '900', '240', '8', ''],
    );
    const mark = { scoringScale: 'mark10', outOf: 10 } as const;
    const base = firstMapping(guessReading([sheet]));
    const mapping = { ...base, reading: { ...base.reading, mark } };
    const { state, drafts } = readNotebook([sheet], mapping, NOBODY);
    expect(state.problems).toEqual([
      { row: 3, column: 'Dose', message: '“a lot” is not a weight' },
      { row: 4, column: 'Date', message: 'The day of the brew is not said' },
      { row: 5, column: 'Score', message: '12 is no mark out of 10' },
      { row: 6, column: 'Date', message: 'It cannot be brewed on 2026-01-20, before the bag was roasted (2026-02-01)' },
      { row: 7, column: 'Date', message: '2027-01-20 is still to come' },
      { row: 8, column: 'Dose', message: 'Dose must be between 0.1 and 500 g' },
    ]);
    expect([state.counts.problems, drafts]).toEqual([6, []]);
    const again = readNotebook([sheet], { ...mapping, leaveOut: [3, 4, 5, 6, 7, 8] }, NOBODY);
    expect(again.state.counts).toMatchObject({ problems: 0, leftOut: 6, brews: 1 });
    expect(again.drafts).toHaveLength(1);
  });

  it('keeps what is no kind of ours among the remarks, and says so', () => {
    const { drafts, state } = read(
      sheetOf(
        ['Date', 'Coffee', 'Roasted', 'Roast', 'Score'],
        ['2026-02-10', 'Fog Gate', '2026-02-01', 'moonlit', '8'],
      ),
    );
    expect(drafts[0]?.brews[0]?.brew.cup.remarks).toBe('Roast: moonlit');
    expect(state.notes).toHaveLength(1);
  });

  it('keeps a process as it is named, and knows its kind where it can', () => {
    const processOf = (process: string) => {
      const rows = sheetOf(['Date', 'Coffee', 'Roasted', 'Process'], ['2026-02-10', 'Fog Gate', '2026-02-01', process]);
      const { drafts, state } = read(rows);
      expect(state.notes).toEqual([]);
      return [drafts[0]?.bag.processName, drafts[0]?.bag.process];
    };
    expect(processOf('Thermal shock, washed')).toEqual(['Thermal shock, washed', 'extended-fermentation']);
    expect(processOf('moon-dried')).toEqual(['moon-dried', null]);
    const long = `washed ${'twice '.repeat(30)}`.trim();
    const rows = sheetOf(['Date', 'Coffee', 'Roasted', 'Process'], ['2026-02-10', 'Fog Gate', '2026-02-01', long]);
    expect(read(rows).drafts[0]?.brews[0]?.brew.cup.remarks).toBe(`Process: ${long}`);
  });

  it('assumes what it does not say, and names it', () => {
    const { state } = read(
      sheetOf(['Date', 'Coffee', 'Roasted', 'Score'], ['2026-02-10', 'Fog Gate', '2026-02-01', '8']),
    );
    expect(state.first[0]).toMatchObject({
      doseG: 17,
      waterG: 272,
      brewer: 'cone',
      assumed: ['drink', 'brewer', 'dose', 'water'],
    });
  });

  it('needs to be told how old a bag was of which no roast date is known; the age is then assumed', () => {
    const sheet = sheetOf(
      ['Date', 'Coffee', 'Score'],
      ['2026-02-10', 'Fog Gate', '8'],
      ['2026-02-12', 'Fog Gate', '8.3'],
    );
    const first = read(sheet);
    expect(first.state.problems.map(({ row, column }) => [row, column])).toEqual([
      [2, 'roast date'],
      [3, 'roast date'],
    ]);
    const { assumed } = first.state.mapping;
    const { state } = read(sheet, { assumed: { ...assumed, restDays: 9 } });
    expect(state.bags).toEqual([expect.objectContaining({ roastedOn: '2026-02-01', isAssumed: true, brews: 2 })]);
  });

  it('finds the bag that is here, and the brews that are', () => {
    const sheet = sheetOf(HEAD, ROW, ['2026-02-12', 'fog  gate', '2026-02-01', '15', '240', '8.4', 'quince']);
    const [draft] = read(sheet).drafts;
    const bag = {
      id: 'here',
      name: 'Fog Gate',
      roaster: 'Fernhill',
      roastedOn: '2026-02-01',
      brews: draft?.brews.slice(0, 1).map(({ brew }) => brew) ?? [],
    };
    const again = read(sheet, {}, { ...NOBODY, bags: [bag] });
    expect(again.state.duplicates).toEqual([{ row: 2, of: 'the brew of 2026-02-10 that is here' }]);
    expect(again.drafts.map(({ bagId, brews }) => [bagId, brews.map(({ row }) => row)])).toEqual([['here', [3]]]);
    const both = read(sheet, { takeDuplicates: true }, { ...NOBODY, bags: [bag] });
    expect(both.state.counts).toMatchObject({ duplicates: 0, brews: 2 });
    // Of another roast it is another bag.
    const other = read(sheet, {}, { ...NOBODY, bags: [{ ...bag, roastedOn: '2026-01-01' }] });
    expect(other.drafts.map(({ bagId }) => bagId)).toEqual([null]);
  });

  it('without headings is read by what can only be a date, and named by letters', () => {
    const { state } = read(sheetOf(['2026-02-10', 'x', 3], ['2026-02-12', 'y', 4]));
    expect(state.columns.map(({ name }) => name)).toEqual(['Column A', 'Column B', 'Column C']);
    expect(state.mapping.reading.columns[0]?.field).toBe('brewedOn');
  });
});
