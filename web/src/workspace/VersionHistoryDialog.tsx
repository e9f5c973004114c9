import { say } from '@fleet-wren/wording';
import type { KindSpecificEdit } from '@fleet-wren/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns/format';
import { useState, type ReactNode } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { useStore } from 'zustand';
import type { StoreApi } from 'zustand/vanilla';
import { requestJson, wordsOf } from '../api/http-client.ts';
import type { DocumentRepository } from '../api/document-repository.ts';
import type { WorkspaceActions, WorkspaceState } from './workspace-store.ts';

interface VersionListItem {
  readonly id: string;
  readonly label: string | null;
  readonly keptAt: string;
}

const useVersions = (path: string) =>
  useQuery({
    queryKey: ['versions', path],
    queryFn: () => requestJson<readonly VersionListItem[]>('GET', path),
    staleTime: 0,
  });

const useVersion = (path: string, version: string | null) =>
  useQuery({
    queryKey: ['version', path, version],
    queryFn: () => requestJson<unknown>('GET', `${path}/${version}`),
    enabled: version !== null,
    staleTime: Infinity,
  });

const SaveVersionForm = ({ path }: { readonly path: string }) => {
  const [label, setLabel] = useState('');
  const client = useQueryClient();
  const keep = useMutation({
    mutationFn: (name: string) => requestJson<void>('POST', path, { label: name }),
    onSuccess: () => {
      setLabel('');
      return client.invalidateQueries({ queryKey: ['versions', path] });
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
  readonly records: Pick<DocumentRepository<Own, Doc>, 'path'>;
  /** The document in an answer about a version. */
  readonly documentIn: (answer: unknown) => Doc;
  readonly differences: (mine: Doc, theirs: Doc) => string;
  readonly show: (document: Doc) => ReactNode;
  readonly hide: () => void;
}

/** Earlier states of a document: looked at, compared with now, and brought back as one step that can be undone. */
export const VersionHistoryDialog = <Own extends KindSpecificEdit, Doc>(props: VersionHistoryDialogProps<Own, Doc>) => {
  const { store, records, documentIn, differences, show, hide } = props;
  const { id, document: now } = useStore(store);
  const [chosen, setChosen] = useState<string | null>(null);
  const path = `${records.path}/${id}/versions`;
  const list = useVersions(path);
  const version = useVersion(path, chosen);
  const old = version.data === undefined ? undefined : documentIn(version.data);
  const restore = (document: Doc): void => {
    store.getState().applyEdit({ kind: 'become', document });
    hide();
  };
  return (
    <Modal show onHide={hide} size="xl" centered aria-labelledby="versions-title">
      <Modal.Header closeButton closeLabel={say('common.close')}>
        <Modal.Title id="versions-title">{say('saving.versions')}</Modal.Title>
      </Modal.Header>
      <Modal.Body className="vary">
        <div className="vary-list">
          <SaveVersionForm path={path} />
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
    </Modal>
  );
};
