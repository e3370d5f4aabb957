import { useEffect, useRef } from 'react';
import { useWatch, type FieldValues } from 'react-hook-form';
import { merge } from '../../core/change';
import { differing, nameOfPath } from './differences';
import { OtherCopy } from './OtherCopy';

/**
 * What a sheet carries along: the kept thing it was laid over, as JSON of its form; empty for a sheet of something new.
 */
export interface LaidOver {
  laidOver: string;
}

/** A sheet of something kept, as it is laid over it. */
export function laidOver<T extends FieldValues>(standing: T): T & LaidOver {
  return { ...standing, laidOver: JSON.stringify(standing) };
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
  standing: T;
  /** Lays the sheet over what is kept now; `taken` says in words what came with it. */
  lay: (typed: T & LaidOver, taken: string) => void;
  nameOf?: (path: readonly string[]) => string | null;
}

/**
 * A sheet that is written on while what it was laid over is changed elsewhere: what only the other changed is taken in,
 * what both changed is shown side by side.
 */
export function ChangedElsewhere<T extends FieldValues>({ standing, lay, nameOf = nameOfPath }: Props<T>) {
  const { laidOver: over, ...written } = useWatch() as unknown as T & LaidOver;
  const both = merge(baseOf(over), standing, written as unknown as T);
  const alone = both.conflicts.length === 0;
  const laid = useRef('');
  useEffect(() => {
    const sheet = laidOver(standing);
    if (!alone || laid.current === sheet.laidOver) return;
    laid.current = sheet.laidOver;
    const taken = differing(both.value, written, nameOf).map(({ name, hereText }) => `${name}: ${hereText}`);
    lay({ ...both.value, laidOver: sheet.laidOver }, taken.join('; '));
  });
  if (alone) return null;
  return (
    <OtherCopy<T>
      there={standing}
      said="This was saved elsewhere after your sheet was begun."
      nameOf={nameOf}
      untouched={false}
      both={both}
      settle={(typed) => lay({ ...typed, laidOver: laidOver(standing).laidOver }, '')}
      leave={() => undefined}
    />
  );
}
