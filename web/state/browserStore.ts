import { z } from 'zod';
import { livePatch } from '../../contract/bench/live';
import { cupAnswer, tableAnswer } from '../../contract/table/sitting';
import { SIPPED_PHASES } from '../../core/cup';
import { presentForm } from '../../core/draft';

const typedForm = z.record(z.string(), z.unknown()).transform(presentForm);

/** A sheet as it is written on in this browser. Before drafts were counted, what was typed stood there by itself. */
const sheet = z.union([
  z.object({ counts: z.record(z.string(), z.number()), typed: typedForm }),
  typedForm.transform((typed) => ({ counts: {}, typed })),
]);

/** A poured cup whose phases are called, wherever in the application the taster is meanwhile. */
const coolingCup = z.object({
  /** The sheet it is written on. */
  title: z.string(),
  href: z.string(),
  /** When it was poured, ms. */
  since: z.number(),
  /** The look that was called last. */
  called: z.enum(SIPPED_PHASES).nullable(),
});
export type CoolingCup = z.infer<typeof coolingCup>;

/** All a browser keeps, by name, and of what shape each is; the names of several of a kind go on with a key. */
const SHAPES = {
  /** `auto` follows the machine. */
  theme: z.enum(['auto', 'light', 'dark']),
  /** Poured cups, by the key of their sheet's draft. */
  cooling: z.record(z.string(), coolingCup),
  /** The name this window goes by towards the server. */
  device: z.string().min(1),
  /** The day on which the cautions for a kind of brewing were put away. */
  cautions: z.string(),
  /** What was tapped on a brew and the server does not have yet: what is under way and what follows it, or once one. */
  bench: z.union([z.array(livePatch).max(2), livePatch.transform((patch) => [patch])]),
  /** What the browser has been asked to say today. */
  reminded: z.object({ on: z.string(), keys: z.array(z.string()) }),
  /** What is written on a sheet and not saved. */
  draft: sheet,
  /** The way to a seat at a table that this browser took, by the seat. */
  seat: z.string(),
  /** What was written at a seat, by cup; whether the server was given it, and why it did not take it. */
  answers: z.record(
    z.string(),
    z.object({
      written: z.number(),
      isSent: z.boolean(),
      refused: z.string().nullable().default(null),
      answer: z.union([cupAnswer, tableAnswer]),
    }),
  ),
  /**
   * What is written over a passage of a write-up and the server does not have yet; `was`: what stood there then;
   * `refused`: why the server does not take it.
   */
  passage: z.object({
    text: z.string(),
    was: z.string().nullable(),
    isOwn: z.boolean().default(false),
    refused: z.string().nullable().default(null),
  }),
} as const;

type Shapes = typeof SHAPES;
export type KeptName = keyof Shapes;
export type Kept<N extends KeptName> = z.output<Shapes[N]>;

/** What the browser keeps for the application. Nothing throws: a browser may have no room, or hold nonsense. */
export interface BrowserStore {
  /** Null for nothing that can be read. */
  get<N extends KeptName>(name: N, key?: string): Kept<N> | null;
  /** @returns whether the browser had room for it */
  set<N extends KeptName>(name: N, value: z.input<Shapes[N]> | Kept<N>, key?: string): boolean;
  remove(name: KeptName, key?: string): void;
  /** The keys under which something of a name is kept. */
  keys(name: KeptName): string[];
}

const placeOf = (name: KeptName, key?: string): string => `slow-crest.${name}${key === undefined ? '' : `.${key}`}`;

export type StringStorage = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

export function browserStore(storage: StringStorage): BrowserStore {
  return {
    get: <N extends KeptName>(name: N, key?: string) => {
      const text = storage.getItem(placeOf(name, key));
      const read = text === null ? null : SHAPES[name].safeParse(parsed(text));
      return read?.success ? (read.data as Kept<N>) : null;
    },
    set: (name, value, key) => {
      try {
        storage.setItem(placeOf(name, key), JSON.stringify(value));
        return true;
      } catch {
        // A browser without room still has the server.
        return false;
      }
    },
    remove: (name, key) => storage.removeItem(placeOf(name, key)),
    keys: (name) => {
      const places = Array.from({ length: storage.length }, (_, i) => storage.key(i) ?? '');
      const start = placeOf(name, '');
      return places.filter((place) => place.startsWith(start)).map((place) => place.slice(start.length));
    },
  };
}

/** Single words once stood there as they are. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}
