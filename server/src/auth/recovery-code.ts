import { createHash, randomInt } from 'node:crypto';

/** Letters and figures that are not mistaken for one another when they are read from paper. */
const SIGNS = 'abcdefghjkmnpqrstuvwxyz23456789';

/** How many codes a teacher is given, and how they are written: four groups of four signs, 79 bits. */
const CODES = { count: 8, groups: 4, signs: 4 } as const;

const times = <T>(count: number, make: () => T): readonly T[] => Array.from({ length: count }, make);

const newCode = (): string =>
  times(CODES.groups, () => times(CODES.signs, () => SIGNS[randomInt(SIGNS.length)]).join('')).join('-');

/** New codes, as they are shown once. */
export const generateRecoveryCodes = (): readonly string[] => times(CODES.count, newCode);

/** What is kept of a code; capitals, blanks and strokes as it was typed are nothing of it. */
export const hashRecoveryCode = (code: string): string =>
  createHash('sha256')
    .update(code.toLowerCase().replace(/[^a-z0-9]/g, ''))
    .digest('base64url');
