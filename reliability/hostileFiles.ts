import { deflateSync, crc32 } from 'node:zlib';
import yazl from 'yazl';

/** Files nobody writes by accident: small ones that unpack to gigabytes, cells far out, nesting without end. */

/** A zip with some entries. */
export async function zipOf(entries: Readonly<Record<string, string | Buffer>>): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(entries)) zip.addBuffer(Buffer.from(content), name);
  zip.end();
  const pieces: Buffer[] = [];
  for await (const piece of zip.outputStream) pieces.push(piece as Buffer);
  return Buffer.concat(pieces);
}

const SHEET = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
const RELATIONS = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const PACKAGE = 'http://schemas.openxmlformats.org/package/2006/relationships';

/** A spreadsheet with the XML of its only sheet's data as it is given. */
export function spreadsheetOf(sheetData: string): Promise<Buffer> {
  return zipOf({
    '_rels/.rels': `<Relationships xmlns="${PACKAGE}"><Relationship Id="rId1" Type="${RELATIONS}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `<workbook xmlns="${SHEET}" xmlns:r="${RELATIONS}"><sheets><sheet name="S" sheetId="1" r:id="rId1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `<Relationships xmlns="${PACKAGE}"><Relationship Id="rId1" Type="${RELATIONS}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    'xl/worksheets/sheet1.xml': `<worksheet xmlns="${SHEET}"><sheetData>${sheetData}</sheetData></worksheet>`,
  });
}

const cell = (reference: string, value = '1'): string => `<c r="${reference}"><v>${value}</v></c>`;

export const HOSTILE_SPREADSHEETS: Readonly<Record<string, () => Promise<Buffer>>> = {
  'a cell far to the right': () => spreadsheetOf(`<row r="1">${cell('A1')}${cell('ZZZZZZ1')}</row>`),
  'a cell far below': () => spreadsheetOf(`<row r="1">${cell('A1')}</row><row r="99999999">${cell('A99999999')}</row>`),
  'elements without end': () => spreadsheetOf('<row>'.repeat(200_000)),
  'more cells than anyone reads': () => spreadsheetOf(`<row r="1">${cell('A1').repeat(1_100_000)}</row>`),
  'text in it that is none': () => spreadsheetOf(`<row r="1"><c r="A1" t="s"><v>999999999</v></c></row>`),
  'a bomb': () => zipOf({ 'xl/workbook.xml': Buffer.alloc(70 * 1024 * 1024) }),
};

const HEAD = '{"format":"slow-crest.archive","version":1,"writtenAt":"","collections":{';
export const HOSTILE_ARCHIVES: Readonly<Record<string, () => Promise<Buffer>>> = {
  'brackets without end': () => zipOf({ 'archive.json': '['.repeat(40_000_000) }),
  'brackets in a row': () => zipOf({ 'archive.json': `${HEAD}"bags":[{"name":${'['.repeat(3_000_000)}` }),
  'spaces without end': () => zipOf({ 'archive.json': Buffer.alloc(120 * 1024 * 1024, 0x20) }),
  'spaces between rows': () =>
    zipOf({ 'archive.json': Buffer.concat([Buffer.from(`${HEAD}"bags":[`), Buffer.alloc(120 * 1024 * 1024, 0x20)]) }),
  'a text without end': () => zipOf({ 'archive.json': `${HEAD}"bags":[{"name":"${'x'.repeat(60_000_000)}"}]}}` }),
  'a million empty rows': () => zipOf({ 'archive.json': `${HEAD}"bags":[${'{},'.repeat(999_999)}{}]}}` }),
  'a history 3 000 deep': () =>
    zipOf({ 'archive.json': `${HEAD}"changes":[{"before":${'{"a":'.repeat(3000)}1${'}'.repeat(3000)}}]}}` }),
};

/** A PNG of one colour, as large as it says, or with no more rows than are given. */
export function pngOf(width: number, height: number, rows = height): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const named = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const [length, check] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    check.writeUInt32BE(crc32(named));
    return Buffer.concat([length, named, check]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc((width * 3 + 1) * rows))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

/** Tables a careless reader stands still at. */
export const HOSTILE_TABLES: Readonly<Record<string, () => string>> = {
  'times with thousands of spaces': () =>
    `Date,Coffee,Roasted,Score,Time\n${`2026-02-10,A,2026-02-01,8,7${' '.repeat(19_000)}x\n`.repeat(50)}`,
  'dates of digits and spaces': () =>
    `Date,Coffee,Roasted,Score\n${`1${' '.repeat(19_000)}2026,A,2026-02-01,8\n`.repeat(50)}`,
  'marks of signs': () => `Date,Coffee,Roasted,Score\n${`2026-02-10,A,2026-02-01,${'1,'.repeat(60)}\n`.repeat(100)}`,
  'headings of brackets': () => `${'('.repeat(19_000)},Date,Coffee,Score\nx,2026-02-10,A,8\n`,
  '5 000 rows of 200 columns': () =>
    `Date,Coffee,Roasted,Score${',More'.repeat(196)}\n${`2026-02-10,A,2026-02-01,8${',quince'.repeat(196)}\n`.repeat(4_999)}`,
};
