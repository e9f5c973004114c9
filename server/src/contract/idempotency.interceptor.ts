import { createHash } from 'node:crypto';
import { Injectable, type CallHandler, type ExecutionContext, type NestInterceptor } from '@nestjs/common';
import { IDEMPOTENCY_KEY_HEADER, takesIdempotencyKey } from '@fleet-wren/contract';
import { ProblemError, createProblem, message } from '@fleet-wren/core';
import type { Request } from 'express';
import { from, lastValueFrom, type Observable } from 'rxjs';
import type { Teacher } from '../auth/principal.ts';
import { UUID_PATTERN } from '../common/ids.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { IdempotencyStore } from './idempotency.store.ts';
import { routeOf } from './route.ts';

type AskedByTeacher = Request & { readonly teacher?: Teacher };

const fingerprintOf = ({ method, originalUrl, body }: Request): string =>
  createHash('sha256')
    .update(`${method} ${originalUrl} ${JSON.stringify(body ?? null)}`)
    .digest('hex');

const wrongKey = (code: 'request.key-form' | 'request.key-reused'): ProblemError =>
  new ProblemError(createProblem('request-wrong', { problem: message(code) }));

/**
 * Does a request that bears a key once, however often it arrives: the same key is answered with the same answer for a
 * day.
 */
@Injectable()
export class IdempotencyInterceptor implements NestInterceptor {
  constructor(
    private readonly studios: StudioDb,
    private readonly requests: IdempotencyStore,
  ) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const request = context.switchToHttp().getRequest<AskedByTeacher>();
    const route = routeOf(context.getHandler());
    const key = request.headers[IDEMPOTENCY_KEY_HEADER];
    if (key === undefined || !route || !takesIdempotencyKey(route) || !request.teacher) return next.handle();
    if (typeof key !== 'string' || !UUID_PATTERN.test(key)) throw wrongKey('request.key-form');
    const scope = this.studios.scopeFor(request.teacher);
    return from(
      this.once(scope, key, fingerprintOf(request), () => lastValueFrom(next.handle(), { defaultValue: undefined })),
    );
  }

  private async once(
    scope: StudioScope,
    key: string,
    fingerprint: string,
    work: () => Promise<unknown>,
  ): Promise<unknown> {
    if (!(await this.requests.claim(scope, key, fingerprint))) return this.answerBefore(scope, key, fingerprint);
    try {
      const answer = await work();
      await this.requests.keepAnswer(scope, key, answer === undefined ? '' : JSON.stringify(answer));
      return answer;
    } catch (error) {
      // What was refused has done nothing: it may be asked again.
      await this.requests.forget(scope, key).catch(() => undefined);
      throw error;
    }
  }

  private async answerBefore(scope: StudioScope, key: string, fingerprint: string): Promise<unknown> {
    const known = await this.requests.find(scope, key);
    if (known && known.fingerprint !== fingerprint) throw wrongKey('request.key-reused');
    if (!known || known.answer === null) throw new ProblemError(createProblem('request-under-way'));
    return known.answer === '' ? undefined : (JSON.parse(known.answer) as unknown);
  }
}
