import type { NextFunction, Request, Response } from 'express';

/** Writes one line of a log. */
export type LogWriter = (line: string) => void;

/** What is worth a line, by route: who came in, what was given out, what was taken away. */
const EVENTS: readonly (readonly [method: string, path: RegExp, event: string])[] = [
  ['POST', /^\/api\/auth\/register$/, 'register'],
  ['POST', /^\/api\/auth\/sign-in$/, 'sign-in'],
  ['POST', /^\/api\/auth\/sign-out$/, 'sign-out'],
  ['POST', /^\/api\/auth\/recover$/, 'recover'],
  ['POST', /^\/api\/auth\/recovery-codes$/, 'recovery codes made'],
  ['PUT', /^\/api\/auth\/second-factor$/, 'second factor on'],
  ['POST', /^\/api\/auth\/second-factor\/off$/, 'second factor off'],
  ['PUT', /^\/api\/auth\/password$/, 'password changed'],
  ['DELETE', /^\/api\/auth\/sessions\//, 'session ended'],
  ['POST', /^\/api\/students\/[^/]+\/links$/, 'link made'],
  ['DELETE', /^\/api\/links\//, 'link revoked'],
  ['DELETE', /^\/api\/students\//, 'student removed'],
  ['POST', /^\/api\/teachers\/invites$/, 'teacher invited'],
  ['POST', /^\/api\/auth\/join$/, 'teacher joined'],
  ['PUT', /^\/api\/teachers\//, 'role changed'],
  ['DELETE', /^\/api\/teachers\//, 'teacher removed'],
  ['GET', /^\/api\/archive$/, 'archive taken'],
  ['POST', /^\/api\/archive$/, 'archive brought in'],
];

/** Answers that are worth a line whatever was asked: nobody known, too often. */
const REFUSED: Readonly<Record<number, string>> = { 401: 'not signed in', 403: 'not allowed', 429: 'too many' };

const eventOf = (
  { method, path }: { readonly method: string; readonly path: string },
  status: number,
): string | undefined =>
  EVENTS.find(([wanted, shape]) => wanted === method && shape.test(path))?.[2] ?? REFUSED[status];

interface Known {
  readonly teacher?: { readonly studioId: string; readonly id?: string };
}

/**
 * Writes a line of JSON for each event of security: when, what, whether it was done, from where, by whom. Never what
 * was sent: no address of mail, no password, no code, no token.
 */
export const createSecurityLog =
  (write: LogWriter) =>
  (request: Request, response: Response, next: NextFunction): void => {
    // Read before the body: once a connection is gone, its address is too.
    const [path, address] = [request.originalUrl.split('?')[0] ?? '', request.ip];
    response.once('finish', () => {
      const { statusCode: status } = response;
      const event = eventOf({ method: request.method, path }, status);
      if (event === undefined) return;
      const { teacher } = request as Request & Known;
      const who = teacher ? { studio: teacher.studioId, account: teacher.id } : {};
      const line = { at: new Date().toISOString(), event, done: status < 400, status, address, ...who };
      write(JSON.stringify(line));
    });
    next();
  };
