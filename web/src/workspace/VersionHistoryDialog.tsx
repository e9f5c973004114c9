import { say } from '@fleet-wren/wording';
import type { KindSpecificEdit } from '@fleet-wren/core';
import type { VersionListItem } from '@fleet-wren/contract';
import { skipToken, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns/format';
import { useState, type ReactNode } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { useStore } from 'zustand';
import type { StoreApi } from 'zustand/vanilla';
import { wordsOf } from '../api/api-error.ts';
import type { DocumentRepository } from '../api/document-repository.ts';
import type { WorkspaceActions, WorkspaceState } from './workspace-store.ts';

/** Where a document's versions are kept, whatever its kind. */
type Versions<Own extends KindSpecificEdit, Doc> = Pick<
  DocumentRepository<Own, Doc>,
  'listVersions' | 'fetchVersion' | 'createVersion'
>;

const useVersions = <Own extends KindSpecificEdit, Doc>(records: Versions<Own, Doc>, id: string) =>
  useQuery({ queryKey: ['versions', id], queryFn: () => records.listVersions(id), staleTime: 0 });

const useVersion = <Own extends KindSpecificEdit, Doc>(
  records: Versions<Own, Doc>,
  id: string,
  version: string | null,
) =>
  useQuery({
    queryKey: ['version', id, version],
    queryFn: version === null ? skipToken : () => records.fetchVersion(id, version),
    staleTime: Infinity,
  });

interface SaveVersionFormProps {
  readonly id: string;
  readonly save: (label: string) => Promise<void>;
}

const SaveVersionForm = ({ id, save }: SaveVersionFormProps) => {
  const [label, setLabel] = useState('');
  const client = useQueryClient();
  const keep = useMutation({
    mutationFn: save,
    onSuccess: () => {
      setLabel('');
      return client.invalidateQueries({ queryKey: ['versions', id] });
    },
  });
  return (
    <form
      className="keep-version"
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate(label.trim() || say('saving.saved-version'));
      }}
    >
      <Form.Control
        size="sm"
        aria-label={say('saving.version-name')}
        placeholder={say('saving.name-of-this-version')}
        maxLength={80}
        value={label}
        onChange={({ target }) => setLabel(target.value)}
      />
      <Button size="sm" variant="quiet" type="submit" disabled={keep.isPending}>
        {say('saving.save-version')}
      </Button>
      {keep.isError && <p role="alert">{wordsOf(keep.error)}</p>}
    </form>
  );
};

const versionLabel = ({ label, keptAt }: VersionListItem): string =>
  `${label ? `${label}, ` : ''}${format(new Date(keptAt), 'd MMM, HH:mm')}`;

interface VersionHistoryDialogProps<Own extends KindSpecificEdit, Doc> {
  readonly store: StoreApi<WorkspaceState<Own, Doc> & WorkspaceActions<Own, Doc>>;
  readonly records: Versions<Own, Doc>;
  readonly differences: (mine: Doc, theirs: Doc) => string;
  readonly show: (document: Doc) => ReactNode;
  readonly hide: () => void;
}

/** Earlier states of a document: looked at, compared with now, and brought back as one step that can be undone. */
export const VersionHistoryDialog = <Own extends KindSpecificEdit, Doc>(props: VersionHistoryDialogProps<Own, Doc>) => {
  const { store, records, differences, show, hide } = props;
  const { id, document: now } = useStore(store);
  const [chosen, setChosen] = useState<string | null>(null);
  const list = useVersions(records, id);
  const { data: old } = useVersion(records, id, chosen);
  const restore = (document: Doc): void => {
    store.getState().applyEdit({ kind: 'become', document });
    hide();
  };
  return (
    <Dialog title={say('saving.versions')} size="xl" hide={hide}>
      <Modal.Body className="vary">
        <div className="vary-list">
          <SaveVersionForm id={id} save={(label) => records.createVersion(id, label)} />
          {list.data?.length === 0 && (
            <p className="text-soft">{say('saving.a-version-is-saved-automatically-each')}</p>
          )}
          <div className="pick-list">
            {list.data?.map((line) => (
              <button key={line.id} type="button" aria-pressed={line.id === chosen} onClick={() => setChosen(line.id)}>
                {versionLabel(line)}
              </button>
            ))}
          </div>
        </div>
        <div className="vary-effect">
          {old !== undefined && (
            <>
              <p className="text-soft">{differences(now, old)}</p>
              {show(old)}
              <h3 className="mt-3">{say('saving.current-version')}</h3>
              {show(now)}
            </>
          )}
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button onClick={() => old !== undefined && restore(old)} disabled={old === undefined}>
          {say('saving.restore-this-version')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
