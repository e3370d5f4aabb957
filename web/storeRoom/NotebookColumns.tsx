import Form from 'react-bootstrap/Form';
import type { NotebookMapping, NotebookState } from '../../contract/keeping/notebook';
import {
  DURATION_UNITS,
  FIELD_NAMES,
  fieldOf,
  TEMPERATURES,
  WEIGHT_UNITS,
  type FieldKind,
  type NotebookField,
} from '../../core/notebook';
import { sentenceCase } from '../ui/format';

const UNITS: Readonly<Partial<Record<FieldKind, readonly string[]>>> = {
  weight: WEIGHT_UNITS,
  temperature: TEMPERATURES,
  duration: DURATION_UNITS,
};

/** What each column is taken for, beside what stands in it. Empty columns without a name are not shown. */
export function NotebookColumns({
  state: { columns, mapping },
  change,
}: {
  state: NotebookState;
  change: (mapping: NotebookMapping) => void;
}) {
  const { reading } = mapping;
  const set = (i: number, field: NotebookField | null, unit: string): void => {
    const isAlone = field !== null && !fieldOf(field).isMany;
    const changed = reading.columns.map((column, k) =>
      k === i ? { field, unit } : isAlone && column.field === field ? { field: null, unit: '' } : column,
    );
    change({ ...mapping, reading: { ...reading, columns: changed } });
  };
  return (
    <fieldset>
      <legend>Its columns</legend>
      <div className="notebook-table" tabIndex={0} role="region" aria-label="What each column is">
        <table>
          <thead>
            <tr>
              <th scope="col">Column</th>
              <th scope="col">Is</th>
              <th scope="col">In</th>
            </tr>
          </thead>
          <tbody>
            {columns.map(({ name, first }, i) => {
              const { field = null, unit = '' } = reading.columns[i] ?? {};
              const units = field === null ? undefined : UNITS[fieldOf(field).kind];
              if (first.length === 0 && field === null) return null;
              return (
                <tr key={i} className={field === null ? 'quiet' : undefined}>
                  <th scope="row">
                    {name}
                    <div className="quiet small begins" dir="auto">
                      {first.join(' · ')}
                    </div>
                  </th>
                  <td>
                    <Form.Select
                      size="sm"
                      aria-label={`What ${name} is`}
                      value={field ?? ''}
                      onChange={({ target }) => {
                        const chosen = FIELD_NAMES.find((one) => one === target.value) ?? null;
                        const fitting = chosen === null ? undefined : UNITS[fieldOf(chosen).kind];
                        set(i, chosen, fitting?.includes(unit) ? unit : (fitting?.[0] ?? ''));
                      }}
                    >
                      <option value="">left out</option>
                      {FIELD_NAMES.map((one) => (
                        <option key={one} value={one}>
                          {sentenceCase(fieldOf(one).name)}
                        </option>
                      ))}
                    </Form.Select>
                  </td>
                  <td>
                    {units && (
                      <Form.Select
                        size="sm"
                        aria-label={`The unit of ${name}`}
                        value={unit}
                        onChange={({ target }) => set(i, field, target.value)}
                      >
                        {units.map((one) => (
                          <option key={one}>{one}</option>
                        ))}
                      </Form.Select>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </fieldset>
  );
}
