import type { KindSpecificEdit } from '@fleet-wren/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { StoreApi } from 'zustand/vanilla';
import type { DocumentRepository } from '../api/document-repository.ts';
import { startAutosave } from './autosave.ts';
import { openBrowserStorage } from './browser-storage.ts';
import { createDraftStore, type DraftStore } from './draft-store.ts';
import { openDocument, type Opened } from './open-document.ts';
import type { WorkspaceActions, WorkspaceState } from './workspace-store.ts';

/** A document as it is opened, and where what is not saved yet is kept in this browser. */
export interface OpenedWorkspace<Own extends KindSpecificEdit, Doc> extends Opened<Own, Doc> {
  readonly keeper: DraftStore<Own, Doc>;
}

const openWorkspace = async <Own extends KindSpecificEdit, Doc>(
  records: DocumentRepository<Own, Doc>,
  id: string,
): Promise<OpenedWorkspace<Own, Doc>> => {
  const storage = await openBrowserStorage();
  const keeper = createDraftStore<Own, Doc>(storage, records.kind.name, id);
  return { ...(await openDocument(records, storage, id)), keeper };
};

/** A document to be worked on; always fetched afresh, since what is fetched is edited. */
export const useOpenedDocument = <Own extends KindSpecificEdit, Doc>(
  records: DocumentRepository<Own, Doc>,
  id: string,
) =>
  useQuery({
    queryKey: [records.kind.name, id],
    queryFn: () => openWorkspace(records, id),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });

/** Saves a document by itself as long as it is open; lists are fetched anew after it. */
export const useAutosave = <Own extends KindSpecificEdit, Doc>(
  store: StoreApi<WorkspaceState<Own, Doc> & WorkspaceActions<Own, Doc>>,
  records: DocumentRepository<Own, Doc>,
  keeper: DraftStore<Own, Doc>,
): void => {
  const client = useQueryClient();
  useEffect(() => {
    const saving = startAutosave({ store, records, keeper });
    return () => {
      void saving.flushAndStop().then(() => client.invalidateQueries({ queryKey: [`${records.kind.name}s`] }));
    };
  }, [store, records, keeper, client]);
};
