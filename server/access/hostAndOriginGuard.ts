import type { NextFunction, Request, Response } from 'express';
import type { Logger } from 'pino';
import { Problem } from '../../application/problem';
import { nameIn } from './names';

/** More strangers than this are not told apart in the log. */
const MOST_LOGGED = 100;

/**
 * Refuses requests that do not come from a page of this application: under a name it does not go by, or sent by a page
 * of another origin. A plain visit, following a link to a page, may come from anywhere. Each stranger is logged once.
 */
export function hostAndOriginGuard(isKnown: (name: string) => boolean, log: Logger) {
  const logged = new Set<string>();
  return (request: Request, _response: Response, next: NextFunction): void => {
    const host = request.headers.host ?? '';
    const from = !isKnown(nameIn(host))
      ? `the name ${host || '(none)'}`
      : isOwnPage(request, host) || isPlainVisit(request)
        ? null
        : `a page of ${request.headers.origin ?? 'another site'}`;
    if (from === null) {
      next();
      return;
    }
    const stranger = from.slice(0, 120);
    if (logged.size < MOST_LOGGED && !logged.has(stranger)) {
      logged.add(stranger);
      log.warn({ stranger }, 'refused a request from a stranger');
    }
    throw new Problem(
      'forbidden',
      from.startsWith('the name')
        ? `Slow Crest does not go by this name. Nothing was read or changed. If it should, add the name to SLOW_CREST_NAMES and start it again.`
        : 'This request comes from a page that is not Slow Crest. Nothing was read or changed.',
    );
  };
}

/** Programs that are no browser send neither header; a browser sends at least one with all that matters. */
function isOwnPage({ headers }: Request, host: string): boolean {
  const site = headers['sec-fetch-site'] ?? 'none';
  if (site !== 'same-origin' && site !== 'none') return false;
  return (
    headers.origin === undefined ||
    (/^https?:\/\//.test(headers.origin) &&
      headers.origin.replace(/^https?:\/\//, '').toLowerCase() === host.toLowerCase())
  );
}

function isPlainVisit({ method, headers, path }: Request): boolean {
  const reads = method === 'GET' || method === 'HEAD';
  return (
    reads &&
    headers['sec-fetch-mode'] === 'navigate' &&
    headers['sec-fetch-dest'] === 'document' &&
    headers.origin === undefined &&
    !path.startsWith('/api')
  );
}
