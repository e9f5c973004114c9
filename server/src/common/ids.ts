import { ProblemError, createProblem } from '@fleet-wren/core';

/** What identifiers look like. */
export const UUID_PATTERN = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** The answer to what is not there, or not this studio's: the two are not told apart. */
export const createNotFoundError = (): ProblemError => new ProblemError(createProblem('not-found'));

/** An identifier that can be asked the database for; anything else is not there. */
export const parseId = (id: string): string => {
  if (!UUID_PATTERN.test(id)) throw createNotFoundError();
  return id;
};

/** What was found, or the answer that it is not there. */
export const assertFound = <T>(found: T | undefined): T => {
  if (found === undefined) throw createNotFoundError();
  return found;
};
