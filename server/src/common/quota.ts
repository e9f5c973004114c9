import { WrenError, problem } from '@fleet-wren/core';

/** The answer to one more than there may be. */
export const quotaReached = (most: number, what: string): WrenError =>
  new WrenError(problem('quota-reached', { most, what }));
