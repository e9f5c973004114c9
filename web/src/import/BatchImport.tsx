import { PATTERN_LIMITS } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import {
  LARGEST_BATCH,
  countBatch,
  getFolderName,
  isRefused,
  listRowsToSave,
  needsCheck,
  type BatchCounts,
  type BatchFile,
  type BatchRow,
} from './batch.ts';
import { BatchTable } from './BatchTable.tsx';
import { useBatch } from './useBatch.ts';

const VIEWS = ['all', 'check', 'refused'] as const;
type View = (typeof VIEWS)[number];

const isInView = (row: BatchRow, view: View): boolean =>
  view === 'all' || (view === 'check' ? needsCheck(row) : isRefused(row));

interface ViewSwitchProps {
  readonly counts: BatchCounts;
  readonly view: View;
  readonly show: (view: View) => void;
}

const ViewSwitch = ({ counts, view, show }: ViewSwitchProps) => {
  const countOf = { all: counts.files, check: counts.toCheck, refused: counts.refused };
  return (
    <div className="view-switch" role="group" aria-label={say('import.batch.files-shown')}>
      {VIEWS.map((one) => (
        <button key={one} type="button" aria-pressed={one === view} onClick={() => show(one)}>
          {say('import.batch.view', { view: one, count: countOf[one] })}
        </button>
      ))}
    </div>
  );
};

const Progress = ({ counts }: { readonly counts: BatchCounts }) => (
  <p role="status" className="batch-progress">
    {counts.waiting > 0
      ? say('import.batch.progress', { done: counts.files - counts.waiting, files: counts.files })
      : say('import.batch.summary', {
          read: counts.files - counts.refused,
          refused: counts.refused,
          saved: counts.saved,
        })}
  </p>
);

interface BatchProps {
  readonly files: readonly BatchFile[];
  /** How many files the folder has, those beyond the limit too. */
  readonly found: number;
  readonly leave: () => void;
}

/** Several files, or a folder of them: what was read of each, and all that is chosen kept at once. */
export const BatchImport = ({ files, found, leave }: BatchProps) => {
  const { rows, isSaving, choose, chooseKind, save, undo } = useBatch(files);
  const [view, show] = useState<View>('all');
  const [tag, setTag] = useState(() => getFolderName(files).slice(0, PATTERN_LIMITS.tag));
  const counts = countBatch(rows);
  const chosen = listRowsToSave(rows).length;
  return (
    <section aria-label={say('import.batch.report')}>
      <Progress counts={counts} />
      {found > files.length && <p className="guess">{say('import.batch.too-many', { most: LARGEST_BATCH })}</p>}
      <div className="batch-actions">
        <Form.Label className="batch-tag">
          {say('import.batch.tag')}
          <Form.Control
            size="sm"
            value={tag}
            maxLength={PATTERN_LIMITS.tag}
            onChange={({ target }) => setTag(target.value)}
          />
        </Form.Label>
        <Button onClick={() => void save(tag.trim())} disabled={isSaving || chosen === 0 || counts.waiting > 0}>
          {say('import.batch.import', { count: chosen })}
        </Button>
        {counts.saved > 0 && (
          <Button variant="quiet" onClick={() => void undo()} disabled={isSaving}>
            {say('import.batch.undo', { count: counts.saved })}
          </Button>
        )}
        <Button variant="quiet" onClick={leave} disabled={isSaving}>
          {say('import.batch.other-files')}
        </Button>
      </div>
      <ViewSwitch counts={counts} view={view} show={show} />
      <BatchTable rows={rows.filter((row) => isInView(row, view))} choose={choose} chooseKind={chooseKind} />
    </section>
  );
};
