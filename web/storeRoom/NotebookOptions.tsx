import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { NotebookMapping, NotebookState } from '../../contract/keeping/notebook';
import { BREWERS, RECORDED_FROM, STYLES } from '../../core/brew';
import { SCORING_SCALES } from '../../core/cup';
import { DATE_ORDERS, DECIMAL_MARKS } from '../../core/notebook';
import { SCORING_SCALE_NAMES, sentenceCase } from '../ui/format';

const ORDER_NAMES = { dmy: 'Day, month, year', mdy: 'Month, day, year', ymd: 'Year, month, day' } as const;
const RECORDED_NAMES = { cup: 'At the cup', later: 'Later the same day', memory: 'From memory' } as const;

interface Props {
  state: NotebookState;
  change: (mapping: NotebookMapping) => void;
}

/** How dates, numbers and marks are read, and what is taken where the table says nothing. */
export function NotebookOptions({ state, change }: Props) {
  const { mapping, sheets } = state;
  const { reading, assumed } = mapping;
  const read = (differently: Partial<NotebookMapping['reading']>): void =>
    change({ ...mapping, reading: { ...reading, ...differently } });
  const assume = (differently: Partial<NotebookMapping['assumed']>): void =>
    change({ ...mapping, assumed: { ...assumed, ...differently } });
  return (
    <div className="columns">
      <fieldset>
        <legend>How it is read</legend>
        {sheets.length > 1 && (
          <Choice
            label="Sheet"
            value={String(reading.sheet)}
            options={sheets.map(({ name, rows }, i) => [String(i), `${name} (${rows} rows)`])}
            choose={(sheet) => read({ sheet: Number(sheet) })}
          />
        )}
        <div className="fields">
          <NumberField
            label="Rows above the data"
            value={reading.headingRows}
            set={(n) => read({ headingRows: n ?? 0 })}
          />
          <Choice
            label="Dates"
            value={reading.dateOrder}
            options={DATE_ORDERS.map((order) => [order, ORDER_NAMES[order]])}
            choose={(dateOrder) => read({ dateOrder })}
          />
          <Choice
            label="Decimals"
            value={reading.decimal}
            options={DECIMAL_MARKS.map((mark) => [mark, mark === '.' ? 'With a point: 15.5' : 'With a comma: 15,5'])}
            choose={(decimal) => read({ decimal })}
          />
        </div>
        <div className="fields">
          <NumberField
            label="Marks are out of"
            value={reading.mark.outOf}
            set={(outOf) => read({ mark: { ...reading.mark, outOf: outOf ?? 10 } })}
          />
          <Choice
            label="And become"
            value={reading.mark.scoringScale}
            options={SCORING_SCALES.map((scale) => [scale, SCORING_SCALE_NAMES[scale]])}
            choose={(scoringScale) => read({ mark: { ...reading.mark, scoringScale } })}
          />
          <NumberField
            label="Attributes out of"
            value={reading.attributesOutOf}
            set={(outOf) => read({ attributesOutOf: outOf ?? 10 })}
          />
        </div>
        <Choice
          label="It was written"
          value={mapping.recordedFrom}
          options={RECORDED_FROM.map((one) => [one, RECORDED_NAMES[one]])}
          choose={(recordedFrom) => change({ ...mapping, recordedFrom })}
        />
      </fieldset>
      <fieldset>
        <legend>Where it says nothing</legend>
        <div className="fields">
          <Choice
            label="The drink is"
            value={assumed.style}
            options={STYLES.map((style) => [style, sentenceCase(style)])}
            choose={(style) => assume({ style })}
          />
          <Choice
            label="The brewer is"
            value={assumed.brewer}
            options={[...new Set([...BREWERS, assumed.brewer])].map((one) => [one, sentenceCase(one)])}
            choose={(brewer) => assume({ brewer })}
          />
        </div>
        <div className="fields">
          <NumberField label="The dose (g)" value={assumed.doseG} set={(doseG) => assume({ doseG: doseG ?? 15 })} />
          <NumberField label="Water, 1 to" value={assumed.ratio} set={(ratio) => assume({ ratio: ratio ?? 16 })} />
        </div>
        <NumberField
          label="Without a roast date a bag was, at its first brew, so many days old"
          help="Such an age is marked as assumed wherever it is shown. Left open, those rows cannot be taken in."
          value={assumed.restDays}
          set={(restDays) => assume({ restDays })}
        />
        <NumberField
          label="A bag not brewed for so many days is finished"
          help="Finished bags teach what to expect of the next. Left open, all are in use."
          value={mapping.finishedAfterDays}
          set={(finishedAfterDays) => change({ ...mapping, finishedAfterDays })}
        />
      </fieldset>
    </div>
  );
}

function Choice<T extends string>({
  label,
  value,
  options,
  choose,
}: {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  choose: (value: T) => void;
}) {
  const id = `notebook-${label.replaceAll(' ', '-')}`;
  return (
    <Form.Group controlId={id} className="mb-2">
      <Form.Label>{label}</Form.Label>
      <Form.Select value={value} onChange={({ target }) => choose(target.value as T)}>
        {options.map(([one, name]) => (
          <option key={one} value={one}>
            {name}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  );
}

/** A number that is taken over when the field is left, or Enter pressed: each one reads the whole table anew. */
function NumberField({
  label,
  help,
  value,
  set,
}: {
  label: string;
  help?: string;
  value: number | null;
  set: (value: number | null) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const id = `notebook-${label.replaceAll(/\W+/g, '-')}`;
  const keep = (): void => {
    if (typed === null) return;
    const number = typed.trim() === '' ? null : Number(typed.replace(',', '.'));
    if (number === null || Number.isFinite(number)) set(number);
    setTyped(null);
  };
  return (
    <Form.Group controlId={id} className="mb-2">
      <Form.Label>{label}</Form.Label>
      <Form.Control
        inputMode="decimal"
        autoComplete="off"
        value={typed ?? value ?? ''}
        aria-describedby={help === undefined ? undefined : `${id}-help`}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={keep}
        onKeyDown={({ key }) => key === 'Enter' && keep()}
      />
      {help !== undefined && (
        <Form.Text id={`${id}-help`} className="quiet">
          {help}
        </Form.Text>
      )}
    </Form.Group>
  );
}
