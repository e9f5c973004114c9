import type { NextFunction, Request, Response } from 'express';
import { ProblemError, createProblem } from '@fleet-wren/core';

/**
 * Milliseconds a usual body may take to arrive, and after which a connection that still sends a refused one is closed.
 */
const PATIENCE = { body: 30_000, refused: 2000 } as const;

/** Paths whose bodies have a pace of their own: whole backups. */
const UPLOADS = /^\/archive\/?$/;

const hasBody = ({ headers }: Request): boolean =>
  headers['transfer-encoding'] !== undefined || Number(headers['content-length'] ?? 0) > 0;

/** Gives every body an end: one that does not arrive in time is refused, and its connection closed. */
export const endSlowBodies = (request: Request, response: Response, next: NextFunction): void => {
  if (!hasBody(request) || UPLOADS.test(request.path)) return next();
  const timer = setTimeout(() => {
    if (!request.complete && !response.headersSent) next(new ProblemError(createProblem('request-slow')));
  }, PATIENCE.body);
  request.once('end', () => clearTimeout(timer));
  response.once('close', () => clearTimeout(timer));
  next();
};

/**
 * Closes the connection of a request that was answered before all of its body came: what still comes is read for a
 * moment, so that the answer reaches whoever sends, and no longer.
 */
export const closeUnread = (request: Request, response: Response, next: NextFunction): void => {
  const { socket } = request;
  response.once('finish', () => {
    if (request.complete) return;
    const timer = setTimeout(() => socket.destroy(), PATIENCE.refused);
    timer.unref();
    request.once('end', () => clearTimeout(timer));
  });
  next();
};
