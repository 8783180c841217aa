import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import type { AppDeps } from './deps.ts';
import { openApi } from './openapi.ts';
import { Problem } from './problem.ts';
import { RESOURCES } from './resources.ts';
import { auditable, identify, keepAside, only, ownPagesOnly, whoIn } from './routes/access.ts';
import { SMALL } from './routes/says.ts';
import { allowHosts, onlyStorable, onlyWithRoom } from './routes/door.ts';
import { atMost, sendProblem } from './routes/errors.ts';
import { namesIn } from './names.ts';
import { onlyGivenHorses } from './routes/helper.ts';
import { wordOf } from './routes/live.ts';
import { sameUntilWritten } from './routes/unchanged.ts';
import { serveWeb } from './webFiles.ts';

/** The part of a request that may be logged: never the query, which may hold search words. */
const loggedRequest = ({ id, method, url }: { id: unknown; method: string; url: string }) => ({
  id,
  method,
  path: url.split('?')[0],
});

const TOO_MANY = new Problem(
  429,
  'Too many requests',
  'This device asks too often. Wait a minute; what you entered is kept and is sent again.',
);

/** Generous for a yard's devices, a stop for a loop gone wild. */
const REQUESTS_A_MINUTE = 3000;

const SECURITY_HEADERS = helmet({
  contentSecurityPolicy: {
    directives: {
      'default-src': ["'self'"],
      'script-src': ["'self'", "'wasm-unsafe-eval'"],
      'style-src': ["'self'"],
      // The editor of lessons (CodeMirror) writes its rules into an element of its own. No element has any by attribute.
      'style-src-elem': ["'self'", "'unsafe-inline'"],
      'style-src-attr': ["'none'"],
      'img-src': ["'self'", 'data:'],
      'worker-src': ["'self'"],
      'upgrade-insecure-requests': null,
    },
  },
  strictTransportSecurity: false,
});

/** After a write: tell the other pages, note who did it, and mark a backup as due. */
const afterWrites =
  (deps: AppDeps, writes: { seen: number }): RequestHandler =>
  (req, res, next) => {
    if (req.method === 'GET' || req.method === 'HEAD') return next();
    writes.seen++;
    res.once('close', () => writes.seen++);
    res.once('finish', () => {
      writes.seen++;
      if (res.statusCode >= 400 || res.locals['readsOnly']) return;
      deps.onWrite?.();
      const entry = auditable(req, whoIn(res), res.locals['arrived'] as string | undefined);
      if (entry) deps.audit?.add(entry);
      deps.changes?.tell(wordOf(req.originalUrl, req.get('X-Client')));
    });
    next();
  };

export function createApp(deps: AppDeps): Express {
  const { book, logger, webFolder, demo } = deps;
  const app = express();
  app.disable('x-powered-by');
  // Nobody keeps an answer of the API: to sum it up costs time for nothing.
  app.disable('etag');
  if (deps.proxies) app.set('trust proxy', deps.proxies);
  app.use(pinoHttp({ logger, autoLogging: false, serializers: { req: loggedRequest } }));
  app.use(allowHosts(deps.hosts ?? []));
  app.use(SECURITY_HEADERS);
  app.use('/api', atMost(deps.requestsAMinute ?? REQUESTS_A_MINUTE, TOO_MANY));
  app.use('/api', identify(deps.devices), ownPagesOnly);
  app.use('/api', compression());
  // Nobody's body is read before it is known whether it may be sent at all.
  for (const [path, { for: access, upTo }] of Object.entries(RESOURCES))
    app.use(`/api/${path}`, only(access), express.json({ limit: upTo ?? SMALL }));
  app.use('/api', onlyStorable, keepAside(deps.devices), onlyGivenHorses(book));
  if (deps.freeBytes) app.use('/api', onlyWithRoom(deps.freeBytes));
  const writes = { seen: 0 };
  app.use('/api', afterWrites(deps, writes));
  app.use('/api', (_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });

  if (deps.alone)
    app.use(
      ['/api/yard', '/api/horses/:id/readings'],
      sameUntilWritten(() => writes.seen),
    );

  app.get('/api/health', async (_req, res) => {
    await deps.ping();
    // The page on which a phone learns to trust the book looks here, from plain HTTP.
    res.set('Cross-Origin-Resource-Policy', 'cross-origin');
    res.json({ ok: true, demo });
  });
  app.get('/api/openapi.json', only('team'), (_req, res) => void res.json(openApi(RESOURCES)));
  for (const [path, { routes }] of Object.entries(RESOURCES))
    app.use(`/api/${path}`, routes(book, deps));
  app.use('/api', () => {
    throw new Problem(404, 'No such address', 'The API has nothing at this address.');
  });

  if (webFolder) serveWeb(app, webFolder, namesIn(book, deps.devices));
  app.use(() => {
    throw new Problem(404, 'No such address', 'The book has nothing at this address.');
  });
  app.use(sendProblem);
  return app;
}
