import type { Pattern } from '@fleet-wren/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns/format';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { ask, wordsOf } from '../api/client.ts';
import { Preview } from '../parts/preview/Preview.tsx';
import { useBench, useBenchStore } from './context.ts';
import { differences } from './ConflictDialog.tsx';

interface VersionLine {
  readonly id: string;
  readonly label: string | null;
  readonly keptAt: string;
}

const useVersions = (id: string) =>
  useQuery({
    queryKey: ['versions', id],
    queryFn: () => ask<readonly VersionLine[]>('GET', `/patterns/${id}/versions`),
    staleTime: 0,
  });

const useVersion = (id: string, version: string | null) =>
  useQuery({
    queryKey: ['version', id, version],
    queryFn: () => ask<{ readonly pattern: Pattern }>('GET', `/patterns/${id}/versions/${version}`),
    enabled: version !== null,
    staleTime: Infinity,
  });

const Keep = ({ id }: { readonly id: string }) => {
  const [label, setLabel] = useState('');
  const client = useQueryClient();
  const keep = useMutation({
    mutationFn: (name: string) => ask<void>('POST', `/patterns/${id}/versions`, { label: name }),
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
        keep.mutate(label.trim() || 'Kept');
      }}
    >
      <Form.Control
        size="sm"
        aria-label="Name of this version"
        placeholder="Keep it as it is now, as …"
        maxLength={80}
        value={label}
        onChange={({ target }) => setLabel(target.value)}
      />
      <Button size="sm" variant="quiet" type="submit" disabled={keep.isPending}>
        Keep
      </Button>
      {keep.isError && <p role="alert">{wordsOf(keep.error)}</p>}
    </form>
  );
};

const lineText = ({ label, keptAt }: VersionLine): string =>
  `${label ? `${label}, ` : ''}${format(new Date(keptAt), 'd MMM, HH:mm')}`;

/** Earlier states of the pattern: looked at, compared with now, and brought back as one step that can be undone. */
export const VersionsDialog = ({ hide }: { readonly hide: () => void }) => {
  const bench = useBenchStore();
  const id = useBench((state) => state.id);
  const now = useBench((state) => state.pattern);
  const [chosen, setChosen] = useState<string | null>(null);
  const list = useVersions(id);
  const version = useVersion(id, chosen);
  const restore = (pattern: Pattern): void => {
    const { strokes, ...fields } = pattern;
    const gone = Object.fromEntries(
      Object.keys(now)
        .filter((key) => !(key in pattern))
        .map((key) => [key, undefined]),
    );
    bench.getState().run({
      kind: 'batch',
      edits: [
        { kind: 'remove', ids: now.strokes.map((stroke) => stroke.id) },
        { kind: 'set', fields: { ...gone, ...fields } },
        { kind: 'put', strokes },
      ],
    });
    hide();
  };
  const old = version.data?.pattern;
  return (
    <Modal show onHide={hide} size="xl" centered aria-labelledby="versions-title">
      <Modal.Header closeButton>
        <Modal.Title id="versions-title">Versions</Modal.Title>
      </Modal.Header>
      <Modal.Body className="vary">
        <div className="vary-list">
          <Keep id={id} />
          {list.data?.length === 0 && (
            <p className="text-soft">The state before each sitting is kept by itself, once something has changed.</p>
          )}
          <div className="pick-list">
            {list.data?.map((line) => (
              <button key={line.id} type="button" aria-pressed={line.id === chosen} onClick={() => setChosen(line.id)}>
                {lineText(line)}
              </button>
            ))}
          </div>
        </div>
        <div className="vary-effect">
          {old && (
            <>
              <p className="text-soft">{differences(now, old)}</p>
              <Preview pattern={old} />
              <h3 className="mt-3">Now</h3>
              <Preview pattern={now} />
            </>
          )}
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button onClick={() => old && restore(old)} disabled={!old}>
          Bring this one back
        </Button>
      </Modal.Footer>
    </Modal>
  );
};
