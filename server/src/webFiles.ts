import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import type { Express, Request, Response } from 'express';
import gzipStatic from 'express-static-gzip';

/** The name of what a page shows, or null for whoever may not see it; the answer may set who asked. */
export type NameOf = (
  of: string,
  id: string,
  req: Request,
  res: Response,
) => Promise<string | null>;

/** Serves the built app: its files, packed once when it was built, and its page at every other address. */
export function serveWeb(app: Express, folder: string, nameOf?: NameOf): void {
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
  app.get('/{*path}', compression(), async (req, res) => {
    const { html, about } = pageAt(req.path);
    const name = about && (await nameOf?.(about.of, about.id, req, res).catch(() => null));
    res.set('Cache-Control', name ? 'private, no-cache' : 'no-cache').type('html');
    res.send(about && name ? headed(html, about.heading, name) : html);
  });
}

interface WebPage {
  readonly html: string;
  /** Of a page headed by the name of what it shows: of what kind that is, and the heading without it. */
  readonly about: { readonly of: string; readonly id: string; readonly heading: string } | null;
}

/** The page with a name on its cover. */
const headed = (html: string, heading: string, name: string): string =>
  html.replace(/<!-- head -->.*<!-- \/head -->/s, () =>
    heading.replace('<!-- name -->', () => asText(name)),
  );

/**
 * The page at each address. It names the scripts of that screen (`hints.json` of the built app): they
 * are then on their way before the first script has been read. Of some the heading is the name of what
 * they show (`headings.json`).
 */
function pages(folder: string): (path: string) => WebPage {
  const page = readFileSync(join(folder, 'index.html'), 'utf8');
  const built = <T>(name: string): Record<string, T> => {
    const file = join(folder, name);
    return existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Record<string, T>) : {};
  };
  const headings = built<{ of: string; html: string }>('headings.json');
  const known = Object.entries(built<readonly string[]>('hints.json')).map(
    ([address, scripts]) => ({
      // Fixed words come before a part that may be anything: `horses/new` is not a horse.
      open: (address.match(/:/g) ?? []).length,
      pattern: new RegExp(`^${address.replace(/:[a-z]+/gi, '([^/]+)')}/?$`),
      html: page.replace('</head>', `${scripts.map(early).join('')}</head>`),
      named: headings[address],
    }),
  );
  known.sort((a, b) => a.open - b.open);
  return (path) => {
    for (const { pattern, html, named } of known) {
      const found = pattern.exec(path);
      if (!found) continue;
      const about = named && { of: named.of, id: found[1] ?? '', heading: named.html };
      return { html, about: about ?? null };
    }
    return { html: page, about: null };
  };
}

const early = (script: string) =>
  `<link rel="modulepreload" fetchpriority="low" crossorigin href="${script}">`;

const asText = (text: string): string =>
  text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
