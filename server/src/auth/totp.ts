import { Secret, TOTP } from 'otpauth';

/** Seconds a code is shown, and steps of them by which the clocks of server and phone may differ. */
const STEP = { seconds: 30, beside: 1 } as const;

/** Bytes of a secret: as many as the hash has (RFC 4226, 4). */
const SECRET = 20;

const codesOf = (secret: string, label = ''): TOTP =>
  new TOTP({ issuer: 'Fleet Wren', label, secret: Secret.fromBase32(secret), period: STEP.seconds });

/** A secret for a new second factor, in the letters in which apps take it. */
export const generateTotpSecret = (): string => new Secret({ size: SECRET }).base32;

/** The address by which an app takes a secret, as a picture says it. */
export const buildOtpauthUri = (secret: string, email: string): string => codesOf(secret, email).toString();

/**
 * The step of time a code of six figures belongs to (RFC 6238, SHA-1 as every app has it); null for one that is not of
 * now, half a minute before or after.
 */
export const findTotpStep = (secret: string, code: string, now: Date): number | null => {
  const token = code.replace(/\s/g, '');
  if (!/^\d{6}$/.test(token)) return null;
  const timestamp = now.getTime();
  const beside = codesOf(secret).validate({ token, timestamp, window: STEP.beside });
  return beside === null ? null : Math.floor(timestamp / 1000 / STEP.seconds) + beside;
};
