import { WrenError, problem } from '@fleet-wren/core';
import type { NextFunction, Request, Response } from 'express';

const CHANGES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** Browsers name the page a request comes from: what another site sends is not carried out. */
export const sameOrigin = (request: Request, _response: Response, next: NextFunction): void => {
  const origin = request.get('origin');
  const foreign = origin !== undefined && new URL(origin === 'null' ? 'null:/' : origin).host !== request.get('host');
  if (CHANGES.has(request.method) && foreign) next(new WrenError(problem('wrong-origin')));
  else next();
};
