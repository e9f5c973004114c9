import type { CookieOptions } from 'express';
import type { Config } from '../config.ts';

/** How long a session lasts, in milliseconds. */
export const AUTH_SESSION_TTL_MS = 30 * 24 * 3600 * 1000;

/** Whether cookies go over https only. */
export type CookieSecurity = Pick<Config, 'secureCookies'>;

/** What every cookie of the application has. */
export const cookieOptions = ({ secureCookies }: CookieSecurity): CookieOptions => ({
  httpOnly: true,
  sameSite: 'lax',
  secure: secureCookies,
  path: '/',
});
