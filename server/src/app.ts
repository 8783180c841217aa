import compression from 'compression';
import express, { type Express, type Router } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Changes } from './changes.ts';
import type { Book } from './repositories/book.ts';
import type { AuditLog } from './repositories/audit.ts';
import type { DoorStores } from './repositories/doorStores.ts';
import { openApi } from './openapi.ts';
import type { Planner } from './planning/planner.ts';
import { Problem } from './problem.ts';
import { accountRoutes } from './routes/account.ts';
import { bookDataRoutes, type CopiesOfBook } from './routes/bookData.ts';
import {
  auditable,
  identify,
  keepAside,
  only,
  ownPagesOnly,
  whoIn,
  type Access,
} from './routes/access.ts';
import { deviceRoutes, pairingRoutes, type PhoneDoor } from './routes/devices.ts';
import { allowHosts, onlyStorable, onlyWithRoom } from './routes/door.ts';
import { atMost, sendProblem } from './routes/errors.ts';
import { exerciseRoutes } from './routes/exercises.ts';
import { onlyGivenHorses } from './routes/helper.ts';
import { horseRoutes } from './routes/horses.ts';
import { lessonRoutes } from './routes/lessons.ts';
import { liveRoutes, wordOf } from './routes/live.ts';
import { mineRoutes } from './routes/mine.ts';
import { peopleRoutes } from './routes/people.ts';
import { programmeRoutes } from './routes/programmes.ts';
import { riderRoutes } from './routes/riders.ts';
import { rideRoutes } from './routes/rides.ts';
import { observationRoutes, sessionRoutes } from './routes/sessions.ts';
import { sharedRoutes, shareRoutes } from './routes/shares.ts';
import { signInRoutes } from './routes/signIn.ts';
import {
  appointmentRoutes,
  busyRoutes,
  calendarRoutes,
  feedRoutes,
  timetableRoutes,
} from './routes/timetable.ts';
import { sameUntilWritten } from './routes/unchanged.ts';
import { weatherRoutes, type WeatherSource } from './routes/weather.ts';
import { yardRoutes } from './routes/yard.ts';
import { serveWeb } from './webFiles.ts';

/** What the app is made of: the book, who is let in, and what stands around them. */
export interface AppDeps extends DoorStores {
  readonly book: Book;
  /** Where it is written down who changed what. */
  readonly audit?: AuditLog;
  /** How they come in; shut where there is none. */
  readonly door?: PhoneDoor;
  /** How many proxies stand before the book. */
  readonly proxies?: number;
  readonly logger: Logger;
  /** Folder of the built web app; none when only the API is served. */
  readonly webFolder?: string;
  /** The name of the yard, when the book is a demonstration. */
  readonly demo: string | null;
  /** Resolves when the database answers. */
  ping(): Promise<void>;
  /** Plans lessons; none where nobody asks for them. */
  readonly planner?: Planner;
  /** The air of a day, where something knows it. */
  readonly weather?: WeatherSource;
  /** Whether only this process writes the book. */
  readonly alone?: boolean;
  /** What the disk of the book has left; unbounded where the database has its own. */
  readonly freeBytes?: () => Promise<number>;
  /** Names under which the book may be called, beside those of this machine. */
  readonly hosts?: readonly string[];
  /** For tests: how many requests a minute one device may make. */
  readonly requestsAMinute?: number;
  /** Word of changes, for the pages that are open. */
  readonly changes?: Changes;
  /** The safety copies of a book in a folder. */
  readonly copies?: CopiesOfBook;
  /** Told of every request that changed something. */
  onWrite?(): void;
}

type Routes = (book: Book, deps: AppDeps) => Router;

interface Resource {
  readonly routes: Routes;
  readonly for: Access;
  /** The largest body it takes; {@link SMALL} where it says nothing. */
  readonly upTo?: string;
}

const SMALL = '256kb';
const LARGE = '4mb';

/** What the API has, by its address, and for whom; `openapi.ts` describes each. */
export const RESOURCES = {
  horses: { routes: horseRoutes, for: 'ringside', upTo: LARGE },
  riders: { routes: riderRoutes, for: 'ringside' },
  lessons: { routes: lessonRoutes, for: 'ringside', upTo: LARGE },
  exercises: { routes: exerciseRoutes, for: 'ringside', upTo: LARGE },
  rides: { routes: rideRoutes, for: 'team', upTo: LARGE },
  programmes: { routes: programmeRoutes, for: 'team', upTo: LARGE },
  appointments: { routes: appointmentRoutes, for: 'team' },
  timetable: { routes: timetableRoutes, for: 'team' },
  busy: { routes: busyRoutes, for: 'team' },
  // A calendar program asks without signing in: the address itself is the secret.
  'calendar/feeds': { routes: feedRoutes, for: 'anyone' },
  calendar: { routes: calendarRoutes, for: 'team' },
  sessions: { routes: sessionRoutes, for: 'ringside', upTo: LARGE },
  observations: { routes: observationRoutes, for: 'ringside', upTo: LARGE },
  yard: { routes: yardRoutes, for: 'ringside' },
  weather: { routes: weatherRoutes, for: 'ringside' },
  live: { routes: liveRoutes, for: 'ringside' },
  mine: { routes: mineRoutes, for: 'rider' },
  // All of the book at once, out and in.
  book: { routes: bookDataRoutes, for: 'owner', upTo: LARGE },
  devices: { routes: deviceRoutes, for: 'owner' },
  people: { routes: peopleRoutes, for: 'owner' },
  'sign-in': { routes: signInRoutes, for: 'anyone' },
  account: { routes: accountRoutes, for: 'known' },
  shares: { routes: shareRoutes, for: 'team' },
  // Whoever was sent a link knows its secret.
  shared: { routes: sharedRoutes, for: 'anyone' },
  pairing: { routes: pairingRoutes, for: 'anyone' },
} as const satisfies Record<string, Resource>;

/** What of a request may stand in a log: not what was looked for, which stands behind the question mark. */
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

export function createApp(deps: AppDeps): Express {
  const { book, logger, webFolder, demo } = deps;
  const app = express();
  app.disable('x-powered-by');
  // Nobody keeps an answer of the API: to sum it up costs time for nothing.
  app.disable('etag');
  if (deps.proxies) app.set('trust proxy', deps.proxies);
  app.use(pinoHttp({ logger, autoLogging: false, serializers: { req: loggedRequest } }));
  app.use(allowHosts(deps.hosts ?? []));
  app.use(
    helmet({
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
    }),
  );
  app.use('/api', atMost(deps.requestsAMinute ?? REQUESTS_A_MINUTE, TOO_MANY));
  app.use('/api', identify(deps.devices), ownPagesOnly);
  app.use('/api', compression());
  // Nobody's body is read before it is known whether it may be sent at all.
  for (const [path, { for: access, upTo }] of Object.entries<Resource>(RESOURCES))
    app.use(`/api/${path}`, only(access), express.json({ limit: upTo ?? SMALL }));
  app.use('/api', onlyStorable, keepAside(deps.devices), onlyGivenHorses(book));
  if (deps.freeBytes) app.use('/api', onlyWithRoom(deps.freeBytes));
  let writes = 0;
  app.use('/api', (req, res, next) => {
    if (req.method !== 'GET' && req.method !== 'HEAD') {
      writes++;
      res.once('close', () => writes++);
      res.once('finish', () => {
        writes++;
        if (res.statusCode >= 400 || res.locals['readsOnly']) return;
        deps.onWrite?.();
        const entry = auditable(req, whoIn(res), res.locals['arrived'] as string | undefined);
        if (entry) deps.audit?.add(entry);
        deps.changes?.tell(wordOf(req.originalUrl, req.get('X-Client')));
      });
    }
    next();
  });
  app.use('/api', (_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });

  if (deps.alone)
    app.use(
      ['/api/yard', '/api/horses/:id/readings'],
      sameUntilWritten(() => writes),
    );

  app.get('/api/health', async (_req, res) => {
    await deps.ping();
    // The page on which a phone learns to trust the book looks here, from plain HTTP.
    res.set('Cross-Origin-Resource-Policy', 'cross-origin');
    res.json({ ok: true, demo });
  });
  app.get('/api/openapi.json', only('team'), (_req, res) => void res.json(openApi()));
  for (const [path, { routes }] of Object.entries<Resource>(RESOURCES))
    app.use(`/api/${path}`, routes(book, deps));
  app.use('/api', () => {
    throw new Problem(404, 'No such address', 'The API has nothing at this address.');
  });

  if (webFolder) serveWeb(app, webFolder);
  app.use(() => {
    throw new Problem(404, 'No such address', 'The book has nothing at this address.');
  });
  app.use(sendProblem);
  return app;
}
