import Database from 'better-sqlite3';

/** Every statement that was prepared while it was watched, once; lists of ids of any length count as one. */
export class WatchedStatements {
  readonly #seen = new Map<string, string>();
  readonly #original = prepareOf(Database.prototype);

  /** Begins to watch every connection of this process. */
  constructor() {
    const seen = this.#seen;
    const original = this.#original;
    const prepare: Prepare = function (sql) {
      seen.set(sql.replace(/\?(?:,\s?\?)+/g, '?'), sql);
      return original.call(this, sql);
    };
    Object.assign(Database.prototype, { prepare });
  }

  all(): string[] {
    return [...this.#seen.values()];
  }

  stop(): void {
    Object.assign(Database.prototype, { prepare: this.#original });
  }
}

type Prepare = (this: Database.Database, sql: string) => Database.Statement;
const prepareOf = (prototype: object): Prepare =>
  Object.getOwnPropertyDescriptor(prototype, 'prepare')?.value as Prepare;

interface PlanRow {
  id: number;
  parent: number;
  detail: string;
}

/**
 * What of a statement's plan reads a whole table again and again: a scan, or an index made for the occasion, inside a
 * loop over rows of another or inside a subquery that is answered for each row. Empty where there is none, and for
 * statements without a plan.
 */
export function scansInLoops(db: Database.Database, sql: string): string[] {
  if (!/^\s*(SELECT|WITH|UPDATE|DELETE|INSERT)/i.test(sql)) return [];
  const rows = db.prepare(`EXPLAIN QUERY PLAN ${sql}`).all(...Array.from(sql.matchAll(/\?/g), () => null)) as PlanRow[];
  const byId = new Map(rows.map((row) => [row.id, row]));
  const isLoop = ({ detail }: PlanRow): boolean => /^(SCAN|SEARCH) /.test(detail);
  // Values of a JSON list, and the one row the ORM makes up for itself, are no rows of a table.
  const isWhole = ({ detail }: PlanRow): boolean =>
    detail.includes('AUTOMATIC') ||
    (detail.startsWith('SCAN ') && !/VIRTUAL TABLE|CONSTANT ROW|dummy_table/.test(detail));
  return rows.filter(isWhole).flatMap((row) => {
    const before = rows.filter((other) => other.parent === row.parent && other.id < row.id && isLoop(other));
    const isInner = before.length > 0 && !row.detail.includes('AUTOMATIC');
    for (let up = byId.get(row.parent); up; up = byId.get(up.parent))
      if (up.detail.startsWith('CORRELATED')) return [`${row.detail}, for each row`];
    return isInner ? [`${row.detail}, inside ${before[0]?.detail ?? ''}`] : [];
  });
}
