import { useWatch } from 'react-hook-form';
import { api } from '../api/api';
import { TextField } from './fields';

interface Props {
  name: string;
  label: string;
  /** Which of what the household owns is offered; anything else can be typed. */
  of: 'kettles' | 'filters' | 'waters';
  placeholder?: string;
}

/** A filter, a kettle or a water by the household's own name for it. */
export function OwnedField({ name, label, of, placeholder }: Props) {
  const { data: settings } = api.useSettingsQuery(undefined);
  const typed: unknown = useWatch({ name });
  const offers = of === 'waters' ? settings?.waters.map((water) => water.name) : settings?.[of];
  const water = of === 'waters' ? settings?.waters.find((one) => one.name === typed) : undefined;
  return (
    <TextField
      name={name}
      label={label}
      offers={offers ?? []}
      {...(placeholder !== undefined && { placeholder })}
      help={water?.hardnessPpm ? `${water.hardnessPpm} ppm` : undefined}
    />
  );
}
