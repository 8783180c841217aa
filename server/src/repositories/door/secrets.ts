import { createHash, randomBytes } from 'node:crypto';

/** Secrets that are handed out once; the book keeps their hash. Of 128 bits and more, they cannot be guessed. */

const CODE_BYTES = 16;
const SECRET_BYTES = 32;

/** For a link or a square: short enough to be photographed. */
export const newCode = (): string => randomBytes(CODE_BYTES).toString('base64url');

export const newSecret = (): string => randomBytes(SECRET_BYTES).toString('base64url');

export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
