import { get, set } from 'es-toolkit/compat';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useWatch, type FieldValues } from 'react-hook-form';
import type { Merge } from '../../core/change';
import { inUnits } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { differing, nameOfPath } from './differences';

interface Props<T extends FieldValues> {
  there: T;
  /** Where it comes from, in one sentence. */
  said: string;
  /** Nothing was written here yet. */
  untouched: boolean;
  /**
   * This sheet with what only the other changed taken in already, and the paths of what both changed: the rest is not
   * shown.
   */
  both?: Merge<T>;
  resolveConflict: (typed: T) => void;
  leave: () => void;
  nameOf?: (path: readonly string[]) => string | null;
}

/** What else was written on this sheet, beside what stands here: nothing is overwritten before it was looked at. */
export function OtherCopy<T extends FieldValues>({
  there,
  said,
  untouched,
  both,
  resolveConflict,
  leave,
  nameOf = nameOfPath,
}: Props<T>) {
  const units = useUnits();
  const written = useWatch<T>() as T;
  const here = both?.value ?? written;
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const apart = differing(here, there, nameOf).filter(({ path }) => !both || both.conflicts.includes(path));
  // Two empty sheets are nothing to choose between.
  if (untouched && apart.length === 0) return null;
  const mix = (): T =>
    apart
      .filter(({ path }) => taken.has(path))
      .reduce((sheet, { path }) => set(sheet, path, get(there, path)), structuredClone(here));
  const take = (path: string): void =>
    setTaken((before) => {
      const after = new Set(before);
      if (!after.delete(path)) after.add(path);
      return after;
    });
  return (
    <section className="other-copy" aria-label="Written elsewhere">
      <h2>{untouched ? 'Begun elsewhere' : 'Also written elsewhere'}</h2>
      <p>
        {said}{' '}
        {apart.length === 0
          ? 'It says the same there.'
          : untouched
            ? ''
            : 'Here it says otherwise; both are kept until you choose.'}
      </p>
      {apart.length > 0 && (
        <div className="copies">
          <table>
            <thead>
              <tr>
                <th scope="col">What</th>
                {!untouched && <th scope="col">Here</th>}
                <th scope="col">There</th>
                {!untouched && <th scope="col">Take theirs</th>}
              </tr>
            </thead>
            <tbody>
              {apart.map(({ path, name, hereText, thereText }) => (
                <tr key={path}>
                  <th scope="row">{name}</th>
                  {!untouched && <td dir="auto">{inUnits(units, hereText)}</td>}
                  <td dir="auto">{inUnits(units, thereText)}</td>
                  {!untouched && (
                    <td>
                      <input
                        type="checkbox"
                        className="form-check-input"
                        aria-label={`Take theirs: ${name}`}
                        checked={taken.has(path)}
                        onChange={() => take(path)}
                      />
                    </td>
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div className="d-flex flex-wrap gap-2">
        {untouched ? (
          <>
            <Button onClick={() => resolveConflict(there)}>Go on with it</Button>
            <Button variant="plain" onClick={leave}>
              Leave it there
            </Button>
          </>
        ) : (
          <>
            <Button onClick={() => resolveConflict(mix())}>
              {taken.size === 0 ? 'Keep what is here' : 'Keep what is ticked'}
            </Button>
            <Button variant="plain" onClick={() => resolveConflict(there)}>
              Take all of theirs
            </Button>
          </>
        )}
      </div>
    </section>
  );
}
