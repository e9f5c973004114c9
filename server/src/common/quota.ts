import { ProblemError, createProblem } from '@fleet-wren/core';

/** What there is a limit to. */
export type Limited =
  | 'patterns'
  | 'songs'
  | 'hands'
  | 'schools'
  | 'settings'
  | 'students'
  | 'teachers'
  | 'invitations'
  | 'sound'
  | 'versions'
  | 'assignments'
  | 'notes'
  | 'links'
  | 'takes'
  | 'events';

/** The answer to one more than there may be. */
export const createQuotaError = (most: number, what: Limited): ProblemError =>
  new ProblemError(createProblem('quota-reached', { most, what }));
