import type { CallHandler, ExecutionContext, NestInterceptor } from '@nestjs/common';
import type { Route } from '@fleet-wren/contract';
import type Joi from 'joi';
import { map, type Observable } from 'rxjs';
import { RESPONSES } from './responses.ts';
import { routeOf } from './route.ts';

const SCHEMAS: Readonly<Partial<Record<Route, Joi.Schema>>> = RESPONSES;

const sent = (answer: unknown): unknown => JSON.parse(typeof answer === 'string' ? answer : JSON.stringify(answer));

/**
 * Holds every answer against the contract: what differs is an error of the server. Tests run with it, studios without.
 */
export class ResponseCheckInterceptor implements NestInterceptor {
  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const route = routeOf(context.getHandler());
    const schema = route && SCHEMAS[route];
    if (!schema) return next.handle();
    return next.handle().pipe(
      map((answer: unknown) => {
        const { error } = schema.validate(sent(answer), { convert: false });
        if (error) throw new Error(`${route} answers something else than its contract: ${error.message}`);
        return answer;
      }),
    );
  }
}
