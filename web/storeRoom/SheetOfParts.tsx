import { nanoid } from '@reduxjs/toolkit';
import { isEqual } from 'es-toolkit';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Settings, SettingsChange } from '../../contract/settings';
import { sheetOfParts as schema, PARTS_MAX } from '../../contract/bag/sheetOfParts';
import type { SheetPart } from '../../core/cup';
import { numberText, sentenceCase } from '../ui/format';
import { asTyped, typedNumber } from '../forms/typed';

/** A part as typed. */
type Row = Omit<SheetPart, 'most' | 'step'> & { most: string; step: string };

const rowsOf = (parts: readonly SheetPart[]): Row[] =>
  parts.map((part) => ({ ...part, most: asTyped(part.most), step: asTyped(part.step) }));
const partsOf = (rows: readonly Row[]): unknown[] =>
  rows.map((row) => ({ ...row, name: row.name.trim(), most: typedNumber(row.most), step: typedNumber(row.step) }));

interface Props {
  settings: Settings;
  change: (change: SettingsChange) => void;
}

/** The household's sheet of parts: what is marked, up to how much, in which steps, and what is taken off. */
export function SheetOfParts({ settings: { sheetOfParts: kept }, change }: Props) {
  const [rows, setRows] = useState(() => rowsOf(kept));
  const [over, setOver] = useState(kept);
  if (!isEqual(over, kept)) {
    // Kept from here or elsewhere: what was not written on follows.
    if (isEqual(rows, rowsOf(over))) setRows(rowsOf(kept));
    setOver(kept);
  }
  const read = schema.safeParse(partsOf(rows));
  const isChanged = !isEqual(rows, rowsOf(kept));
  const most = read.success ? read.data.reduce((sum, part) => sum + (part.takenOff ? 0 : part.most), 0) : null;
  const set = (i: number, differently: Partial<Row>): void =>
    setRows(rows.map((row, k) => (k === i ? { ...row, ...differently } : row)));
  const move = (i: number, by: 1 | -1): void => {
    const [one, other] = [rows[i], rows[i + by]];
    if (one && other) setRows(rows.map((row, k) => (k === i ? other : k === i + by ? one : row)));
  };
  return (
    <details className="mt-2">
      <summary>The sheet of parts ({kept.length} parts)</summary>
      <p className="quiet small mb-1">
        For bags scored part by part. A cup keeps the parts it was marked by, whatever this sheet becomes.
      </p>
      <ul className="sheet-of-parts">
        {rows.map((row, i) => {
          const name = row.name.trim() === '' ? `Part ${i + 1}` : sentenceCase(row.name);
          return (
            <li key={row.id}>
              <Form.Control
                aria-label={`Name of part ${i + 1}`}
                className="name"
                value={row.name}
                maxLength={40}
                autoComplete="off"
                onChange={(event) => set(i, { name: event.target.value })}
              />
              <label>
                <span>most</span>
                <Form.Control
                  aria-label={`${name}: the most it can be given`}
                  inputMode="decimal"
                  value={row.most}
                  onChange={(event) => set(i, { most: event.target.value })}
                />
              </label>
              <label>
                <span>step</span>
                <Form.Control
                  aria-label={`${name}: step`}
                  inputMode="decimal"
                  value={row.step}
                  onChange={(event) => set(i, { step: event.target.value })}
                />
              </label>
              <Form.Check
                type="checkbox"
                id={`taken-off-${row.id}`}
                label="taken off"
                aria-label={`${name}: taken off`}
                checked={row.takenOff}
                onChange={() => set(i, { takenOff: !row.takenOff })}
              />
              <span className="moves">
                <Button variant="bare" aria-label={`${name}: up`} disabled={i === 0} onClick={() => move(i, -1)}>
                  ↑
                </Button>
                <Button
                  variant="bare"
                  aria-label={`${name}: down`}
                  disabled={i === rows.length - 1}
                  onClick={() => move(i, 1)}
                >
                  ↓
                </Button>
                <Button
                  variant="bare"
                  aria-label={`${name}: remove`}
                  onClick={() => setRows(rows.filter((_, k) => k !== i))}
                >
                  ×
                </Button>
              </span>
            </li>
          );
        })}
      </ul>
      <div className="d-flex flex-wrap gap-2 align-items-center">
        <Button
          variant="plain"
          disabled={rows.length >= PARTS_MAX}
          onClick={() =>
            setRows([...rows, { id: `own-${nanoid(8)}`, name: '', most: '10', step: '1', takenOff: false }])
          }
        >
          Add a part
        </Button>
        {isChanged && (
          <>
            <Button
              disabled={!read.success}
              onClick={() => read.success && change({ sheetOfParts: read.data, was: { sheetOfParts: kept } })}
            >
              Keep this sheet
            </Button>
            <Button variant="plain" onClick={() => setRows(rowsOf(kept))}>
              As it was
            </Button>
          </>
        )}
        <span className={read.success ? 'quiet small' : 'text-danger small'} role="status">
          {most !== null ? `It comes to ${numberText(most, 2)} at most.` : read.error?.issues[0]?.message}
        </span>
      </div>
    </details>
  );
}
