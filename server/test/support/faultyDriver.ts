import Database from 'better-sqlite3';

/**
 * How a statement fails: before it is done, undoing the transaction as SQLite sometimes does by itself, or after it was
 * done.
 */
export const FAULT_KINDS = ['refused', 'rolled back', 'done but denied'] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

export interface Fault {
  /** The number of the statement that fails, counted from when the fault was laid. */
  at: number;
  kind: FaultKind;
  code: string;
  /** Every statement after it fails as well, until the fault is taken away; as on a disk that stays full. */
  lasting?: boolean;
}

/** The real driver, with a statement that fails where the test lays a fault. */
export function faultyDriver() {
  let fault: Fault | null = null;
  let run = 0;
  const statements: string[] = [];

  const failing = (db: Database.Database, sql: string, go: () => unknown): unknown => {
    const n = run++;
    statements.push(sql);
    if (fault === null || (fault.lasting ? n < fault.at : n !== fault.at)) return go();
    if (fault.kind === 'done but denied') go();
    if (fault.kind === 'rolled back' && db.inTransaction) db.exec('ROLLBACK');
    throw Object.assign(new Error(`a fault at statement ${n}`), { code: fault.code });
  };

  // Called with `new`, as the driver is.
  function FaultyDatabase(file: string, options: Database.Options): Database.Database {
    const db = new Database(file, options);
    const prepare = db.prepare.bind(db);
    db.prepare = ((sql: string) => {
      const statement = prepare(sql);
      const [runIt, all] = [statement.run.bind(statement), statement.all.bind(statement)];
      statement.run = ((...values: unknown[]) => failing(db, sql, () => runIt(...values))) as typeof statement.run;
      statement.all = ((...values: unknown[]) => failing(db, sql, () => all(...values))) as typeof statement.all;
      return statement;
    }) as typeof db.prepare;
    return db;
  }
  return {
    driver: FaultyDatabase as unknown as typeof Database,
    /** Lays a fault, or (null) takes it away; counts statements anew. */
    lay: (next: Fault | null) => {
      fault = next;
      run = 0;
      statements.length = 0;
    },
    /** The statements since the fault was laid. */
    statements,
  };
}
