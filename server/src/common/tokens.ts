import { createHash, randomBytes } from 'node:crypto';

/** A token nobody can guess, of so many bytes of chance. */
export const generateToken = (bytes: number): string => randomBytes(bytes).toString('base64url');

/** What is kept of a token: it cannot be turned back into it. */
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('base64url');
