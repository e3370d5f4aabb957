import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import Button from 'react-bootstrap/Button';
import { useFormContext } from 'react-hook-form';
import { useHotkeys } from 'react-hotkeys-hook';
import { TextField } from '../forms/fields';
import { numberText } from '../ui/format';
import type { BrewForm } from './brewForm';
import { CUP } from './labels';

const SHOWN_EVERY_MS = 100;

/**
 * How long the taste stays, in seconds: held down as long as it does, by thumb, by Space on the button, or by F
 * anywhere.
 */
export function HoldField() {
  const { setValue } = useFormContext<BrewForm>();
  const since = useRef<number | null>(null);
  const [heldMs, setHeldMs] = useState<number | null>(null);

  const begin = (): void => {
    if (since.current !== null) return;
    since.current = performance.now();
    setHeldMs(0);
  };
  const end = (): void => {
    if (since.current === null) return;
    const seconds = (performance.now() - since.current) / 1000;
    since.current = null;
    setHeldMs(null);
    setValue('cup.finishS', String(Math.round(seconds * 10) / 10), { shouldDirty: true });
  };
  useHotkeys('f', begin, { keydown: true, keyup: false, preventDefault: true });
  useHotkeys('f', end, { keydown: false, keyup: true });

  useEffect(() => {
    if (heldMs === null) return;
    const timer = setTimeout(
      () => since.current !== null && setHeldMs(performance.now() - since.current),
      SHOWN_EVERY_MS,
    );
    return () => clearTimeout(timer);
  }, [heldMs]);

  const onHoldKey = (event: KeyboardEvent, act: () => void): void => {
    if (event.key !== ' ' && event.key !== 'Enter') return;
    event.preventDefault();
    act();
  };
  return (
    <div className="hold-field">
      <TextField name="cup.finishS" label={CUP.finishS} unit="s" decimal />
      <Button
        variant="plain"
        aria-pressed={heldMs !== null}
        onPointerDown={begin}
        onPointerUp={end}
        onPointerLeave={end}
        onPointerCancel={end}
        onBlur={end}
        onContextMenu={(event) => event.preventDefault()}
        onKeyDown={(event) => onHoldKey(event, begin)}
        onKeyUp={(event) => onHoldKey(event, end)}
      >
        {heldMs === null ? 'Hold while it lasts' : `${numberText(heldMs / 1000, 1)} s`}
      </Button>
    </div>
  );
}
