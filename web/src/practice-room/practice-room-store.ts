import type { StoredPracticeEvent } from '@fleet-wren/contract';
import {
  EMPTY_PRACTICE_SNAPSHOT,
  foldPractice,
  isAttempt,
  type LadderPlan,
  type Pattern,
  type PracticeEvent,
  type PracticeSnapshot,
  type ProgressSummary,
  type PracticeMethod,
} from '@fleet-wren/core';
import { createStore, entries, get, update, type UseStore } from 'idb-keyval';
import { create, type StoreApi, type UseBoundStore } from 'zustand';
import { Outbox, type Receipt, type RefusedEvent } from './outbox.ts';
import { fetchRoom, sendEvents } from './event-transport.ts';

/** Something to practise, as a room holds it. */
export interface PracticeRoomItem {
  readonly id: string;
  /** Which state of it this is, in the server's words. */
  readonly state: string;
  readonly name: string;
  readonly pattern: Pattern;
  readonly target: number;
  readonly way: PracticeMethod;
  readonly plan: LadderPlan;
  readonly standing: ProgressSummary;
  /** What its log had come to before the events. */
  readonly snapshot: (Omit<PracticeSnapshot, 'days'> & { readonly undone: readonly string[] }) | null;
  readonly events: readonly PracticeEvent[];
}

/** What the server says of a room. */
export interface PracticeRoomContent {
  /** Whose room it is: another link of the same student opens the same one. */
  readonly room: string;
  readonly name: string;
  readonly assignments: readonly PracticeRoomItem[];
}

/** A practice room: what is practised, and what happened that the server does not know yet. */
export interface PracticeRoomState {
  readonly content: PracticeRoomContent | null;
  /** In the order they happened; each is sent until the server has it. */
  readonly waiting: readonly StoredPracticeEvent[];
  /** Whether the last try reached the server. */
  readonly isOnline: boolean;
  /** Why the room cannot be entered; null where it can. */
  readonly accessError: string | null;
  /** Events the server will not take, with why. */
  readonly rejectedEvents: readonly RefusedEvent[];
}

export type PracticeRoomStore = UseBoundStore<StoreApi<PracticeRoomState>>;

/** What the browser keeps of a room. */
interface KeptRoom extends Pick<PracticeRoomState, 'content' | 'waiting'> {
  readonly refused?: readonly RefusedEvent[];
  readonly room?: string;
  /**
   * What the server said when the link had ended: from then on the room stays shut here, with a connection or without.
   */
  readonly ended?: string | null;
}

type Unchanged = Pick<PracticeRoomItem, 'id' | 'state'>;

/** The content in an answer, completed by what is known already; undefined where it is something else. */
const contentIn = (body: unknown, known: PracticeRoomContent | null): PracticeRoomContent | undefined => {
  const { room, name, assignments } = (body ?? {}) as Record<string, unknown>;
  if (typeof room !== 'string' || typeof name !== 'string' || !Array.isArray(assignments)) return undefined;
  const items = (assignments as readonly (PracticeRoomItem | Unchanged)[]).map((item) =>
    'plan' in item ? item : known?.assignments.find(({ id, state }) => id === item.id && state === item.state),
  );
  return items.every((item) => item !== undefined) ? { room, name, assignments: items } : undefined;
};

const knownIn = (content: PracticeRoomContent | null): string =>
  (content?.assignments ?? []).map(({ id, state }) => `${id}:${state}`).join(',');

const without = (waiting: readonly StoredPracticeEvent[], gone: ReadonlySet<string>): readonly StoredPracticeEvent[] =>
  waiting.filter(({ event }) => !gone.has(event.id));

/** The room with what has arrived among what is known. */
const withArrived = (
  content: PracticeRoomContent,
  arrived: readonly StoredPracticeEvent[],
  { assignments }: Receipt,
): PracticeRoomContent => {
  const standings = new Map(assignments.map(({ id, standing }) => [id, standing]));
  const taken = (item: PracticeRoomItem): PracticeRoomItem => ({
    ...item,
    standing: standings.get(item.id) ?? item.standing,
    events: [...item.events, ...arrived.flatMap(({ assignment, event }) => (assignment === item.id ? [event] : []))],
  });
  return { ...content, assignments: content.assignments.map(taken) };
};

/**
 * Opens a room: at once with what this browser has kept of it, then with what the server says. What happens is kept in
 * the browser before it is sent, and sent until it has arrived; each event has its own name, so that one that is sent
 * twice counts once.
 */
export class PracticeRoomSync {
  readonly state: PracticeRoomStore = create<PracticeRoomState>(() => ({
    content: null,
    waiting: [],
    isOnline: true,
    accessError: null,
    rejectedEvents: [],
  }));
  /** Events the server has, or has refused by name: they wait no longer, whoever kept them. */
  private readonly gone = new Set<string>();
  private readonly drawer: UseStore = createStore('fleet-wren-practice', 'rooms');
  private readonly outbox = new Outbox({
    post: (events) => sendEvents(this.token, { events, sentAt: Date.now() }),
    waiting: () => this.state.getState().waiting,
    settled: (arrived, refused, receipt) => this.settled(arrived, refused, receipt),
    reached: (reached) => this.state.setState({ isOnline: reached }),
    ended: (message) => this.shut(message),
  });

  constructor(readonly token: string) {}

  private readonly onOnline = (): void => void this.refresh();

  async open(): Promise<void> {
    const kept = await get<KeptRoom>(this.token, this.drawer).catch(() => undefined);
    if (kept) {
      const { content, waiting, refused = [], ended = null } = kept;
      this.state.setState({ content, waiting, rejectedEvents: refused, accessError: ended });
    }
    window.addEventListener('online', this.onOnline);
    await this.refresh();
  }

  close(): void {
    window.removeEventListener('online', this.onOnline);
    this.outbox.close();
  }

  /** Takes down what happened. */
  recordEvent(...events: readonly StoredPracticeEvent[]): void {
    this.state.setState(({ waiting }) => ({ waiting: [...waiting, ...events] }));
    void this.keep().then(() => this.outbox.send());
  }

  /** Lets go of refused events that were shown. */
  async dismissRefused(): Promise<void> {
    this.state.setState({ rejectedEvents: [] });
    await this.keep({ dismissed: true });
  }

  private async refresh(): Promise<void> {
    await this.outbox.send();
    await this.fetch();
  }

  /** Keeps the room in the browser; what another window of it took down and has not sent yet stays. */
  private async keep({ dismissed = false }: { readonly dismissed?: boolean } = {}): Promise<void> {
    const { content, waiting, rejectedEvents: refused, accessError } = this.state.getState();
    const own = new Set(waiting.map(({ event }) => event.id));
    const known = (kept: KeptRoom | undefined) => (refused.length > 0 ? refused : (kept?.refused ?? []));
    const merged = (kept: KeptRoom | undefined): KeptRoom => ({
      // What is not known here may be known to the browser; what has ended is not to be opened any more.
      content: accessError === null ? (content ?? kept?.content ?? null) : null,
      room: content?.room ?? kept?.room,
      ended: accessError,
      refused: dismissed ? [] : known(kept),
      waiting: [...without(without(kept?.waiting ?? [], own), this.gone), ...waiting],
    });
    await update<KeptRoom>(this.token, merged, this.drawer).catch(() => undefined);
  }

  private async fetch(): Promise<void> {
    const known = this.state.getState().content;
    const answer = await fetchRoom(this.token, knownIn(known));
    if (answer.kind === 'unreached') return this.state.setState({ isOnline: false });
    if (answer.kind === 'refused')
      return answer.code === 'link-ended' ? this.shut(answer.message) : this.state.setState({ isOnline: false });
    const content = contentIn(answer.body, known);
    if (!content) return this.state.setState({ isOnline: false });
    this.state.setState({ content, isOnline: true, accessError: null });
    await this.adopt(content.room);
    await this.keep();
    await this.outbox.send();
  }

  /** Takes over what waits in rooms of the same student whose links have ended: it goes by this one. */
  private async adopt(room: string): Promise<void> {
    const all = await entries<string, KeptRoom>(this.drawer).catch(() => []);
    for (const [token, kept] of all) {
      if (token === this.token || kept.room !== room || !kept.ended || kept.waiting.length === 0) continue;
      this.state.setState(({ waiting }) => {
        const here = new Set(waiting.map(({ event }) => event.id));
        return { waiting: [...without(kept.waiting, here), ...waiting] };
      });
      await this.keep();
      await update<KeptRoom>(token, (then) => ({ ...(then ?? kept), waiting: [] }), this.drawer).catch(() => undefined);
    }
  }

  /**
   * The link has ended: what was set is shown no more; what has not been sent stays for another link of the same room.
   */
  private async shut(message: string): Promise<void> {
    this.state.setState({ accessError: message, isOnline: true });
    await this.keep();
    this.state.setState({ content: null });
  }

  private async settled(
    arrived: readonly StoredPracticeEvent[],
    refused: readonly RefusedEvent[],
    receipt: Receipt,
  ): Promise<void> {
    const names = [...arrived, ...refused.map(({ told }) => told)].map(({ event }) => event.id);
    for (const name of names) this.gone.add(name);
    this.state.setState((state) => ({
      waiting: without(state.waiting, new Set(names)),
      rejectedEvents: [...state.rejectedEvents, ...refused],
      content: state.content && withArrived(state.content, arrived, receipt),
    }));
    await this.keep();
  }
}

/** All that happened with an item since its snapshot: what the server knows, and what waits. */
export const mergeEvents = (
  item: PracticeRoomItem,
  waiting: readonly StoredPracticeEvent[],
): readonly PracticeEvent[] => {
  const undone = new Set(item.snapshot?.undone);
  const all = [...item.events, ...waiting.flatMap(({ assignment, event }) => (assignment === item.id ? [event] : []))];
  return all.filter((event) => !(undone.has(event.id) && isAttempt(event)));
};

/** What the whole log of an item comes to. */
export const practisedIn = (item: PracticeRoomItem, waiting: readonly StoredPracticeEvent[]): PracticeSnapshot => {
  const from = item.snapshot ? { ...item.snapshot, days: [] } : EMPTY_PRACTICE_SNAPSHOT;
  return foldPractice(item.plan, from, mergeEvents(item, waiting));
};
