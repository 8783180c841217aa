import { isIP } from 'node:net';
import type {
  AuthenticationResponseJSON,
  PublicKeyCredentialCreationOptionsJSON,
  PublicKeyCredentialRequestOptionsJSON,
  RegistrationResponseJSON,
} from '@simplewebauthn/server';
import type { Passkey } from '../repositories/door/passkeys.ts';
import type { Person } from '../repositories/door/people.ts';
import type { People } from '../repositories/door/stores.ts';

/**
 * Passkeys: a key that never leaves a person's device signs what the book asks it to, once.
 * Source: W3C Web Authentication, level 3.
 */

export interface Site {
  /** The name of the book, as the browser has it. */
  readonly domain: string;
  readonly origin: string;
}

/** Browsers make keys for names only. */
export const canHavePasskeys = ({ domain }: Site): boolean => isIP(domain) === 0;

export async function registrationOptions(
  people: People,
  person: Person,
  { domain }: Site,
  now: Date,
): Promise<PublicKeyCredentialCreationOptionsJSON> {
  const { generateRegistrationOptions } = await import('@simplewebauthn/server');
  const known = (await people.passkeys.of(person.id)).filter((p) => p.domain === domain);
  const options = await generateRegistrationOptions({
    rpName: 'Canter Book',
    rpID: domain,
    userID: new TextEncoder().encode(person.id),
    userName: person.name,
    attestationType: 'none',
    excludeCredentials: known.map(({ id }) => ({ id })),
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  });
  await people.challenges.keep(options.challenge, person.id, now);
  return options;
}

/** @returns the key, not stored yet; null when it does not hold */
export async function registered(
  people: People,
  person: Person,
  response: RegistrationResponseJSON,
  { domain, origin }: Site,
  now: Date,
): Promise<Pick<Passkey, 'id' | 'publicKey' | 'counter'> | null> {
  const { verifyRegistrationResponse } = await import('@simplewebauthn/server');
  const checked = await verifyRegistrationResponse({
    response,
    expectedChallenge: (challenge) => people.challenges.take(challenge, person.id, now),
    expectedOrigin: origin,
    expectedRPID: domain,
  }).catch(() => null);
  if (!checked?.verified) return null;
  const { id, publicKey, counter } = checked.registrationInfo.credential;
  return { id, publicKey: Buffer.from(publicKey).toString('base64url'), counter };
}

export async function signInOptions(
  people: People,
  { domain }: Site,
  now: Date,
): Promise<PublicKeyCredentialRequestOptionsJSON> {
  const { generateAuthenticationOptions } = await import('@simplewebauthn/server');
  const options = await generateAuthenticationOptions({
    rpID: domain,
    userVerification: 'required',
  });
  await people.challenges.keep(options.challenge, null, now);
  return options;
}

/** @returns whose key it is; null when it is none of ours or does not hold */
export async function signedInBy(
  people: People,
  response: AuthenticationResponseJSON,
  { domain, origin }: Site,
  now: Date,
): Promise<Person | null> {
  const passkey = await people.passkeys.get(response.id);
  if (!passkey || passkey.domain !== domain) return null;
  const { verifyAuthenticationResponse } = await import('@simplewebauthn/server');
  const checked = await verifyAuthenticationResponse({
    response,
    expectedChallenge: (challenge) => people.challenges.take(challenge, null, now),
    expectedOrigin: origin,
    expectedRPID: domain,
    credential: {
      id: passkey.id,
      publicKey: new Uint8Array(Buffer.from(passkey.publicKey, 'base64url')),
      counter: passkey.counter,
    },
  }).catch(() => null);
  if (!checked?.verified) return null;
  await people.passkeys.used(passkey.id, checked.authenticationInfo.newCounter);
  return people.get(passkey.personId);
}
