import { useState } from 'react';
import { useController, useFormContext } from 'react-hook-form';
import Form from 'react-bootstrap/Form';
import { WordFinder } from '../../domain/WordFinder';
import type { BrewForm } from '../brewForm';

/** For the word that will not come: what it is like finds a few; what cannot be found now comes back on the shelf. */
export function NagPart() {
  const { field } = useController<BrewForm, 'cup.nag'>({ name: 'cup.nag' });
  const { getValues, setValue } = useFormContext<BrewForm>();
  const nag = field.value;
  const [found, setFound] = useState<string | null>(null);
  const take = (name: string): void => {
    const slot = getValues('cup.descriptors.cup');
    if (!slot.set.includes(name))
      setValue('cup.descriptors.cup', { ...slot, set: [...slot.set, name] }, { shouldDirty: true });
    field.onChange({ ...nag, on: false });
    setFound(name);
  };
  return (
    <>
      <WordFinder
        likeness={nag}
        onChange={({ said, tapped }) => field.onChange({ ...nag, said, tapped: [...tapped] })}
        onFound={take}
      />
      {found && <p role="status">“{found}” stands among the notes.</p>}
      <Form.Check
        type="switch"
        id="still-nags"
        label="It still nags me: bring it back on the shelf"
        checked={nag.on}
        onChange={(event) => field.onChange({ ...nag, on: event.target.checked })}
      />
    </>
  );
}
