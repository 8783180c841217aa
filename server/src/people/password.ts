/**
 * Passwords: long rather than odd, none that is easily guessed, kept as Argon2id.
 * Source: OWASP ASVS 5.0, V6.2 and Password Storage Cheat Sheet (Argon2id, 19 MiB, 2 passes, 1 lane), from memory.
 */

export const LEAST_LENGTH = 12;
export const MOST_LENGTH = 128;

const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
/** 0 to 4; from 3 on it takes a guesser 10⁸ tries and more. */
const LEAST_SCORE = 3;

/** The same letters typed on another keyboard are the same password. */
const typed = (password: string): string => password.normalize('NFC');

export async function hashed(password: string): Promise<string> {
  const { hash } = await import('@node-rs/argon2');
  return hash(typed(password), COST);
}

let decoy: Promise<string> | null = null;

/** Takes as long where there is no password as where there is one. */
export async function isRight(passwordHash: string | null, password: string): Promise<boolean> {
  const { verify } = await import('@node-rs/argon2');
  const right = await verify(
    passwordHash ?? (await (decoy ??= hashed('nobody has this one'))),
    typed(password),
  );
  return right && passwordHash !== null;
}

/** Passwords a guesser would try first here. */
const OWN_WORDS = ['canter', 'book', 'dressage', 'horse', 'yard'];

async function loaded() {
  const [{ ZxcvbnFactory }, common] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
  ]);
  return new ZxcvbnFactory({ dictionary: common.dictionary, graphs: common.adjacencyGraphs });
}

let judging: ReturnType<typeof loaded> | null = null;

/** Why a password will not do, in a sentence; null when it will. */
export async function whyWeak(password: string, name: string): Promise<string | null> {
  if ([...password].length < LEAST_LENGTH)
    return `A password has at least ${LEAST_LENGTH} characters: three or four words are easy to remember.`;
  const judge = await (judging ??= loaded());
  return judge.check(password, [...name.split(/\s+/), ...OWN_WORDS]).score < LEAST_SCORE
    ? 'This password is too easy to guess. Take three or four words that have nothing to do with one another.'
    : null;
}
