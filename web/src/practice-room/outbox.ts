import type { StoredPracticeEvent } from '@fleet-wren/contract';
import type { ErrorCode, Problem, ProgressSummary } from '@fleet-wren/core';
import type { RoomAnswer } from './event-transport.ts';

/** An event our server will not take, and why. */
export interface RefusedEvent {
  readonly told: StoredPracticeEvent;
  readonly problems: readonly Problem[];
}

/** What our server says of events: each by its name. */
export interface Receipt {
  readonly accepted: readonly string[];
  readonly refused: readonly { readonly id: string; readonly problems: readonly Problem[] }[];
  readonly assignments: readonly { readonly id: string; readonly standing: ProgressSummary }[];
}

const isList = (value: unknown): value is readonly unknown[] => Array.isArray(value);

/** The receipt in an answer; undefined where it is something else that happens to be JSON. */
const receiptIn = (body: unknown): Receipt | undefined => {
  const { accepted, refused, assignments } = (body ?? {}) as Record<string, unknown>;
  if (!isList(accepted) || !isList(refused) || !isList(assignments)) return undefined;
  return body as Receipt;
};

/**
 * Events sent at once; milliseconds until the next try after one that reached nobody, which double up to the longest.
 */
export const SENDING = { most: 200, again: 5000, longest: 60_000 } as const;

/** Refusals that are about what was sent; any other one may pass. */
const UNREADABLE: ReadonlySet<ErrorCode> = new Set(['request-wrong', 'field-wrong', 'event-wrong', 'too-large']);

/** What an outbox does with what it learns. */
export interface OutboxUse {
  readonly post: (events: readonly StoredPracticeEvent[]) => Promise<RoomAnswer>;
  readonly waiting: () => readonly StoredPracticeEvent[];
  /**
   * Events that are in the server's hands now, or that it named as refused: nothing else takes them out of what waits.
   */
  readonly settled: (
    arrived: readonly StoredPracticeEvent[],
    refused: readonly RefusedEvent[],
    receipt: Receipt,
  ) => Promise<void>;
  readonly reached: (reached: boolean) => void;
  readonly ended: (message: string) => Promise<void>;
}

/**
 * Sends what waits, oldest first, one sending at a time, until our own server has said of each event by its name that
 * it has it, or why it will not take it. Any other answer leaves all of it waiting.
 */
export class Outbox {
  private sending = false;
  private pause: number = SENDING.again;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /**
   * Events our server could not read at all: they stay, and the others go on without them until the room is opened
   * again.
   */
  private readonly unreadable = new Set<string>();
  private closed = false;

  constructor(private readonly use: OutboxUse) {}

  close(): void {
    this.closed = true;
    clearTimeout(this.timer);
  }

  /** Tries at once, whatever the pause. */
  async send(): Promise<void> {
    if (this.sending || this.closed) return;
    this.sending = true;
    clearTimeout(this.timer);
    let wait: number | undefined;
    try {
      wait = await this.sendAll();
    } catch {
      wait = this.pause;
    } finally {
      this.sending = false;
    }
    if (wait !== undefined) this.later(wait);
  }

  private later(wait: number): void {
    if (this.closed) return;
    this.timer = setTimeout(() => void this.send(), Math.max(wait, this.pause));
    this.pause = Math.min(SENDING.longest, 2 * this.pause);
  }

  private next(most: number): readonly StoredPracticeEvent[] {
    return this.use
      .waiting()
      .filter(({ event }) => !this.unreadable.has(event.id))
      .slice(0, most);
  }

  /** Undefined where nothing is left to send; otherwise milliseconds until it may be tried again. */
  private async sendAll(): Promise<number | undefined> {
    let most: number = SENDING.most;
    for (;;) {
      const some = this.next(most);
      if (some.length === 0) return undefined;
      const answer = await this.use.post(some);
      if (answer.kind === 'unreached') return this.missed(answer.wait);
      if (answer.kind === 'refused') {
        if (answer.code === 'link-ended') return this.end(answer.message);
        if (!UNREADABLE.has(answer.code)) return this.missed();
        most = this.smaller(some);
        continue;
      }
      if (!(await this.settle(some, answer.body))) return this.missed();
      most = SENDING.most;
    }
  }

  private missed(wait = 0): number {
    this.use.reached(false);
    return wait;
  }

  private async end(message: string): Promise<undefined> {
    await this.use.ended(message);
    return undefined;
  }

  /**
   * Our server refused a whole sending without naming events: sent in halves until the one that is the cause stands
   * alone.
   */
  private smaller(some: readonly StoredPracticeEvent[]): number {
    this.use.reached(true);
    const [only] = some;
    if (some.length > 1) return Math.ceil(some.length / 2);
    if (only) this.unreadable.add(only.event.id);
    return SENDING.most;
  }

  /** Lets go of what an answer names, and of nothing else; says whether it named any. */
  private async settle(some: readonly StoredPracticeEvent[], body: unknown): Promise<boolean> {
    const receipt = receiptIn(body);
    if (!receipt) return false;
    const accepted = new Set(receipt.accepted);
    const refusals = new Map(receipt.refused.map(({ id, problems }) => [id, problems]));
    const arrived = some.filter(({ event }) => accepted.has(event.id));
    const refused = some.flatMap((told) => {
      const problems = refusals.get(told.event.id);
      return problems && !accepted.has(told.event.id) ? [{ told, problems }] : [];
    });
    if (arrived.length + refused.length === 0) return false;
    this.pause = SENDING.again;
    this.use.reached(true);
    await this.use.settled(arrived, refused, receipt);
    return true;
  }
}
