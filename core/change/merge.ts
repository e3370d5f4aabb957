import { isEqual, isPlainObject } from 'es-toolkit';

/** Two changes of one thing, made apart, put together. */
export interface Merge<T> {
  /** Everything either changed; where both changed the same, ours. */
  value: T;
  /** Dotted paths of what both changed differently, in the order of the thing. */
  conflicts: string[];
}

/**
 * What a list's entries are told apart by, the first that they have; entries of none of these, and lists without,
 * change as a whole.
 */
const IDENTITIES = ['id', 'from', 'on', 'step'] as const;

/**
 * Puts two changes of `base` together: what only one of them changed is changed, what both changed alike too. Objects
 * are taken field by field; lists of words and of things with an identity entry by entry, so that what one adds and
 * another takes away are both kept; everything else as a whole. (Three-way merge; `base` undefined: nothing is known of
 * what stood there, and every difference is a conflict.)
 *
 *     merge({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 })  →  { value: { a: 2, b: 3 }, conflicts: [] }
 */
export function merge<T>(base: unknown, theirs: T, ours: T): Merge<T> {
  const conflicts: string[] = [];
  const value = mergeAt('', base, theirs, ours, conflicts) as T;
  return { value, conflicts };
}

function mergeAt(path: string, base: unknown, theirs: unknown, ours: unknown, conflicts: string[]): unknown {
  if (isEqual(theirs, ours) || isEqual(base, theirs)) return ours;
  if (isEqual(base, ours)) return theirs;
  if (isPlainObject(theirs) && isPlainObject(ours))
    return mergeFields(path, isPlainObject(base) ? base : {}, theirs, ours, conflicts);
  const lists = [base, theirs, ours].map(entriesOf);
  const [was, there, here] = lists;
  if (was && there && here) {
    const merged = mergeEntries(was, there, here);
    if (merged) return merged;
  }
  conflicts.push(path);
  return ours;
}

type Fields = Readonly<Record<PropertyKey, unknown>>;

function mergeFields(path: string, base: Fields, theirs: Fields, ours: Fields, conflicts: string[]): Fields {
  const names = [...new Set([...Object.keys(ours), ...Object.keys(theirs)])];
  const merged = names.map(
    (name) =>
      [name, mergeAt(path === '' ? name : `${path}.${name}`, base[name], theirs[name], ours[name], conflicts)] as const,
  );
  return Object.fromEntries(merged.filter(([, value]) => value !== undefined));
}

type Entries = ReadonlyMap<string, unknown>;

/** A list's entries by what they are told apart by; null for what is no such list, or where two go by the same. */
function entriesOf(list: unknown): Entries | null {
  if (!Array.isArray(list)) return null;
  const entries = new Map<string, unknown>();
  for (const entry of list as unknown[]) {
    const identity = identityOf(entry);
    if (identity === null || entries.has(identity)) return null;
    entries.set(identity, entry);
  }
  return entries;
}

function identityOf(entry: unknown): string | null {
  if (typeof entry === 'string' || typeof entry === 'number') return JSON.stringify(entry);
  if (!isPlainObject(entry)) return null;
  const name = IDENTITIES.find((one) => typeof entry[one] === 'string' || typeof entry[one] === 'number');
  return name === undefined ? null : JSON.stringify([name, entry[name]]);
}

/**
 * The entries both leave, with what either added and changed, in the order of whoever moved them; null where both
 * changed the same entry differently.
 */
function mergeEntries(base: Entries, theirs: Entries, ours: Entries): unknown[] | null {
  const moved = !isEqual(orderOf(base, ours), orderOf(ours, base));
  const [first, second] = moved ? [ours, theirs] : [theirs, ours];
  const merged: unknown[] = [];
  for (const identity of new Set([...first.keys(), ...second.keys()])) {
    const conflicts: string[] = [];
    const entry = mergeAt('entry', base.get(identity), theirs.get(identity), ours.get(identity), conflicts);
    if (conflicts.length > 0) return null;
    if (entry !== undefined) merged.push(entry);
  }
  return merged;
}

/** The identities of `a` that are in `b` too, in the order of `a`. */
const orderOf = (a: Entries, b: Entries): string[] => [...a.keys()].filter((identity) => b.has(identity));

/** `under` with what `over` says in its place, field by field; lists and plain values as a whole. */
export function overlay(under: unknown, over: unknown): unknown {
  if (over === undefined) return under;
  if (!isPlainObject(under) || !isPlainObject(over)) return over;
  const names = [...new Set([...Object.keys(under), ...Object.keys(over)])];
  return Object.fromEntries(names.map((name) => [name, overlay(under[name], over[name])]));
}
