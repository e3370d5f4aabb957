import cookieParser from 'cookie-parser';
import type { CookieOptions, Request, RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { isPassphrase } from '../access/passphrase';
import { beginSession, endSession, isSession, SESSION_MS } from '../access/sessions';
import type { Deps } from '../deps';
import { Problem } from '../../application/problem';
import type { Handlers } from '../routes';

const COOKIE = 'slow-crest-session';
const STRICT: CookieOptions = { httpOnly: true, sameSite: 'strict', path: '/' };

/** Wrong guesses an address may make within a time: the more, the longer the wait. */
const GUESSES = [
  { limit: 5, windowMs: 60_000, wait: 'a minute' },
  { limit: 20, windowMs: 3_600_000, wait: 'an hour' },
];

const slowDown = ({ limit, windowMs, wait }: (typeof GUESSES)[number], what: string) =>
  rateLimit({
    limit,
    windowMs,
    skipSuccessfulRequests: true,
    // What failed for another reason than a wrong guess is none.
    requestWasSuccessful: (_request, { statusCode }) => ![401, 404].includes(statusCode),
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, _response, next) =>
      next(new Problem('too-many', `Too many wrong ${what}. Wait ${wait} and try again.`)),
  });

const tokenOf = (request: Request): string => {
  const token: unknown = (request.cookies as Record<string, unknown>)[COOKIE];
  return typeof token === 'string' ? token : '';
};

/** Whether a browser may come in: nobody is asked, or it gave the passphrase. */
async function isSignedIn({ store, now, passphrase }: Deps, request: Request): Promise<boolean> {
  const token = tokenOf(request);
  if (passphrase === null) return true;
  return token !== '' && store.read((db) => isSession(db, token, passphrase, now()));
}

/** The door behind which all but the open endpoints stand. Where there is no passphrase it is open. */
export function doorOf(deps: Deps): RequestHandler {
  return async (request, response, next) => {
    if (!(await isSignedIn(deps, request)))
      throw new Problem('signed-out', 'Sign in first. What you wrote stays in this browser.');
    if (request.path.endsWith('/stream')) deps.streams.add(tokenOf(request), response);
    next();
  };
}

/** Reads the cookies every session is carried by. */
export const readCookies: RequestHandler = cookieParser();

/** Guessing slows down; each server counts for itself. `what` is guessed, in the plural. */
export const guessLimits = (what: string): RequestHandler[] => GUESSES.map((guesses) => slowDown(guesses, what));

/** Signing in and out, where the household is asked for its passphrase. */
export function sessionHandlers(deps: Deps): Handlers<'session' | 'signIn' | 'signOut'> {
  const { store, now, passphrase, streams } = deps;
  return {
    session: async ({ request }) => ({ needed: passphrase !== null, signedIn: await isSignedIn(deps, request) }),

    signIn: async ({ body, response }) => {
      if (passphrase === null) throw new Problem('conflict', 'There is no passphrase here: nobody needs to sign in.');
      if (!(await isPassphrase(passphrase, body.passphrase))) {
        throw new Problem('signed-out', 'This is not the passphrase of this household.', [
          { path: 'passphrase', message: 'This is not the passphrase of this household' },
        ]);
      }
      const token = await store.write((db) => beginSession(db, passphrase, now()));
      response.cookie(COOKIE, token, { ...STRICT, maxAge: SESSION_MS });
      return null;
    },

    signOut: async ({ request, response }) => {
      await store.write((db) => endSession(db, tokenOf(request)));
      streams.end(tokenOf(request));
      response.clearCookie(COOKIE, STRICT);
      return null;
    },
  };
}
