import { ProblemError, createProblem } from '@fleet-wren/core';
import type { NextFunction, Request, Response } from 'express';

const CHANGES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** The origin a page is of, written in one way; undefined for one that cannot be made out, or that has none. */
const readOrigin = (origin: string): string | undefined => {
  try {
    const { protocol, host } = new URL(origin);
    return host ? `${protocol}//${host}` : undefined;
  } catch {
    return undefined;
  }
};

/**
 * The origin this application is reached under: the scheme as well as the host, so that a page of the same host without
 * TLS is another one. Where cookies travel over TLS alone, so do pages, whatever the server in front says of itself.
 */
const ownOrigin = (request: Request, secure: boolean): string | undefined =>
  readOrigin(`${secure ? 'https' : request.protocol}://${request.get('host') ?? ''}`);

/** Browsers name the page a request comes from: what another site sends is not carried out. */
export const requireSameOrigin =
  (secure: boolean) =>
  (request: Request, _response: Response, next: NextFunction): void => {
    const origin = request.get('origin');
    const foreign = origin !== undefined && readOrigin(origin) !== ownOrigin(request, secure);
    if (CHANGES.has(request.method) && foreign) next(new ProblemError(createProblem('wrong-origin')));
    else next();
  };
