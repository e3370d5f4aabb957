import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';

interface Props<T> {
  label: string;
  items: readonly T[];
  keyOf: (item: T) => string;
  /** How an item is shown. */
  children: (item: T) => ReactNode;
  /** What the button beside an item does, for whoever does not see it. */
  takesAway: (item: T) => string;
  takeAway: (item: T) => void;
}

/** A few things that were added one by one, each with a button that takes it away again. */
export function OwnedList<T>({ label, items, keyOf, children, takesAway, takeAway }: Props<T>) {
  return (
    <ul className="owned" aria-label={label}>
      {items.map((item) => (
        <li key={keyOf(item)}>
          {children(item)}
          <Button variant="bare" aria-label={takesAway(item)} onClick={() => takeAway(item)}>
            ×
          </Button>
        </li>
      ))}
    </ul>
  );
}
