import { createHash, randomBytes } from 'node:crypto';

/** Something nobody guesses: 192 bits, as text that goes into addresses and cookies. */
export const newSecret = (): string => randomBytes(24).toString('base64url');

/** What is kept of a secret. A plain digest is enough for what is random already. */
export const digestOfSecret = (secret: string): string => createHash('sha256').update(secret).digest('hex');
