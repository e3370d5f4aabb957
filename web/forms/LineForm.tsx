import { useState, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';

interface LineProps {
  /** What the button says. */
  button: string;
  /** Whether it is complete: nothing is taken before that. */
  isReady: boolean;
  take: () => void;
  className?: string;
  children: ReactNode;
}

/** A form of one line, outside any sheet: what it asks for, and the button that takes it. */
export function LineForm({ button, isReady, take, className = '', children }: LineProps) {
  return (
    <form
      className={`d-flex gap-2 ${className}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (isReady) take();
      }}
    >
      {children}
      <Button type="submit" variant="plain" className="text-nowrap" disabled={!isReady}>
        {button}
      </Button>
    </form>
  );
}

interface NameProps {
  label: string;
  button: string;
  placeholder?: string;
  maxLength?: number;
  className?: string;
  /** Whether a name is there already, and cannot be added again. */
  isKnown?: (name: string) => boolean;
  /** Takes the name, without spaces around it; what was typed stays where it resolves with false. */
  add: (name: string) => unknown;
}

/** Asks for a name, and for the next one once it is taken. */
export function NameForm({ label, button, placeholder, maxLength = 60, className, isKnown, add }: NameProps) {
  const [typed, setTyped] = useState('');
  const name = typed.trim();
  const take = async (): Promise<void> => {
    if ((await add(name)) !== false) setTyped('');
  };
  return (
    <LineForm
      button={button}
      className={className}
      isReady={name !== '' && isKnown?.(name) !== true}
      take={() => void take()}
    >
      <Form.Control
        className="w-auto flex-fill"
        aria-label={label}
        placeholder={placeholder}
        value={typed}
        maxLength={maxLength}
        autoComplete="off"
        onChange={({ target }) => setTyped(target.value)}
      />
    </LineForm>
  );
}
