import { sayProblems } from '@fleet-wren/wording';
import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import { ERRORS, message, createProblem, type Problem, ProblemError } from '@fleet-wren/core';
import type { Response } from 'express';

const UNREACHABLE = new Set(['ECONNREFUSED', 'ECONNRESET', 'ENOTFOUND', 'ETIMEDOUT', '57P01', '57P03', '53300']);

/** What the database says when it has no room left: on the disk, in memory, for connections. */
const FULL = new Set(['53100', '53200', 'ENOSPC']);

/** Errors the house itself is to blame for. */
const LOGGED: ReadonlySet<string> = new Set(['internal', 'unavailable', 'storage-full']);

/** How a question that was given up on, or a connection that broke, is told. */
const GIVEN_UP =
  /Timeout acquiring a connection|Query read timeout|timeout exceeded when trying to connect|timeout expired|Connection terminated/i;

const codeOf = (error: unknown): string => String((error as { code?: unknown } | null)?.code ?? '');

const isTooLarge = (error: unknown): boolean =>
  (error as { type?: unknown } | null)?.type === 'entity.too.large' ||
  (error instanceof HttpException && error.getStatus() === 413);

const statusOf = (error: unknown): number =>
  error instanceof HttpException ? error.getStatus() : Number((error as { status?: unknown } | null)?.status);

/** Errors of the web framework and its parsers, told by their status. */
const fromStatus = (status: number): Problem => {
  if (status === 404) return createProblem('not-found');
  if (status >= 400 && status < 500) return createProblem('request-wrong', { problem: message('request.unreadable') });
  return createProblem('internal');
};

const tooLarge = (): Problem => {
  const most = message('size.megabytes', { megabytes: 2 });
  return createProblem('too-large', { value: message('size.more-than', { size: most }), most });
};

/** The problems behind anything that was thrown. */
export const problemsBehind = (error: unknown): readonly Problem[] => {
  if (error instanceof ProblemError) return error.problems;
  if (isTooLarge(error)) return [tooLarge()];
  if (FULL.has(codeOf(error))) return [createProblem('storage-full')];
  if (UNREACHABLE.has(codeOf(error)) || GIVEN_UP.test(String(error))) return [createProblem('unavailable')];
  return [fromStatus(statusOf(error))];
};

/** An error that has more to tell than its problems, such as the state that was found instead. */
export class ErrorWithPayload extends ProblemError {
  readonly state: Readonly<Record<string, unknown>>;
  constructor(cause: Problem, state: Readonly<Record<string, unknown>>) {
    super(cause);
    this.state = state;
  }
}

/** Answers with problems: the first one gives code and status. */
export const answerProblems = (
  response: Response,
  problems: readonly Problem[],
  state: Readonly<Record<string, unknown>> = {},
): void => {
  const first = problems[0] ?? createProblem('internal');
  const body = { code: first.code, message: sayProblems(problems), problems };
  const seconds = first.details.seconds;
  if (typeof seconds === 'number') response.setHeader('Retry-After', seconds);
  response.status(ERRORS[first.code].status).json({ error: body, ...state });
};

/** Answers every error with a code of the registry and its sentence. */
@Catch()
export class AllExceptionsFilter implements ExceptionFilter {
  private readonly log = new Logger('Errors');

  catch(error: unknown, host: ArgumentsHost): void {
    const problems = problemsBehind(error);
    const first = problems[0] ?? createProblem('internal');
    if (LOGGED.has(first.code)) this.log.error(error);
    const response = host.switchToHttp().getResponse<Response>();
    // Half an answer cannot become another one: whoever waits for the rest of it learns that it will not come.
    if (response.headersSent) return void response.destroy();
    answerProblems(response, problems, error instanceof ErrorWithPayload ? error.state : {});
  }
}
