import { message, createProblem, ProblemError } from '@fleet-wren/core';
import { UUID_PATTERN } from '../common/ids.ts';

/** Where a page of a list ended. */
export interface PageCursor {
  readonly workedAt: Date;
  readonly id: string;
}

/** Times a database can hold: of this century, as JavaScript writes them. */
const TIME = /^20\d\d-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/;

/** Where a page ended, as it goes to the page and comes back. */
export const encodeCursor = ({ workedAt, id }: PageCursor): string =>
  Buffer.from(`${workedAt.toISOString()} ${id}`).toString('base64url');

/** The end of a page as it was sent; anything else is refused. */
export const decodeCursor = (text: string | undefined): PageCursor | undefined => {
  if (text === undefined) return undefined;
  const [time = '', id = ''] = Buffer.from(text, 'base64url').toString('utf8').split(' ');
  const workedAt = new Date(TIME.test(time) ? time : Number.NaN);
  if (!UUID_PATTERN.test(id) || Number.isNaN(workedAt.getTime()))
    throw new ProblemError(createProblem('request-wrong', { problem: message('request.list-end') }));
  return { workedAt, id };
};
