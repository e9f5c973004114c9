import { WrenError, problem } from '@fleet-wren/core';
import type { NextFunction, Request, Response } from 'express';

const CHANGES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** The host a page is of; undefined for one that cannot be made out, or that has none. */
const hostOf = (origin: string): string | undefined => {
  try {
    return new URL(origin).host || undefined;
  } catch {
    return undefined;
  }
};

/** Browsers name the page a request comes from: what another site sends is not carried out. */
export const sameOrigin = (request: Request, _response: Response, next: NextFunction): void => {
  const origin = request.get('origin');
  const foreign = origin !== undefined && hostOf(origin) !== request.get('host');
  if (CHANGES.has(request.method) && foreign) next(new WrenError(problem('wrong-origin')));
  else next();
};
