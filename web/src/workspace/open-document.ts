import type { KindSpecificEdit } from '@fleet-wren/core';
import type { UndoHistory } from './undo-history.ts';
import { loadLocalState, selectMatchingHistory, type Draft, type BrowserStorage } from './draft-store.ts';
import type { StoredDocument, DocumentRepository } from '../api/document-repository.ts';
import type { WorkspaceState } from './workspace-store.ts';

/** A document opened, with what was not yet saved the last time laid over it. */
export interface Opened<Own, Doc> {
  readonly kept: StoredDocument<Doc>;
  readonly history: UndoHistory<Own, Doc>;
  /** What of the state differs from a document as the records hold it. */
  readonly unsaved: Partial<WorkspaceState<Own, Doc>>;
}

/** What a draft makes of what the records hold: nothing, something to be saved, or a conflict. */
const applyDraft = <Own, Doc>(
  kept: StoredDocument<Doc>,
  draft: Draft<Doc> | undefined,
  same: (a: Doc, b: Doc) => boolean,
): Partial<WorkspaceState<Own, Doc>> => {
  if (!draft || same(draft.document, kept.document)) return {};
  // What was under way when the draft was kept has arrived: the draft goes on from it.
  const arrived = draft.sent !== undefined && same(draft.sent, kept.document);
  if (draft.version === kept.version || arrived) return { document: draft.document, saveStatus: 'saving' };
  return { document: draft.document, saveStatus: 'conflict', remoteDocument: kept };
};

/** Fetches a document, and looks for what an earlier sitting left of it in the browser. */
export const openDocument = async <Own extends KindSpecificEdit, Doc>(
  records: DocumentRepository<Own, Doc>,
  household: BrowserStorage,
  id: string,
): Promise<Opened<Own, Doc>> => {
  const question = { kind: records.kind.name, id, read: records.read };
  const [kept, found] = await Promise.all([records.fetch(id), loadLocalState<Own, Doc>(household, question)]);
  const unsaved = applyDraft<Own, Doc>(kept, found.draft, records.isEqual);
  return { kept, history: selectMatchingHistory(found, unsaved.document ?? kept.document, records.isEqual), unsaved };
};
