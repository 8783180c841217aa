import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import type { Express } from 'express';
import gzipStatic from 'express-static-gzip';

/** Serves the built app: its files, packed once when it was built, and its page at every other address. */
export function serveWeb(app: Express, folder: string): void {
  const files = gzipStatic(folder, {
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    index: false,
    serveStatic: {
      index: false,
      setHeaders(res, path) {
        // Built files carry a hash in their name; the rest must be asked for again.
        const hashed = path.includes('/assets/');
        res.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
      },
    },
  });
  const pageAt = pages(folder);
  app.use(files);
  app.get('/{*path}', compression(), (req, res) => {
    res.set('Cache-Control', 'no-cache').type('html').send(pageAt(req.path));
  });
}

/**
 * The page at each address. It names the scripts of that screen (`hints.json` of the built app): they
 * are then on their way before the first script has been read.
 */
function pages(folder: string): (path: string) => string {
  const page = readFileSync(join(folder, 'index.html'), 'utf8');
  const file = join(folder, 'hints.json');
  const hints = existsSync(file)
    ? (JSON.parse(readFileSync(file, 'utf8')) as Record<string, readonly string[]>)
    : {};
  const known = Object.entries(hints).map(([address, scripts]) => ({
    // Fixed words come before a part that may be anything: `horses/new` is not a horse.
    open: (address.match(/:/g) ?? []).length,
    pattern: new RegExp(`^${address.replace(/:[a-z]+/gi, '[^/]+')}/?$`),
    page: page.replace('</head>', `${scripts.map(early).join('')}</head>`),
  }));
  known.sort((a, b) => a.open - b.open);
  return (path) => known.find(({ pattern }) => pattern.test(path))?.page ?? page;
}

const early = (script: string) =>
  `<link rel="modulepreload" fetchpriority="low" crossorigin href="${script}">`;
