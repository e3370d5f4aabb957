import type Database from 'better-sqlite3';
import type { Resource } from '../contract/endpoint';

/** What a generator of requests knows of the household it asks: ids that are there, each of its kind. */

/** The table whose ids stand under a name: a field of a body, or a part of a path. */
const TABLE_OF: Readonly<Record<string, string>> = {
  bags: 'bag',
  bagId: 'bag',
  bagIds: 'bag',
  bag: 'bag',
  brews: 'brew',
  brewId: 'brew',
  thanId: 'brew',
  potId: 'brew',
  brew: 'brew',
  tasters: 'taster',
  tasterId: 'taster',
  taster: 'taster',
  first: 'taster',
  second: 'taster',
  into: 'taster',
  recipes: 'recipe',
  recipeId: 'recipe',
  referenceRecipeId: 'recipe',
  recipeVersionId: 'recipe_version',
  grinders: 'grinder',
  grinderId: 'grinder',
  bench: 'live_brew',
  liveId: 'live_brew',
  orders: 'bag_order',
  plan: 'plan_mark',
  words: 'word',
  wordId: 'word',
  pictures: 'picture',
  notebooks: 'notebook_import',
  crests: 'crest_exchange',
  history: 'change_record',
  before: 'change_record',
  sittings: 'sitting',
  sittingId: 'sitting',
  seatId: 'sitting_seat',
  palate: 'reference_tasting',
  'write-ups': 'write_up',
  versionId: 'write_up_version',
};

export class KnownIds {
  readonly #statements = new Map<string, Database.Statement>();

  constructor(private readonly db: Database.Database) {}

  /** The nth id under a name, counted round; null where there is none of its kind. */
  of(name: string, n: number): string | null {
    const table = Object.hasOwn(TABLE_OF, name) ? TABLE_OF[name] : undefined;
    if (table === undefined) return null;
    const statement =
      this.#statements.get(table) ?? this.db.prepare(`SELECT id FROM ${table} ORDER BY rowid DESC LIMIT 40`).pluck();
    this.#statements.set(table, statement);
    const ids = statement.all() as string[];
    return ids.length === 0 ? null : (ids[n % ids.length] ?? null);
  }

  /** The key of a draft that is there. */
  draftKey(): string | null {
    return (this.db.prepare('SELECT key FROM draft LIMIT 1').pluck().get() as string | undefined) ?? null;
  }
}

/** The tables each resource stands in: a change of others is one nobody said would happen. */
const TABLES_OF: Readonly<Partial<Record<Resource, readonly string[]>>> = {
  Bag: ['bag', 'brew', 'brew_parameters', 'storage_spell', 'cup', 'cup_descriptor', 'remark', 'making', 'prediction'],
  Shelf: ['bag', 'brew', 'brew_parameters', 'storage_spell', 'bag_order', 'plan_mark', 'draft', 'live_brew', 'cup'],
  Tasters: ['taster'],
  Settings: ['household'],
  Recipes: ['recipe', 'recipe_version'],
  Grinders: ['grinder'],
  Bench: ['live_brew', 'trace_piece'],
  Words: ['word'],
  Notebooks: ['notebook_import', 'notebook_mapping'],
  Exchanges: ['crest_exchange'],
  History: ['change_record'],
  Pictures: ['picture'],
  Calendar: ['calendar_address'],
  Sittings: ['sitting', 'sitting_seat', 'seat_secret'],
  Sitting: ['sitting', 'sitting_seat', 'seat_secret', 'sitting_answer'],
  Seat: ['sitting_seat', 'sitting_answer'],
  Sharing: ['data_folder'],
  References: ['reference_tasting'],
  Trainer: ['trainer_card'],
  WriteUps: ['write_up', 'write_up_version'],
  WriteUp: ['write_up', 'write_up_version'],
};
/** What may be written beside anything: the history of it, words that were typed, who is signed in, and drafts. */
const ALWAYS = [
  'change_record',
  'word',
  'session',
  'draft',
  'cup_descriptor',
  'sitting_answer',
  'live_brew',
  'trace_piece',
];

/** Tables that changed though nothing that was said to change stands in them. */
export function unsaidChanges(changed: readonly string[], resources: readonly Resource[]): string[] {
  const said = new Set([...ALWAYS, ...resources.flatMap((one) => TABLES_OF[one] ?? [])]);
  return changed.filter((table) => !said.has(table));
}
