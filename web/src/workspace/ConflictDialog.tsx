import { say } from '@fleet-wren/wording';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import type { KindSpecificEdit } from '@fleet-wren/core';
import type { ReactNode } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { useStore } from 'zustand';
import type { StoreApi } from 'zustand/vanilla';
import { wordsOf } from '../api/api-error.ts';
import type { DocumentRepository } from '../api/document-repository.ts';
import type { WorkspaceActions, WorkspaceState } from './workspace-store.ts';

interface ConflictVersionProps {
  readonly title: string;
  readonly note: string;
  readonly children: ReactNode;
}

const ConflictVersion = ({ title, note, children }: ConflictVersionProps) => (
  <section className="conflict-state">
    <h3>{title}</h3>
    {children}
    <p className="text-soft mb-0">{note}</p>
  </section>
);

interface ConflictProps<Own extends KindSpecificEdit, Doc> {
  readonly store: StoreApi<WorkspaceState<Own, Doc> & WorkspaceActions<Own, Doc>>;
  readonly records: Pick<DocumentRepository<Own, Doc>, 'create' | 'withName' | 'kind'>;
  /** Where two states differ, in a sentence. */
  readonly differences: (mine: Doc, theirs: Doc) => string;
  readonly show: (document: Doc) => ReactNode;
}

/** Two windows on one document: the later one sees both states and chooses; nothing is overwritten silently. */
export const ConflictDialog = <Own extends KindSpecificEdit, Doc>(props: ConflictProps<Own, Doc>) => {
  const { store, records, differences, show } = props;
  const { saveStatus, remoteDocument, document: mine } = useStore(store);
  if (saveStatus !== 'conflict' || !remoteDocument) return null;
  const { acceptRemote, overwriteRemote, reject } = store.getState();
  const keepBoth = async (): Promise<void> => {
    try {
      await records.create(records.withName(mine));
      acceptRemote(remoteDocument);
    } catch (error) {
      reject(wordsOf(error));
    }
  };
  const saved = say('saving.saved', {
    formatDistanceToNowStrict: formatDistanceToNowStrict(new Date(remoteDocument.workedAt), { addSuffix: true }),
  });
  return (
    <Dialog title={say('saving.this-was-changed-in-another-window', { name: records.kind.name })} size="lg">
      <Modal.Body>
        <p>
          {say('saving.nothing-is-lost-choose-which-version', {
            differences: differences(mine, remoteDocument.document),
          })}
        </p>
        <div className="conflict">
          <ConflictVersion title={say('saving.this-window')} note={say('saving.not-saved')}>
            {show(mine)}
          </ConflictVersion>
          <ConflictVersion title={say('saving.other-window')} note={saved}>
            {show(remoteDocument.document)}
          </ConflictVersion>
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="quiet" onClick={() => acceptRemote(remoteDocument)}>
          {say('saving.use-other-version')}
        </Button>
        <Button variant="quiet" onClick={() => void keepBoth()}>
          {say('saving.keep-both')}
        </Button>
        <Button onClick={overwriteRemote}>{say('saving.keep-this-version')}</Button>
      </Modal.Footer>
    </Dialog>
  );
};
