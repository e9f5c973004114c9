import { say, sayProblem } from '@fleet-wren/wording';
import { createProblem, ProblemError } from '@fleet-wren/core';
import type { WorkerResponse, WorkerRequest } from './worker-protocol.ts';

/** As much of a worker as a desk needs. */
export interface WorkerLike {
  postMessage: (message: WorkerRequest, transfer?: Transferable[]) => void;
  terminate: () => void;
  onmessage: ((event: { readonly data: WorkerResponse }) => void) | null;
  onerror: ((event: { readonly message?: string }) => void) | null;
}

/** A set of functions that a worker offers, by name. */
type WorkerApi<W> = { readonly [Name in keyof W]: (...args: never[]) => unknown };

/** How long a question may take, and how it is called off. */
export interface RequestOptions {
  readonly signal?: AbortSignal;
  /** Milliseconds from when the worker begins with it. */
  readonly timeoutMs?: number;
}

/** Milliseconds a question may take when nothing else is said. */
const DEFAULT_TIMEOUT_MS = 20_000;

/** Milliseconds a question that was called off may run on before its worker is ended. */
const CANCEL_GRACE_MS = 150;

/** A question was called off by who asked it. */
export class RequestCancelledError extends Error {
  constructor() {
    super(say('saving.cancelled'));
    this.name = 'CalledOff';
  }
}

interface PendingRequest {
  readonly asked: WorkerRequest;
  readonly deadline: number;
  readonly resolve: (value: never) => void;
  readonly reject: (error: unknown) => void;
  calledOff: boolean;
}

const createTimeoutError = (): ProblemError => new ProblemError(createProblem('took-too-long'));

/**
 * Questions to one worker, one after another. One that takes longer than its deadline ends the worker, and so does one
 * that was called off and does not come to an end by itself; the next question starts a new worker.
 */
export class WorkerClient<W extends WorkerApi<W>> {
  private worker: WorkerLike | undefined;
  private readonly waiting: PendingRequest[] = [];
  private current: PendingRequest | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private count = 0;
  private readonly start: () => WorkerLike;

  constructor(start: () => WorkerLike) {
    this.start = start;
  }

  /** Asks the worker; the answer comes when it is its turn. */
  request<Name extends keyof W & string>(
    name: Name,
    args: Parameters<W[Name]>,
    { signal, timeoutMs = DEFAULT_TIMEOUT_MS }: RequestOptions = {},
  ): Promise<Awaited<ReturnType<W[Name]>>> {
    return new Promise((resolve, reject) => {
      if (signal?.aborted) return reject(new RequestCancelledError());
      this.count += 1;
      const request: PendingRequest = {
        asked: { id: this.count, name, args },
        deadline: timeoutMs,
        resolve,
        reject,
        calledOff: false,
      };
      signal?.addEventListener('abort', () => this.callOff(request), { once: true });
      this.waiting.push(request);
      this.next();
    });
  }

  /** Ends the worker; what was asked fails. */
  close(): void {
    this.end(new RequestCancelledError());
    for (const { reject } of this.waiting.splice(0)) reject(new RequestCancelledError());
  }

  private next(): void {
    if (this.current) return;
    const request = this.waiting.shift();
    if (!request) return;
    this.current = request;
    this.timer = setTimeout(() => this.end(createTimeoutError()), request.deadline);
    this.open().postMessage(request.asked);
  }

  private open(): WorkerLike {
    if (this.worker) return this.worker;
    const worker = this.start();
    worker.onmessage = ({ data }) => this.answered(data);
    worker.onerror = ({ message }) => this.end(new Error(message || sayProblem(createProblem('internal'))));
    this.worker = worker;
    return worker;
  }

  private answered(answer: WorkerResponse): void {
    const request = this.current;
    if (!request || answer.id !== request.asked.id) return;
    this.finish();
    if (request.calledOff) return;
    if ('value' in answer) request.resolve(answer.value as never);
    else request.reject(answer.problems.length > 0 ? new ProblemError(...answer.problems) : new Error(answer.message));
  }

  private callOff(request: PendingRequest): void {
    const place = this.waiting.indexOf(request);
    if (place < 0 && request !== this.current) return;
    request.reject(new RequestCancelledError());
    if (place >= 0) return void this.waiting.splice(place, 1);
    request.calledOff = true;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.end(new RequestCancelledError()), CANCEL_GRACE_MS);
  }

  /** Ends the worker and what it is at; what waits goes to a new one. */
  private end(error: unknown): void {
    this.worker?.terminate();
    this.worker = undefined;
    const request = this.current;
    this.finish();
    if (request && !request.calledOff) request.reject(error);
  }

  private finish(): void {
    clearTimeout(this.timer);
    this.current = undefined;
    // Not from within an answer: who asked takes it up first.
    queueMicrotask(() => this.next());
  }
}
