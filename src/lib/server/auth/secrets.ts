import { createHash, randomBytes } from 'node:crypto';

/** Bytes of a secret: 192 bits, which nobody guesses. OWASP ASVS 4.0.3, 3.2.2 asks for 64. */
const SECRET_BYTES = 24;

/** A new secret as it stands in a cookie or a link. */
export const newSecret = (): string => randomBytes(SECRET_BYTES).toString('base64url');

/** What is stored of a secret: whoever reads the data cannot use it. */
export const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url');
