import { useState, type KeyboardEvent } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useFormContext } from 'react-hook-form';
import type { Taster } from '../../contract/table/taster';
import { api, problemOf } from '../api/api';
import { SelectField } from '../forms/fields';
import type { BrewForm } from './brewForm';
import { BREW } from './labels';

/** Who tasted; someone new is added on the spot. */
export function TasterField({ tasters }: { tasters: readonly Taster[] }) {
  const { setValue } = useFormContext<BrewForm>();
  const [addTaster, { error, isLoading }] = api.useAddTasterMutation();
  const [name, setName] = useState<string | null>(null);

  const add = async (): Promise<void> => {
    const { data } = await addTaster({ body: { name: name ?? '' } });
    if (!data) return;
    setName(null);
    setValue('tasterId', data.id, { shouldDirty: true });
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key !== 'Enter' || event.ctrlKey || event.metaKey) return;
    // Enter in this field adds the taster; it does not save the sheet.
    event.preventDefault();
    void add();
  };

  if (name === null) {
    return (
      <div>
        <SelectField
          name="tasterId"
          label={BREW.tasterId}
          options={[
            { value: '', text: 'Not stated' },
            ...tasters.flatMap(({ id, name: text, mergedInto }) => (mergedInto === null ? [{ value: id, text }] : [])),
          ]}
        />
        <Button variant="bare" className="p-0" onClick={() => setName('')}>
          Someone new
        </Button>
      </div>
    );
  }
  return (
    <div>
      <Form.Label htmlFor="new-taster">New taster's name</Form.Label>
      <Form.Control
        id="new-taster"
        value={name}
        autoFocus
        autoComplete="off"
        onChange={(event) => setName(event.target.value)}
        onKeyDown={onKeyDown}
      />
      {error && <div className="invalid-feedback d-block">{problemOf(error)?.message}</div>}
      <Button variant="bare" disabled={isLoading} onClick={() => void add()}>
        Add
      </Button>
      <Button variant="bare" onClick={() => setName(null)}>
        Never mind
      </Button>
    </div>
  );
}
