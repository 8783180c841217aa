import 'reflect-metadata';
import { webcrypto, X509Certificate } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as x509 from '@peculiar/x509';
import { CannotOpenError } from '../db/connect.ts';

/**
 * The book's own certificate authority, and the certificate of this machine that it signs. Phones trust the authority
 * once; the certificate is renewed without them. Both lie in the data folder, their keys readable by its owner alone.
 * Profile: RFC 5280; at most 397 days, as browsers ask of public certificates (CA/Browser Forum, from memory).
 */

type CryptoKey = webcrypto.CryptoKey;
type CryptoKeyPair = webcrypto.CryptoKeyPair;

x509.cryptoProvider.set(webcrypto);

const KEY = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;
const DAY_MS = 24 * 3600 * 1000;
const AUTHORITY_DAYS = 3650;
const CERTIFICATE_DAYS = 397;
/** Renewed so long before it runs out. */
const RENEW_DAYS = 30;
/** Clocks of phones are not all right. */
const BEFORE_MS = DAY_MS;
const OWNER_ONLY = 0o600;

export interface Credentials {
  /** PEM, for a TLS server. */
  readonly key: string;
  readonly cert: string;
  readonly authority: {
    readonly pem: string;
    /** SHA-256, as phones show it. */
    readonly fingerprint: string;
  };
  /** When phones have to trust something new: another authority, or another certificate of one's own. */
  readonly trustEnds: Date;
}

interface Pair {
  readonly certificate: x509.X509Certificate;
  readonly keys: CryptoKeyPair;
}

/** The addresses a certificate is for. */
export interface Names {
  readonly dns: readonly string[];
  readonly ip: readonly string[];
}

/**
 * The credentials of a folder, made or renewed where it is time.
 * @throws CannotOpenError when what lies there cannot be read
 */
export async function credentialsIn(folder: string, names: Names, now: Date): Promise<Credentials> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const known = await read(folder, 'authority');
  const lasts =
    known && known.certificate.notAfter.getTime() > now.getTime() + DAY_MS * CERTIFICATE_DAYS;
  const authority = known && lasts ? known : await made(folder, 'authority', now);
  const old = await read(folder, 'machine');
  const machine =
    old && (await stillGood(old.certificate, authority.certificate, names, now))
      ? old
      : await made(folder, 'machine', now, { authority, names });
  const pem = authority.certificate.toString('pem');
  return {
    key: await pemOf(machine.keys.privateKey),
    cert: `${machine.certificate.toString('pem')}\n${pem}`,
    authority: { pem, fingerprint: new X509Certificate(pem).fingerprint256 },
    trustEnds: new Date(authority.certificate.notAfter.getTime() - DAY_MS * CERTIFICATE_DAYS),
  };
}

async function stillGood(
  certificate: x509.X509Certificate,
  authority: x509.X509Certificate,
  { dns, ip }: Names,
  now: Date,
): Promise<boolean> {
  if (certificate.notAfter.getTime() < now.getTime() + DAY_MS * RENEW_DAYS) return false;
  if (!(await certificate.verify({ publicKey: authority, date: now }))) return false;
  const node = new X509Certificate(certificate.toString('pem'));
  return dns.every((name) => node.checkHost(name)) && ip.every((address) => node.checkIP(address));
}

type Called = 'authority' | 'machine';

async function made(
  folder: string,
  called: Called,
  now: Date,
  signed?: { readonly authority: Pair; readonly names: Names },
): Promise<Pair> {
  const keys = await webcrypto.subtle.generateKey(KEY, true, ['sign', 'verify']);
  const notBefore = new Date(now.getTime() - BEFORE_MS);
  const days = signed ? CERTIFICATE_DAYS : AUTHORITY_DAYS;
  const common = {
    serialNumber: Buffer.from(webcrypto.getRandomValues(new Uint8Array(16))).toString('hex'),
    notBefore,
    notAfter: new Date(notBefore.getTime() + days * DAY_MS),
    signingAlgorithm: KEY,
  };
  const certificate = signed
    ? await x509.X509CertificateGenerator.create({
        ...common,
        subject: 'CN=Canter Book on this machine',
        issuer: signed.authority.certificate.subject,
        publicKey: keys.publicKey,
        signingKey: signed.authority.keys.privateKey,
        extensions: [
          new x509.BasicConstraintsExtension(false, undefined, true),
          new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
          new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
          new x509.SubjectAlternativeNameExtension([
            ...signed.names.dns.map((value) => ({ type: 'dns' as const, value })),
            ...signed.names.ip.map((value) => ({ type: 'ip' as const, value })),
          ]),
          await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
          await x509.AuthorityKeyIdentifierExtension.create(signed.authority.certificate.publicKey),
        ],
      })
    : await x509.X509CertificateGenerator.createSelfSigned({
        ...common,
        name: `CN=Canter Book ${now.toISOString().slice(0, 10)}`,
        keys,
        extensions: [
          new x509.BasicConstraintsExtension(true, 0, true),
          new x509.KeyUsagesExtension(
            x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign,
            true,
          ),
          await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
        ],
      });
  // The key first: a certificate without its key is of no use to anybody.
  await store(join(folder, `${called}.key`), await pemOf(keys.privateKey));
  await store(join(folder, `${called}.crt`), certificate.toString('pem'));
  return { certificate, keys };
}

/** Written whole or not at all. */
async function store(file: string, text: string): Promise<void> {
  const half = `${file}.new`;
  await writeFile(half, `${text}\n`, { mode: OWNER_ONLY });
  await rename(half, file);
}

const pemOf = async (key: CryptoKey): Promise<string> =>
  x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');

/** @returns null when it was not made yet, or its key does not belong to it */
async function read(folder: string, called: Called): Promise<Pair | null> {
  const text = (ending: string) =>
    readFile(join(folder, `${called}.${ending}`), 'utf8').catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return null;
      throw error;
    });
  const [crt, key] = [await text('crt'), await text('key')];
  if (crt === null || key === null) return null;
  try {
    const certificate = new x509.X509Certificate(crt);
    const [der] = x509.PemConverter.decode(key);
    const privateKey = await webcrypto.subtle.importKey('pkcs8', der!, KEY, true, ['sign']);
    const publicKey = await certificate.publicKey.export();
    return (await belongs(privateKey, publicKey))
      ? { certificate, keys: { privateKey, publicKey } }
      : null;
  } catch {
    throw new CannotOpenError(
      `${join(folder, called)}.crt or its key cannot be read. Put both back from your safety copy, or delete them: then ${
        called === 'authority'
          ? 'a new authority is made, and each phone has to trust it again.'
          : 'a new certificate is made, and no phone notices.'
      }`,
    );
  }
}

/** A crash between two files can leave a new key beside an old certificate. */
async function belongs(privateKey: CryptoKey, publicKey: CryptoKey): Promise<boolean> {
  const told = new TextEncoder().encode('Canter Book');
  const sign = await webcrypto.subtle.sign(KEY, privateKey, told);
  return webcrypto.subtle.verify(KEY, publicKey, sign, told);
}
