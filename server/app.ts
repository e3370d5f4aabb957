import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { Deps } from './deps';
import { notFound } from './errors';
import { knownNames } from './access/names';
import { refuseStrangers } from './access/strangers';
import type { Config } from './config';
import { answerErrors, requireJson } from './http';
import { bagRoutes } from './places/bags';
import { benchRoutes } from './places/bench';
import { brewRoutes } from './places/brews';
import { draftRoutes } from './places/drafts';
import { grinderRoutes, recipeRoutes } from './places/recipes';
import { sessionRoutes } from './places/session';
import { settingsRoutes } from './places/settings';
import { shelfRoutes } from './places/shelf';
import { tasterRoutes } from './places/tasters';
import { wordRoutes } from './places/words';
import { refuseMonsters } from './shape';

/** Larger than any single field may be, so that a field that is too long is refused by name and not by the byte. */
const BODY_LIMIT = '1mb';

/** The application over HTTP: the interface under `/api`, and the built pages where `webFolder` holds them. */
export function createApp(
  deps: Deps,
  { host, names }: Pick<Config, 'host' | 'names'>,
  log: Logger,
  webFolder: string | null,
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
  api.get('/health', (_request, response) => void response.json({ ok: true }));
  api.use(sessionRoutes(deps));
  api.use(shelfRoutes(deps));
  api.use('/bags', bagRoutes(deps));
  api.use('/brews', brewRoutes(deps));
  api.use('/tasters', tasterRoutes(deps));
  api.use('/settings', settingsRoutes(deps));
  api.use('/recipes', recipeRoutes(deps));
  api.use('/grinders', grinderRoutes(deps));
  api.use('/bench', benchRoutes(deps));
  api.use('/words', wordRoutes(deps));
  api.use('/drafts', draftRoutes(deps));
  api.use((request) => {
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
