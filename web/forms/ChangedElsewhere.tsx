import { useEffect, useRef } from 'react';
import { useWatch, type FieldValues } from 'react-hook-form';
import { merge } from '../../core/change';
import { inUnits } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { differing, nameOfPath } from './differences';
import { OtherCopy } from './OtherCopy';

/**
 * What a sheet carries along: the kept thing it was laid over, as JSON of its form; empty for a sheet of something new.
 */
export interface Basis {
  basis: string;
}

/** A sheet of something kept, as it is laid over it. */
export function basis<T extends FieldValues>(savedVersion: T): T & Basis {
  return { ...savedVersion, basis: JSON.stringify(savedVersion) };
}

/** The form a sheet was laid over; undefined where nobody knows. */
export function baseOf(json: unknown): unknown {
  try {
    return typeof json === 'string' ? JSON.parse(json) : undefined;
  } catch {
    return undefined;
  }
}

interface Props<T extends FieldValues> {
  /** What is kept now. */
  savedVersion: T;
  /** Lays the sheet over what is kept now; `taken` says in words what came with it. */
  lay: (typed: T & Basis, taken: string) => void;
  nameOf?: (path: readonly string[]) => string | null;
}

/**
 * A sheet that is written on while what it was laid over is changed elsewhere: what only the other changed is taken in,
 * what both changed is shown side by side.
 */
export function ChangedElsewhere<T extends FieldValues>({ savedVersion, lay, nameOf = nameOfPath }: Props<T>) {
  const units = useUnits();
  const { basis: over, ...written } = useWatch() as unknown as T & Basis;
  const both = merge(baseOf(over), savedVersion, written as unknown as T);
  const alone = both.conflicts.length === 0;
  const initialValues = useRef('');
  useEffect(() => {
    const sheet = basis(savedVersion);
    if (!alone || initialValues.current === sheet.basis) return;
    initialValues.current = sheet.basis;
    const taken = differing(both.value, written, nameOf).map(
      ({ name, hereText }) => `${name}: ${inUnits(units, hereText)}`,
    );
    lay({ ...both.value, basis: sheet.basis }, taken.join('; '));
  });
  if (alone) return null;
  return (
    <OtherCopy<T>
      there={savedVersion}
      said="This was saved elsewhere after your sheet was begun."
      nameOf={nameOf}
      untouched={false}
      both={both}
      resolveConflict={(typed) => lay({ ...typed, basis: basis(savedVersion).basis }, '')}
      leave={() => undefined}
    />
  );
}
