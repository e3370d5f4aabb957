import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import type { BrewForm } from './brewForm';

/** The sheet as it was laid, with what was written on it before: a part that holds something stands open. */
export function useInitialValues(): BrewForm {
  const { getValues } = useFormContext<BrewForm>();
  const [initialValues] = useState(() => getValues());
  return initialValues;
}
