import { say, sayProblem } from '@fleet-wren/wording';
import { createProblem, ProblemError } from '@fleet-wren/core';
import type { Answered, Asked } from './protocol.ts';

/** As much of a worker as a desk needs. */
export interface WorkerLike {
  postMessage: (message: Asked, transfer?: Transferable[]) => void;
  terminate: () => void;
  onmessage: ((event: { readonly data: Answered }) => void) | null;
  onerror: ((event: { readonly message?: string }) => void) | null;
}

/** A set of functions that a worker offers, by name. */
type Work<W> = { readonly [Name in keyof W]: (...args: never[]) => unknown };

/** How long a question may take, and how it is called off. */
export interface Patience {
  readonly signal?: AbortSignal;
  /** Milliseconds from when the worker begins with it. */
  readonly deadline?: number;
}

/** Milliseconds a question may take when nothing else is said. */
const DEADLINE = 20_000;

/** Milliseconds a question that was called off may run on before its worker is ended. */
const GRACE = 150;

/** A question was called off by who asked it. */
export class CalledOff extends Error {
  constructor() {
    super(say('saving.cancelled'));
    this.name = 'CalledOff';
  }
}

interface Request {
  readonly asked: Asked;
  readonly deadline: number;
  readonly resolve: (value: never) => void;
  readonly reject: (error: unknown) => void;
  calledOff: boolean;
}

const tooLong = (): ProblemError => new ProblemError(createProblem('took-too-long'));

/**
 * Questions to one worker, one after another. One that takes longer than its deadline ends the worker, and so does one
 * that was called off and does not come to an end by itself; the next question starts a new worker.
 */
export class Desk<W extends Work<W>> {
  private worker: WorkerLike | undefined;
  private readonly waiting: Request[] = [];
  private current: Request | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private count = 0;
  private readonly start: () => WorkerLike;

  constructor(start: () => WorkerLike) {
    this.start = start;
  }

  /** Asks the worker; the answer comes when it is its turn. */
  ask<Name extends keyof W & string>(
    name: Name,
    args: Parameters<W[Name]>,
    { signal, deadline = DEADLINE }: Patience = {},
  ): Promise<Awaited<ReturnType<W[Name]>>> {
    return new Promise((resolve, reject) => {
      if (signal?.aborted) return reject(new CalledOff());
      this.count += 1;
      const request: Request = { asked: { id: this.count, name, args }, deadline, resolve, reject, calledOff: false };
      signal?.addEventListener('abort', () => this.callOff(request), { once: true });
      this.waiting.push(request);
      this.next();
    });
  }

  /** Ends the worker; what was asked fails. */
  close(): void {
    this.end(new CalledOff());
    for (const { reject } of this.waiting.splice(0)) reject(new CalledOff());
  }

  private next(): void {
    if (this.current) return;
    const request = this.waiting.shift();
    if (!request) return;
    this.current = request;
    this.timer = setTimeout(() => this.end(tooLong()), request.deadline);
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

  private answered(answer: Answered): void {
    const request = this.current;
    if (!request || answer.id !== request.asked.id) return;
    this.finish();
    if (request.calledOff) return;
    if ('value' in answer) request.resolve(answer.value as never);
    else request.reject(answer.problems.length > 0 ? new ProblemError(...answer.problems) : new Error(answer.message));
  }

  private callOff(request: Request): void {
    const place = this.waiting.indexOf(request);
    if (place < 0 && request !== this.current) return;
    request.reject(new CalledOff());
    if (place >= 0) return void this.waiting.splice(place, 1);
    request.calledOff = true;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.end(new CalledOff()), GRACE);
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
