import { Injectable, createParamDecorator, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { WrenError, problem } from '@fleet-wren/core';
import type { NextFunction, Request, Response } from 'express';
import type { AuthService } from './auth.service.ts';
import type { Teacher } from './principal.ts';

/** Name of the cookie that carries the session's token. */
export const SESSION_COOKIE = 'wren_session';

type WithTeacher = Request & { teacher?: Teacher };

/** The session's token a request carries, if any. */
export const tokenOf = (request: Request): string | undefined => {
  const cookies = request.cookies as Record<string, unknown> | undefined;
  const token = cookies?.[SESSION_COOKIE];
  return typeof token === 'string' ? token : undefined;
};

/** Finds out who a request is from before its body is read: nobody's body is read at all. */
export const recognise =
  (auth: AuthService) =>
  (request: WithTeacher, _response: Response, next: NextFunction): void => {
    const token = tokenOf(request);
    const found = token === undefined ? Promise.resolve(undefined) : auth.teacherBehind(token);
    found.then((teacher) => {
      if (!teacher) return next(new WrenError(problem('not-signed-in')));
      request.teacher = teacher;
      next();
    }, next);
  };

/** Lets those through who were recognised. */
@Injectable()
export class SessionGuard implements CanActivate {
  canActivate(context: ExecutionContext): boolean {
    if (!context.switchToHttp().getRequest<WithTeacher>().teacher) throw new WrenError(problem('not-signed-in'));
    return true;
  }
}

/** The signed-in teacher, as a parameter of a handler behind the session guard. */
export const SignedIn = createParamDecorator((_data: unknown, context: ExecutionContext): Teacher => {
  const { teacher } = context.switchToHttp().getRequest<WithTeacher>();
  if (!teacher) throw new WrenError(problem('not-signed-in'));
  return teacher;
});
