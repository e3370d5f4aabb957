import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { once } from 'es-toolkit';
import express, { type Express, type Request, type RequestHandler, type Router } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { openApiDocument } from '../application/openApi';
import type { Deps } from './deps';
import { notFound, type Problem } from '../application/problem';
import { EVERY_NETWORK, knownNames } from './access/names';
import { hostAndOriginGuard } from './access/hostAndOriginGuard';
import type { Config } from './config';
import { answerErrors, requireJson } from './http';
import { bagHandlers } from './places/bags';
import { benchHandlers } from './places/bench';
import { brewHandlers } from './places/brews';
import { draftHandlers } from './places/drafts';
import { keepingHandlers } from './places/keeping';
import { historyHandlers } from './places/history';
import { notebookHandlers } from './places/notebooks';
import { exchangeHandlers } from './places/exchange';
import { palateHandlers } from './places/palate';
import { planHandlers } from './places/plan';
import { pictureHandlers } from './places/pictures';
import { grinderHandlers, recipeHandlers } from './places/recipes';
import { referenceHandlers } from './places/references';
import { doorOf, guessLimits, readCookies, sessionHandlers } from './places/session';
import { settingsHandlers } from './places/settings';
import { shelfHandlers } from './places/shelf';
import { tableHandlers } from './places/table';
import { writeUpHandlers } from './places/writeUps';
import { tasterHandlers } from './places/tasters';
import { wordHandlers } from './places/words';
import { routesOf, type Handlers } from './routes';
import { rejectOversizedBody } from './shape';

/** Larger than any single field may be, so that a field that is too long is refused by name and not by the byte. */
const BODY_LIMIT = '1mb';

/** What answers each endpoint. */
function handlersOf(deps: Deps): Handlers {
  return {
    health: () => ({ ok: true }),
    openapi: () => openApi(),
    ...sessionHandlers(deps),
    ...shelfHandlers(deps),
    ...bagHandlers(deps),
    ...brewHandlers(deps),
    ...tasterHandlers(deps),
    ...settingsHandlers(deps),
    ...recipeHandlers(deps),
    ...grinderHandlers(deps),
    ...benchHandlers(deps),
    ...wordHandlers(deps),
    ...draftHandlers(deps),
    ...keepingHandlers(deps),
    ...notebookHandlers(deps),
    ...historyHandlers(deps),
    ...pictureHandlers(deps),
    ...palateHandlers(deps),
    ...referenceHandlers(deps),
    ...exchangeHandlers(deps),
    ...planHandlers(deps),
    ...tableHandlers(deps),
    ...writeUpHandlers(deps),
  };
}
/** Worked out for the first who asks: it takes as long as a fifth of a start. */
const openApi = once(openApiDocument);

/** Answers are held against their schemas in development and tests; in daily use an odd number must not cost a page. */
const CHECKS_ANSWERS = ['development', 'test'].includes(process.env.NODE_ENV ?? '');

/** The application over HTTP: the interface under `/api`, and the built pages where `webFolder` holds them. */
export function createApp(
  deps: Deps,
  { host, names }: Pick<Config, 'host' | 'names'>,
  log: Logger,
  webFolder: string | null,
  checkAnswers = CHECKS_ANSWERS,
): Express {
  const door = doorOf(deps);
  return appOf({ isKnown: knownNames(host, names), log, webFolder, pages: '/{*path}' }, (api) => {
    api.use(readCookies);
    const before = { signIn: guessLimits('passphrases'), joinSitting: guessLimits('codes') };
    api.use(routesOf(handlersOf(deps), { door, before, checkAnswers }));
    api.use(door);
  });
}

/** Pages that guests of a sitting are shown. */
const GUEST_PAGES = ['/join', '/seat/:secret'];

/** What guests of a shared sitting are answered: their own sheets and nothing else, whatever they ask for. */
export function createGuestApp(
  deps: Deps,
  { names }: Pick<Config, 'names'>,
  log: Logger,
  webFolder: string | null,
  checkAnswers = CHECKS_ANSWERS,
): Express {
  const isKnown = knownNames(EVERY_NETWORK, names);
  const app = appOf({ isKnown, log, webFolder, pages: GUEST_PAGES }, (api) => {
    api.use(readCookies);
    const before = { joinSitting: guessLimits('codes') };
    const nobody: RequestHandler = (request) => {
      throw nothingAt(request);
    };
    api.use(routesOf(handlersOf(deps), { door: nobody, before, checkAnswers, forGuests: true }));
  });
  return app;
}

const nothingAt = ({ method, originalUrl }: Request): Problem => notFound(`${method} ${originalUrl.slice(0, 100)}`);

/** What every listener of this application has around what it answers. */
function appOf(
  {
    isKnown,
    log,
    webFolder,
    pages,
  }: { isKnown: (name: string) => boolean; log: Logger; webFolder: string | null; pages: string | string[] },
  answers: (api: Router) => void,
): Express {
  const app = express();
  app.disable('x-powered-by');
  // What is checked of an address is checked of it as it is written.
  app.enable('case sensitive routing');
  app.use(hostAndOriginGuard(isKnown, log));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'style-src': ["'self'", "'unsafe-inline'"],
          'font-src': ["'self'"],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
      // Browsers heed neither without TLS, and complain on every page of a phone.
      ...(pages === GUEST_PAGES && { crossOriginOpenerPolicy: false, originAgentCluster: false }),
    }),
  );
  const api = express.Router({ caseSensitive: true });
  api.use(requireJson, express.json({ limit: BODY_LIMIT, strict: true }), rejectOversizedBody);
  api.use((_request, response, next) => {
    response.set('cache-control', 'no-store');
    next();
  });
  answers(api);
  api.use((request) => {
    throw nothingAt(request);
  });
  app.use('/api', api);

  if (webFolder !== null && existsSync(webFolder)) {
    app.use(
      express.static(webFolder, {
        index: false,
        maxAge: '1y',
        immutable: true,
        setHeaders: (response, path) => path.endsWith('.html') && response.set('cache-control', 'no-cache'),
      }),
    );
    app.get(pages, (_request, response) =>
      response.set('cache-control', 'no-cache').sendFile(join(webFolder, 'index.html')),
    );
    if (pages === GUEST_PAGES) app.get('/', (_request, response) => response.redirect('/join'));
  }
  app.use((request) => {
    throw nothingAt(request);
  });
  app.use(answerErrors(log));
  return app;
}
