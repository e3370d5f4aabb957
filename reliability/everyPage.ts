import type Database from 'better-sqlite3';
import { ENDPOINTS } from '../contract/endpoints';
import type { Endpoint } from '../contract/endpoint';

/** An answer that must not be: what was asked for, and what came. */
export interface BadAnswer {
  path: string;
  status: number;
  text: string;
}

/** Where the ids of a path come from: the table, and the conditions its rows must meet. */
const IDS: readonly (readonly [prefix: string, sql: string])[] = [
  ['/bags/:id', 'SELECT id FROM bag WHERE "deletedAt" IS NULL'],
  ['/brews/:id', 'SELECT "brewId" FROM making WHERE trace IS NOT NULL'],
  ['/recipes/:id', 'SELECT id FROM recipe WHERE "deletedAt" IS NULL'],
  ['/bench/:id', 'SELECT id FROM live_brew'],
  ['/sittings/:id', 'SELECT id FROM sitting WHERE "deletedAt" IS NULL'],
  ['/write-ups/:id/versions/:versionId', 'SELECT "writeUpId" || \'/versions/\' || id FROM write_up_version'],
  ['/write-ups/:id', 'SELECT id FROM write_up WHERE "deletedAt" IS NULL'],
  ['/pictures/:id', 'SELECT id FROM picture WHERE "deletedAt" IS NULL'],
  ['/drafts/:key', 'SELECT DISTINCT key FROM draft'],
];

/** Of each kind at most so many, so that a large household is asked for in seconds. */
const MOST_OF_A_KIND = 40;

/** The address of every page of the household in a database: each endpoint that only reads, with ids that are there. */
export function pagesOf(db: Database.Database, today: string, mostOfAKind = MOST_OF_A_KIND): string[] {
  const tasters = db.prepare('SELECT id FROM taster LIMIT 2').pluck().all() as string[];
  const query: Readonly<Record<string, string | undefined>> = {
    today,
    q: 'hill',
    first: tasters[0],
    second: tasters[1],
    taster: tasters[0],
    finished: 'yes',
  };
  return Object.values(ENDPOINTS as Readonly<Record<string, Endpoint>>).flatMap((endpoint) => {
    if (endpoint.method !== 'GET' || endpoint.events !== undefined) return [];
    const asked = Object.keys(endpoint.query?.shape ?? {}).flatMap((one) =>
      query[one] === undefined ? [] : [`${one}=${query[one]}`],
    );
    const suffix = asked.length > 0 ? `?${asked.join('&')}` : '';
    if (!endpoint.path.includes(':')) return [endpoint.path + suffix];
    const [prefix, sql] = IDS.find(([one]) => endpoint.path.startsWith(one)) ?? [];
    if (prefix === undefined || sql === undefined) return [];
    const ids = db.prepare(`${sql} LIMIT ${mostOfAKind}`).pluck().all() as string[];
    const [before, after] = [prefix.slice(0, prefix.indexOf(':')), endpoint.path.slice(prefix.length)];
    return ids.map((id) => before + id.split('/').map(encodeURIComponent).join('/') + after + suffix);
  });
}

/**
 * Asks for every page of a household. Answers with those that are a fault of ours (5xx), or that the household's own
 * rows led to and that are not there.
 *
 * @param address of the server, without `/api`
 */
export async function everyPage(
  address: string,
  db: Database.Database,
  today: string,
  mostOfAKind?: number,
): Promise<BadAnswer[]> {
  const bad: BadAnswer[] = [];
  for (const path of pagesOf(db, today, mostOfAKind)) {
    try {
      const answer = await fetch(`${address}/api${path}`, { signal: AbortSignal.timeout(60_000) });
      const bytes = await answer.arrayBuffer();
      if (answer.status >= 500)
        bad.push({ path, status: answer.status, text: Buffer.from(bytes.slice(0, 200)).toString() });
    } catch (error) {
      // A download that broke off, or a page that never came.
      bad.push({ path, status: 0, text: String(error) });
    }
  }
  return bad;
}
