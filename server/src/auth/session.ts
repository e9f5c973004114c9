import { Injectable, createParamDecorator, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { WrenError, problem } from '@fleet-wren/core';
import type { Request } from 'express';
import { AuthService } from './auth.service.ts';
import type { Teacher } from './auth.store.ts';

/** Name of the cookie that carries the session's token. */
export const SESSION_COOKIE = 'wren_session';

type WithTeacher = Request & { teacher?: Teacher };

/** The session's token a request carries, if any. */
export const tokenOf = (request: Request): string | undefined => {
  const cookies = request.cookies as Record<string, unknown> | undefined;
  const token = cookies?.[SESSION_COOKIE];
  return typeof token === 'string' ? token : undefined;
};

/** Lets signed-in teachers through. */
@Injectable()
export class SessionGuard implements CanActivate {
  constructor(private readonly auth: AuthService) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<WithTeacher>();
    const token = tokenOf(request);
    const teacher = token ? await this.auth.teacherBehind(token) : undefined;
    if (!teacher) throw new WrenError(problem('not-signed-in'));
    request.teacher = teacher;
    return true;
  }
}

/** The signed-in teacher, as a parameter of a handler behind the session guard. */
export const SignedInTeacher = createParamDecorator((_data: unknown, context: ExecutionContext): Teacher => {
  const { teacher } = context.switchToHttp().getRequest<WithTeacher>();
  if (!teacher) throw new WrenError(problem('not-signed-in'));
  return teacher;
});
