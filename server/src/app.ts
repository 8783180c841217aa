import express, { type Express } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Book } from './repositories/book.ts';
import { openApi } from './openapi.ts';
import { Problem } from './problem.ts';
import { bookDataRoutes } from './routes/bookData.ts';
import { sendProblem } from './routes/errors.ts';
import { exerciseRoutes } from './routes/exercises.ts';
import { horseRoutes } from './routes/horses.ts';
import { lessonRoutes } from './routes/lessons.ts';
import { riderRoutes } from './routes/riders.ts';
import { observationRoutes, sessionRoutes } from './routes/sessions.ts';
import { yardRoutes } from './routes/yard.ts';

export interface AppDeps {
  readonly book: Book;
  readonly logger: Logger;
  /** Folder of the built web app; none when only the API is served. */
  readonly webFolder?: string;
  /** The name of the yard, when the book is a demonstration. */
  readonly demo: string | null;
}

/** Generous for a yard's devices, a stop for a loop gone wild. */
const REQUESTS_A_MINUTE = 3000;

export function createApp({ book, logger, webFolder, demo }: AppDeps): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger, autoLogging: false }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'script-src': ["'self'", "'wasm-unsafe-eval'"],
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:'],
          'worker-src': ["'self'"],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use('/api', rateLimit({ windowMs: 60_000, limit: REQUESTS_A_MINUTE, legacyHeaders: false }));
  app.use('/api', express.json({ limit: '4mb' }));
  app.use('/api', (_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });

  app.get('/api/health', (_req, res) => void res.json({ ok: true, demo }));
  app.get('/api/openapi.json', (_req, res) => void res.json(openApi()));
  app.use('/api/horses', horseRoutes(book));
  app.use('/api/riders', riderRoutes(book));
  app.use('/api/lessons', lessonRoutes(book));
  app.use('/api/exercises', exerciseRoutes(book));
  app.use('/api/sessions', sessionRoutes(book));
  app.use('/api/observations', observationRoutes(book));
  app.use('/api/book', bookDataRoutes(book));
  app.use('/api/yard', yardRoutes(book));
  app.use('/api', () => {
    throw new Problem(404, 'No such address', 'The API has nothing at this address.');
  });

  if (webFolder) serveWeb(app, webFolder);
  app.use(sendProblem);
  return app;
}

function serveWeb(app: Express, folder: string) {
  app.use(
    express.static(folder, {
      index: false,
      setHeaders(res, path) {
        // Built files carry a hash in their name; the rest must be asked for again.
        const hashed = path.includes('/assets/');
        res.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
      },
    }),
  );
  app.get('/{*path}', (_req, res) => {
    res.set('Cache-Control', 'no-cache').sendFile('index.html', { root: folder });
  });
}
