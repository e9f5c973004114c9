import type { KindSpecificEdit } from '@fleet-wren/core';
import type { History } from './history.ts';
import { findKept, historyFor, type Draft, type Household } from './keeper.ts';
import type { Kept, Records } from './kept.ts';
import type { WorkspaceState } from './workspace.ts';

/** A document opened, with what was not yet saved the last time laid over it. */
export interface Opened<Own, Doc> {
  readonly kept: Kept<Doc>;
  readonly history: History<Own, Doc>;
  /** What of the state differs from a document as the records hold it. */
  readonly unsaved: Partial<WorkspaceState<Own, Doc>>;
}

/** What a draft makes of what the records hold: nothing, something to be saved, or a conflict. */
const laidOver = <Own, Doc>(
  kept: Kept<Doc>,
  draft: Draft<Doc> | undefined,
  same: (a: Doc, b: Doc) => boolean,
): Partial<WorkspaceState<Own, Doc>> => {
  if (!draft || same(draft.document, kept.document)) return {};
  // What was under way when the draft was kept has arrived: the draft goes on from it.
  const arrived = draft.sent !== undefined && same(draft.sent, kept.document);
  if (draft.version === kept.version || arrived) return { document: draft.document, saving: 'saving' };
  return { document: draft.document, saving: 'conflict', theirs: kept };
};

/** Fetches a document, and looks for what an earlier sitting left of it in the browser. */
export const openDocument = async <Own extends KindSpecificEdit, Doc>(
  records: Records<Own, Doc>,
  household: Household,
  id: string,
): Promise<Opened<Own, Doc>> => {
  const question = { kind: records.kind.name, id, read: records.read };
  const [kept, found] = await Promise.all([records.fetch(id), findKept<Own, Doc>(household, question)]);
  const unsaved = laidOver<Own, Doc>(kept, found.draft, records.same);
  return { kept, history: historyFor(found, unsaved.document ?? kept.document, records.same), unsaved };
};
