import { ProblemError, createProblem } from '@fleet-wren/core';

/** What identifiers look like. */
export const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** The answer to what is not there, or not this studio's: the two are not told apart. */
export const notFound = (): ProblemError => new ProblemError(createProblem('not-found'));

/** An identifier that can be asked the database for; anything else is not there. */
export const checkedId = (id: string): string => {
  if (!UUID.test(id)) throw notFound();
  return id;
};

/** What was found, or the answer that it is not there. */
export const orNotFound = <T>(found: T | undefined): T => {
  if (found === undefined) throw notFound();
  return found;
};
