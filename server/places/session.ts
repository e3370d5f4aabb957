import cookieParser from 'cookie-parser';
import { Router, type CookieOptions, type NextFunction, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { signIn, type SessionAnswer } from '../../contract/session';
import { isPassphrase } from '../access/passphrase';
import { beginSession, endSession, isSession, SESSION_MS } from '../access/sessions';
import type { Deps } from '../deps';
import { Problem } from '../errors';
import { parse } from '../http';

const COOKIE = 'slow-crest-session';
const STRICT: CookieOptions = { httpOnly: true, sameSite: 'strict', path: '/' };

/** Wrong guesses an address may make within a time: the more, the longer the wait. */
const GUESSES = [
  { limit: 5, windowMs: 60_000, wait: 'a minute' },
  { limit: 20, windowMs: 3_600_000, wait: 'an hour' },
];

const slowDown = ({ limit, windowMs, wait }: (typeof GUESSES)[number]) =>
  rateLimit({
    limit,
    windowMs,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, _response, next) =>
      next(new Problem('too-many', `Too many wrong passphrases. Wait ${wait} and try again.`)),
  });

/**
 * Signing in, where the household is asked for its passphrase, and the door behind which all other routes stand.
 * Where there is no passphrase the door is open.
 */
export function sessionRoutes({ store, now, passphrase }: Deps): Router {
  const routes = Router();
  routes.use(cookieParser());

  const tokenOf = (request: Request): string => {
    const token: unknown = (request.cookies as Record<string, unknown>)[COOKIE];
    return typeof token === 'string' ? token : '';
  };
  const isSignedIn = async (request: Request): Promise<boolean> => {
    const token = tokenOf(request);
    if (passphrase === null) return true;
    return token !== '' && store.read((db) => isSession(db, token, passphrase, now()));
  };

  routes.get('/session', async (request, response) => {
    const answer: SessionAnswer = { needed: passphrase !== null, signedIn: await isSignedIn(request) };
    response.json(answer);
  });

  routes.post('/session', ...GUESSES.map(slowDown), async (request, response) => {
    const guess = parse(signIn, request.body);
    if (passphrase === null) throw new Problem('conflict', 'There is no passphrase here: nobody needs to sign in.');
    if (!(await isPassphrase(passphrase, guess.passphrase))) {
      throw new Problem('signed-out', 'This is not the passphrase of this household.', [
        { path: 'passphrase', message: 'This is not the passphrase of this household' },
      ]);
    }
    const token = await store.write((db) => beginSession(db, passphrase, now()));
    response
      .cookie(COOKIE, token, { ...STRICT, maxAge: SESSION_MS })
      .status(204)
      .end();
  });

  routes.delete('/session', async (request, response) => {
    await store.write((db) => endSession(db, tokenOf(request)));
    response.clearCookie(COOKIE, STRICT).status(204).end();
  });

  routes.use(async (request: Request, _response: Response, next: NextFunction) => {
    if (!(await isSignedIn(request)))
      throw new Problem('signed-out', 'Sign in first. What you wrote stays in this browser.');
    next();
  });
  return routes;
}
