import type {
  AttemptSummary,
  LadderPlan,
  Pattern,
  PracticeEvent,
  PracticeMethod,
  PracticeSnapshot,
  PractisedPattern,
  Problem,
  ProgressSummary,
} from '@fleet-wren/core';
import type { AssignmentStanding, RecordEventsRequest } from './practice.ts';
import type { BinaryContent, CreateTakeRequest, TakeUpload } from './takes.ts';

/** The header that carries a link's token: never the address, which servers write down. */
export const PRACTICE_LINK_HEADER = 'x-practice-link';

/** The header by which a room says what it knows already, as `ID:STATE` with commas between. */
export const KNOWN_ITEMS_HEADER = 'x-room-known';

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

/** Something the room knows already, in the state it is in. */
export type UnchangedItem = Pick<PracticeRoomItem, 'id' | 'state'>;

/** A practice room as it is answered. */
export interface PracticeRoomResponse {
  /** Whose room it is: another link of the same student opens the same one. */
  readonly room: string;
  readonly name: string;
  readonly assignments: readonly (PracticeRoomItem | UnchangedItem)[];
}

/** What became of events that were sent: each by its id. */
export interface EventReceipt {
  readonly accepted: readonly string[];
  readonly refused: readonly { readonly id: string; readonly problems: readonly Problem[] }[];
  /** How what is set stands by them. */
  readonly assignments: readonly AssignmentStanding[];
}

/** What a student's skills are told by: what was ever assigned, the passes, and what the teacher says they have. */
export interface PracticeSkillsResponse {
  readonly practised: readonly PractisedPattern[];
  readonly attempts: readonly AttemptSummary[];
  readonly known: readonly string[];
}

/** The practice room of whoever holds a link; its token comes in the header `x-practice-link`. */
export interface RoomRoutes {
  'GET /practice': { response: PracticeRoomResponse };
  'GET /practice/skills': { response: PracticeSkillsResponse };
  'POST /practice/events': { body: RecordEventsRequest; response: EventReceipt };
  'POST /practice/takes': { body: CreateTakeRequest; response: TakeUpload };
  'PUT /practice/takes/:id/parts/:number': { body: BinaryContent; response: TakeUpload };
}
