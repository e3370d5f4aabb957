import { get, set } from 'es-toolkit/compat';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useWatch, type FieldValues } from 'react-hook-form';
import type { Draft } from '../../contract/draft';
import { clockText, dateText, sentenceCase } from './format';

interface Props<T extends FieldValues> {
  other: Draft;
  /** Nothing was written here yet. */
  untouched: boolean;
  settle: (typed: T) => void;
  leave: () => void;
  nameOf?: (path: readonly string[]) => string | null;
}

/** What another device or window wrote on this sheet, beside what stands here: nothing is overwritten before it was looked at. */
export function OtherCopy<T extends FieldValues>({ other, untouched, settle, leave, nameOf = nameOfPath }: Props<T>) {
  const here = useWatch<T>() as T;
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const there = other.typed as T;
  const apart = differing(here, there, nameOf);
  const at = new Date(other.updatedAt);
  const when = `${dateText(localDate(at))}, ${clockText(localInstant(at))}`;
  const mix = (): T => apart.filter(({ path }) => taken.has(path)).reduce((sheet, { path }) => set(sheet, path, get(there, path)), structuredClone(here));
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
        {apart.length === 0 ? 'It says the same there' : untouched ? 'This was written at another device or in another window' : 'At another device or in another window it says otherwise; both are kept until you choose'}. Last written {when}.
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
                  {!untouched && <td dir="auto">{hereText}</td>}
                  <td dir="auto">{thereText}</td>
                  {!untouched && (
                    <td>
                      <input type="checkbox" className="form-check-input" aria-label={`Take theirs: ${name}`} checked={taken.has(path)} onChange={() => take(path)} />
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
            <Button onClick={() => settle(there)}>Go on with it</Button>
            <Button variant="plain" onClick={leave}>
              Leave it there
            </Button>
          </>
        ) : (
          <>
            <Button onClick={() => settle(mix())}>{taken.size === 0 ? 'Keep what is here' : 'Keep what is ticked'}</Button>
            <Button variant="plain" onClick={() => settle(there)}>
              Take all of theirs
            </Button>
          </>
        )}
      </div>
    </section>
  );
}

interface Difference {
  path: string;
  name: string;
  hereText: string;
  thereText: string;
}

/** Fields in which two sheets differ, in the order of the sheet. */
function differing(here: unknown, there: unknown, nameOf: (path: readonly string[]) => string | null, path: readonly string[] = []): Difference[] {
  if (isPart(here) && isPart(there)) return [...new Set([...Object.keys(here), ...Object.keys(there)])].flatMap((name) => differing(here[name], there[name], nameOf, [...path, name]));
  const [hereText, thereText] = [textOf(here), textOf(there)];
  const name = nameOf(path);
  return hereText === thereText || name === null ? [] : [{ path: path.join('.'), name, hereText, thereText }];
}

const isPart = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);

function textOf(value: unknown): string {
  if (Array.isArray(value)) return value.map(textOf).join(', ') || '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (isPart(value)) return Object.values(value).map(textOf).filter((text) => text !== '–').join(', ') || '–';
  if (typeof value !== 'string' || value === '') return '–';
  return /^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(value) ? `${dateText(value.slice(0, 10))}, ${clockText(`${value}:00`)}` : value;
}

/** A field's name in words: "waterG" is "water", "restAdviceDays" "rest advice days". */
export function plainName(part: string): string {
  return part.replace(/(?<=[a-z])[GCS]$/, '').replaceAll(/(?<=[a-z])[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`).replaceAll('-', ' ');
}

const nameOfPath = (path: readonly string[]): string => sentenceCase(path.map(plainName).join(', '));

const pad = (n: number): string => String(n).padStart(2, '0');
const localDate = (at: Date): string => `${at.getFullYear()}-${pad(at.getMonth() + 1)}-${pad(at.getDate())}`;
const localInstant = (at: Date): string => `${localDate(at)}T${pad(at.getHours())}:${pad(at.getMinutes())}:00`;
