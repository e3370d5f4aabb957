import type { ComponentProps } from 'react';
import Form from 'react-bootstrap/Form';

/** A number that is typed, with its unit behind it; outside any sheet. */
export function UnitInput({ unit, ...input }: { unit: string } & ComponentProps<typeof Form.Control>) {
  return (
    <div className="with-unit dose">
      <Form.Control inputMode="decimal" autoComplete="off" {...input} />
      <span className="unit">{unit}</span>
    </div>
  );
}
