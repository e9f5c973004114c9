import type * as contract from '@fleet-wren/contract';
import { Injectable, createParamDecorator, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { ProblemError, createProblem } from '@fleet-wren/core';
import type { NextFunction, Request, Response } from 'express';
import type { AuthService } from './auth.service.ts';
import { AUTH_SESSION_TTL_MS, cookieOptions, type CookieSecurity } from './cookie-options.ts';
import type { Teacher } from './principal.ts';

/** What the application is told about who is signed in. */
export type Account = contract.Account;

export const toAccount = ({ name, email, studioName, role }: Teacher): Account => ({
  name,
  email,
  studio: studioName,
  role,
});

/** Names of the cookie that carries the session's token: over https one that browsers let no other host set. */
const COOKIES = { plain: 'wren_session', secure: '__Host-wren_session' } as const;

const cookieName = ({ secureCookies }: CookieSecurity): string => (secureCookies ? COOKIES.secure : COOKIES.plain);

/** Gives the browser the token of a session. */
export const setSessionCookie = (response: Response, token: string, config: CookieSecurity): void => {
  response.cookie(cookieName(config), token, { ...cookieOptions(config), maxAge: AUTH_SESSION_TTL_MS });
};

/** Takes the token from the browser. */
export const clearSessionCookie = (response: Response, config: CookieSecurity): void => {
  response.clearCookie(cookieName(config), cookieOptions(config));
};

type WithTeacher = Request & { teacher?: Teacher };

/** The session's token a request carries, if any. */
export const readSessionCookie = (request: Request, config: CookieSecurity): string | undefined => {
  const cookies = request.cookies as Record<string, unknown> | undefined;
  const token = cookies?.[cookieName(config)];
  return typeof token === 'string' ? token : undefined;
};

/** Finds out who a request is from before its body is read: nobody's body is read at all. */
export const createAuthMiddleware =
  (auth: AuthService, config: CookieSecurity) =>
  (request: WithTeacher, _response: Response, next: NextFunction): void => {
    const token = readSessionCookie(request, config);
    const found = token === undefined ? Promise.resolve(undefined) : auth.authenticate(token);
    found.then((teacher) => {
      if (!teacher) return next(new ProblemError(createProblem('not-signed-in')));
      request.teacher = teacher;
      next();
    }, next);
  };

/** Lets those through who were recognised. */
@Injectable()
export class AuthGuard implements CanActivate {
  canActivate(context: ExecutionContext): boolean {
    if (!context.switchToHttp().getRequest<WithTeacher>().teacher)
      throw new ProblemError(createProblem('not-signed-in'));
    return true;
  }
}

/** The signed-in teacher, as a parameter of a handler behind the session guard. */
export const CurrentTeacher = createParamDecorator((_data: unknown, context: ExecutionContext): Teacher => {
  const { teacher } = context.switchToHttp().getRequest<WithTeacher>();
  if (!teacher) throw new ProblemError(createProblem('not-signed-in'));
  return teacher;
});
