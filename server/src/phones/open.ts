import { X509Certificate } from 'node:crypto';
import { createServer, type RequestListener } from 'node:http';
import { createServer as createTlsServer, type Server as TlsServer } from 'node:https';
import { existsSync } from 'node:fs';
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { networkInterfaces } from 'node:os';
import { isIP, type AddressInfo } from 'node:net';
import { join } from 'node:path';
import { CannotOpenError } from '../db/connect.ts';
import { isLocal, MACHINE_NAMES } from '../routes/access.ts';
import type { PhoneDoor } from '../deps.ts';
import { credentialsIn, type Credentials, type Names } from './authority.ts';
import { plainDoor } from './plainDoor.ts';

/** The door for phones: https on the yard's network, and a plain page that leads there. */

export interface PhoneSettings {
  /** The data folder. */
  readonly folder: string;
  readonly port: number;
  readonly httpsPort: number;
  /** Further names of this machine, from outside. */
  readonly hosts: readonly string[];
  /** Proxies in front of the book: their requests arrive at the plain door. */
  readonly proxies: number;
  /** A certificate of one's own, and its key: files. */
  readonly own?: { readonly cert: string; readonly key: string } | undefined;
}

/** Its renewal is looked at as often. */
const LOOK_EVERY_MS = 12 * 3600 * 1000;

const wish = (folder: string): string => join(folder, 'phones', 'open');

/** Whether the owner has switched the door on. */
export const isWished = (folder: string): boolean => existsSync(wish(folder));

const keepWish =
  (folder: string) =>
  async (open: boolean): Promise<void> => {
    if (!open) return rm(wish(folder), { force: true });
    await mkdir(join(folder, 'phones'), { recursive: true, mode: 0o700 });
    await writeFile(wish(folder), '');
  };

/** The door as the owner's page shows it while it is shut. */
export const shutDoor = (folder: string): PhoneDoor => ({
  isOpen: false,
  stays: () => Promise.resolve(isWished(folder)),
  keep: keepWish(folder),
  begin: [],
  homes: [],
  fingerprint: null,
  trustEnds: null,
});

/** Behind a proxy, which has a certificate of its own: phones begin with the pairing. */
export function proxiedDoor(folder: string, hosts: readonly string[]): PhoneDoor {
  const homes = hosts.filter((h) => isIP(h) === 0).map((host) => `https://${host}`);
  const begin = homes.map((home) => `${home}/pair`);
  return { ...shutDoor(folder), isOpen: true, begin, homes };
}

export interface OpenDoor {
  readonly door: PhoneDoor;
  /** Serves the book on both: its own machine over plain HTTP, everybody over https. */
  listen(app: RequestListener): { plain: ReturnType<typeof createServer>; secure: TlsServer };
  close(): void;
}

/** @throws CannotOpenError */
export async function openDoor(settings: PhoneSettings): Promise<OpenDoor> {
  const { folder, port, httpsPort, hosts, proxies, own } = settings;
  const credentials = own
    ? await ownCredentials(own)
    : await credentialsIn(join(folder, 'phones'), namesOf(hosts), new Date());
  const { authority } = credentials;
  let timer: ReturnType<typeof setInterval> | undefined;
  return {
    door: {
      isOpen: true,
      stays: () => Promise.resolve(isWished(folder)),
      keep: keepWish(folder),
      begin: reachedAt(hosts).map((host) => `http://${host}:${port}/trust`),
      homes: reachedAt(hosts).map((host) => `https://${host}:${httpsPort}`),
      fingerprint: own ? null : authority.fingerprint,
      trustEnds: { at: credentials.trustEnds.toISOString(), isOwn: own !== undefined },
    },
    listen(app) {
      const secure = createTlsServer({ ...credentials, minVersion: 'TLSv1.2' }, app);
      const port = () => (secure.address() as AddressInfo | null)?.port ?? httpsPort;
      const elsewhere = plainDoor({ hosts, httpsPort: port, authority: authority.pem });
      const plain = createServer((req, res) =>
        isLocal(req) || proxies > 0 ? app(req, res) : elsewhere(req, res),
      );
      // Renewed, and for the addresses the machine has by then, without closing the book.
      timer = setInterval(() => {
        if (own) return;
        void credentialsIn(join(folder, 'phones'), namesOf(hosts), new Date()).then(
          (fresh) => secure.setSecureContext({ key: fresh.key, cert: fresh.cert }),
          () => undefined,
        );
      }, LOOK_EVERY_MS);
      timer.unref();
      return { plain, secure };
    },
    close: () => clearInterval(timer),
  };
}

async function ownCredentials({
  cert,
  key,
}: NonNullable<PhoneSettings['own']>): Promise<Credentials> {
  const read = (file: string, called: string) =>
    readFile(file, 'utf8').catch(() => {
      throw new CannotOpenError(`${called} names ${file}, which cannot be read.`);
    });
  const [pem, secret] = [await read(cert, 'TLS_CERT'), await read(key, 'TLS_KEY')];
  try {
    const trustEnds = new Date(new X509Certificate(pem).validTo);
    return { key: secret, cert: pem, authority: { pem, fingerprint: '' }, trustEnds };
  } catch {
    throw new CannotOpenError(`TLS_CERT names ${cert}, which holds no certificate (PEM).`);
  }
}

const addresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    // Those that are only good on one wire carry its name.
    .filter(({ internal, scopeid }) => !internal && !scopeid)
    .map(({ address }) => address);

function namesOf(hosts: readonly string[]): Names {
  const named = hosts.filter((h) => isIP(h) === 0);
  return {
    dns: [...new Set([...MACHINE_NAMES, ...named])],
    ip: [...new Set(['127.0.0.1', '::1', ...addresses(), ...hosts.filter(isAddress)])],
  };
}

/** An address to be reached under; that of no address means all. */
const isAddress = (host: string): boolean =>
  isIP(host) !== 0 && host !== '0.0.0.0' && host !== '::';

/** Names first that somebody has given, then addresses: of the old kind, which every yard's network has. */
function reachedAt(hosts: readonly string[]): string[] {
  const named = hosts.filter((h) => isIP(h) === 0 && h !== 'localhost');
  const found = addresses().filter((address) => isIP(address) === 4);
  return [...named, ...found];
}
