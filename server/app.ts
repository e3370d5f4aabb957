import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { openApiDocument } from '../application/openApi';
import type { Deps } from './deps';
import { notFound } from '../application/problem';
import { knownNames } from './access/names';
import { refuseStrangers } from './access/strangers';
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
import { doorOf, guessLimits, readCookies, sessionHandlers } from './places/session';
import { settingsHandlers } from './places/settings';
import { shelfHandlers } from './places/shelf';
import { tasterHandlers } from './places/tasters';
import { wordHandlers } from './places/words';
import { routesOf, type Handlers } from './routes';
import { refuseMonsters } from './shape';

/** Larger than any single field may be, so that a field that is too long is refused by name and not by the byte. */
const BODY_LIMIT = '1mb';

/** What answers each endpoint. */
function handlersOf(deps: Deps): Handlers {
  return {
    health: () => ({ ok: true }),
    openapi: () => openApi,
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
    ...exchangeHandlers(deps),
    ...planHandlers(deps),
  };
}
const openApi = openApiDocument();

/** The application over HTTP: the interface under `/api`, and the built pages where `webFolder` holds them. Answers
 * are held against their schemas in development and tests. */
export function createApp(
  deps: Deps,
  { host, names }: Pick<Config, 'host' | 'names'>,
  log: Logger,
  webFolder: string | null,
  checkAnswers = process.env.NODE_ENV !== 'production',
): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(refuseStrangers(knownNames(host, names), log));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: { 'style-src': ["'self'", "'unsafe-inline'"], 'upgrade-insecure-requests': null },
      },
      strictTransportSecurity: false,
    }),
  );

  const api = express.Router();
  api.use(requireJson, express.json({ limit: BODY_LIMIT, strict: true }), refuseMonsters);
  api.use((_request, response, next) => {
    response.set('cache-control', 'no-store');
    next();
  });
  const door = doorOf(deps);
  api.use(readCookies);
  api.use(routesOf(handlersOf(deps), { door, before: { signIn: guessLimits() }, checkAnswers }));
  api.use(door, (request) => {
    throw notFound(`${request.method} ${request.originalUrl.slice(0, 100)}`);
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
    app.get('/{*path}', (_request, response) =>
      response.set('cache-control', 'no-cache').sendFile(join(webFolder, 'index.html')),
    );
  }
  app.use(answerErrors(log));
  return app;
}
