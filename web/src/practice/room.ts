import type { LadderPlan, Pattern, PracticeEvent, Standing, Way } from '@fleet-wren/core';
import { createStore, get, update, type UseStore } from 'idb-keyval';
import { create, type StoreApi, type UseBoundStore } from 'zustand';
import type { KeptEvent } from '../api/practice.ts';

/** Something to practise, as a room holds it. */
export interface RoomItem {
  readonly id: string;
  readonly name: string;
  readonly pattern: Pattern;
  readonly target: number;
  readonly way: Way;
  readonly plan: LadderPlan;
  readonly standing: Standing;
  readonly events: readonly PracticeEvent[];
}

/** What the server says of a room. */
export interface RoomContent {
  readonly name: string;
  readonly assignments: readonly RoomItem[];
}

/** A practice room: what is practised, and what happened that the server does not know yet. */
export interface RoomState {
  readonly content: RoomContent | null;
  /** In the order they happened; each is sent until the server has it. */
  readonly waiting: readonly KeptEvent[];
  /** Whether the last try reached the server. */
  readonly reached: boolean;
  /** Why the room cannot be entered; null where it can. */
  readonly ended: string | null;
  /** Events the server would not take. */
  readonly refused: number;
}

export type RoomStore = UseBoundStore<StoreApi<RoomState>>;

/** What the browser keeps of a room. */
type KeptRoom = Pick<RoomState, 'content' | 'waiting'>;

/** Milliseconds between tries to send, and events sent at once. */
const SENDING = { again: 5_000, most: 200 } as const;

interface Answer {
  readonly status: number;
  readonly body: unknown;
}

const request = async (token: string, path: string, body?: unknown): Promise<Answer | null> => {
  const headers = { 'x-practice-link': token, ...(body === undefined ? {} : { 'content-type': 'application/json' }) };
  const options = { method: body === undefined ? 'GET' : 'POST', headers, body: body && JSON.stringify(body) } as const;
  const response = await fetch(`/api/practice${path}`, options as RequestInit).catch(() => null);
  if (!response || response.status >= 500 || response.status === 429) return null;
  return { status: response.status, body: await response.json().catch(() => null) };
};

const wordsIn = (body: unknown): string =>
  (body as { readonly error?: { readonly message?: string } } | null)?.error?.message ??
  'This link does not lead anywhere (any more). Ask your teacher for a new one.';

/**
 * Opens a room: at once with what this browser has kept of it, then with what the server says. What happens is kept in
 * the browser before it is sent, and sent until it has arrived; each event has its own name, so that one that is sent
 * twice counts once.
 */
export class Room {
  readonly state: RoomStore = create<RoomState>(() => ({
    content: null,
    waiting: [],
    reached: true,
    ended: null,
    refused: 0,
  }));
  /** Events that have arrived or were let go: they wait no longer, whoever kept them. */
  private readonly gone = new Set<string>();
  private readonly drawer: UseStore = createStore('fleet-wren-practice', 'rooms');
  private sending = false;
  private timer: ReturnType<typeof setInterval> | undefined;

  constructor(readonly token: string) {}

  private readonly onOnline = (): void => void this.send();

  async open(): Promise<void> {
    const kept = await get<KeptRoom>(this.token, this.drawer).catch(() => undefined);
    if (kept) this.state.setState({ content: kept.content, waiting: kept.waiting });
    window.addEventListener('online', this.onOnline);
    this.timer = setInterval(() => void this.send(), SENDING.again);
    await this.send();
    await this.fetch();
  }

  close(): void {
    window.removeEventListener('online', this.onOnline);
    clearInterval(this.timer);
  }

  /** Takes down what happened. */
  happened(...events: readonly KeptEvent[]): void {
    this.state.setState(({ waiting }) => ({ waiting: [...waiting, ...events] }));
    void this.keep().then(() => this.send());
  }

  /** Keeps the room in the browser; what another window of it took down and has not sent yet stays. */
  private async keep(): Promise<void> {
    const { content, waiting } = this.state.getState();
    const own = new Set(waiting.map(({ event }) => event.id));
    const merged = (kept: KeptRoom | undefined): KeptRoom => ({
      content,
      waiting: [
        ...(kept?.waiting ?? []).filter(({ event }) => !own.has(event.id) && !this.gone.has(event.id)),
        ...waiting,
      ],
    });
    await update<KeptRoom>(this.token, merged, this.drawer).catch(() => undefined);
  }

  private async fetch(): Promise<void> {
    const answer = await request(this.token, '');
    if (!answer) return this.state.setState({ reached: false });
    if (answer.status !== 200) return this.state.setState({ ended: wordsIn(answer.body), reached: true });
    this.state.setState({ content: answer.body as RoomContent, reached: true, ended: null });
    await this.keep();
  }

  /** Sends what waits, oldest first; one sending at a time. */
  private async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    while (this.state.getState().waiting.length > 0 && (await this.sendSome()));
    this.sending = false;
  }

  private async sendSome(): Promise<boolean> {
    const some = this.state.getState().waiting.slice(0, SENDING.most);
    const answer = await request(this.token, '/events', { events: some });
    if (!answer) {
      this.state.setState({ reached: false });
      return false;
    }
    if (answer.status === 201) return this.arrived(some, answer.body);
    if (answer.status === 404) return this.goneOrShut(some, answer.body);
    return this.oneByOne(some);
  }

  /** What has arrived goes from what waits to what is known. */
  private async arrived(some: readonly KeptEvent[], body: unknown): Promise<boolean> {
    const names = new Set(some.map(({ event }) => event.id));
    for (const name of names) this.gone.add(name);
    const standings = new Map(
      (body as readonly { readonly id: string; readonly standing: Standing }[]).map(({ id, standing }) => [
        id,
        standing,
      ]),
    );
    this.state.setState(({ content, waiting }) => ({
      reached: true,
      waiting: waiting.filter(({ event }) => !names.has(event.id)),
      content: content && {
        ...content,
        assignments: content.assignments.map((item) => ({
          ...item,
          standing: standings.get(item.id) ?? item.standing,
          events: [...item.events, ...some.flatMap(({ assignment, event }) => (assignment === item.id ? [event] : []))],
        })),
      },
    }));
    await this.keep();
    return true;
  }

  /** Either the link has ended, or one thing that was practised is no longer there. */
  private async goneOrShut(some: readonly KeptEvent[], body: unknown): Promise<boolean> {
    const room = await request(this.token, '');
    if (room?.status === 200) return this.oneByOne(some);
    if (room) this.state.setState({ ended: wordsIn(body), reached: true });
    return false;
  }

  /** Something in a sending cannot be taken: the rest goes alone, and what is refused is counted and let go. */
  private async oneByOne(some: readonly KeptEvent[]): Promise<boolean> {
    for (const one of some) {
      const answer = await request(this.token, '/events', { events: [one] });
      if (!answer) return false;
      if (answer.status === 201) await this.arrived([one], answer.body);
      else await this.letGo(one);
    }
    return true;
  }

  private async letGo({ event }: KeptEvent): Promise<void> {
    this.gone.add(event.id);
    this.state.setState(({ waiting, refused }) => ({
      refused: refused + 1,
      waiting: waiting.filter((one) => one.event.id !== event.id),
    }));
    await this.keep();
  }
}

/** All that happened with an item: what the server knows, and what waits. */
export const eventsOf = (item: RoomItem, waiting: readonly KeptEvent[]): readonly PracticeEvent[] => [
  ...item.events,
  ...waiting.flatMap(({ assignment, event }) => (assignment === item.id ? [event] : [])),
];
