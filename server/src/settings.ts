import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { CannotOpenError, type Where } from './db/connect.ts';
import { isWished } from './phones/open.ts';

/** The only file that reads the environment and the command line. */

export const LOG_LEVEL = process.env.LOG_LEVEL ?? 'warn';

const here = dirname(fileURLToPath(import.meta.url));

/** Beside the built program, or where it lies in the sources. */
export const inFolders = (built: string, source: string): string | undefined =>
  [join(here, built), join(here, source)].find(existsSync);

export interface Settings {
  readonly port: number;
  readonly host: string;
  readonly hosts: readonly string[];
  readonly demo: boolean;
  readonly folder: string;
  readonly web: string;
  readonly where: Where;
  /** Whether phones are let in. */
  readonly phones: boolean;
  readonly httpsPort: number;
  readonly tls: { readonly cert: string; readonly key: string } | undefined;
  readonly proxies: number;
}

/** @throws CannotOpenError */
export function settings(): Settings {
  const { values } = readArguments();
  const port = numberIn('PORT', 4780, MOST_PORT);
  const folder = resolve(values.data ?? (values.demo ? 'demo-book' : 'book'));
  const phones = values.phones || isWished(folder);
  const host = process.env.HOST || (phones ? '0.0.0.0' : '127.0.0.1');
  const { TLS_CERT: cert, TLS_KEY: key } = process.env;
  if (!cert !== !key) throw new CannotOpenError('TLS_CERT and TLS_KEY belong together: give both.');
  return {
    port,
    host,
    hosts: [host, ...(process.env.ALLOWED_HOSTS ?? '').split(',')]
      .map((h) => h.trim())
      .filter(Boolean),
    demo: values.demo,
    phones,
    httpsPort: numberIn('HTTPS_PORT', port === 0 ? 0 : Math.min(port + 1, MOST_PORT), MOST_PORT),
    tls: cert && key ? { cert, key } : undefined,
    proxies: numberIn('TRUST_PROXY', 0, 9),
    folder,
    web: resolve(values.web ?? join(here, '../web')),
    where: process.env.DATABASE_URL
      ? { kind: 'url', url: process.env.DATABASE_URL }
      : { kind: 'folder', folder, fresh: inFolders('fresh-book', '../../.cache/fresh-book') },
  };
}

const MOST_PORT = 65_535;

/** @throws CannotOpenError */
function numberIn(name: string, usual: number, most: number): number {
  const given = process.env[name];
  const number = Number(given || usual);
  if (Number.isInteger(number) && number >= 0 && number <= most) return number;
  throw new CannotOpenError(
    `${name} must be a number from 0 to ${most}, got "${given}". For example: ${name}=${usual || 1} npm start`,
  );
}

function readArguments() {
  try {
    return parseArgs({
      options: {
        data: { type: 'string' },
        demo: { type: 'boolean', default: false },
        web: { type: 'string' },
        phones: { type: 'boolean', default: false },
      },
    });
  } catch (error) {
    throw new CannotOpenError(
      `${(error as Error).message} Known are --data DIR and --demo; --phones lets phones in.`,
    );
  }
}
