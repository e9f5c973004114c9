import { say } from '@fleet-wren/wording';
import type { KindSpecificEdit } from '@fleet-wren/core';
import { Redo2, Undo2, type LucideIcon } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { useStore } from 'zustand';
import type { StoreApi } from 'zustand/vanilla';
import { SAVE_STATUS_TEXT } from '../../workspace/save-status-text.ts';
import type { SaveStatus, WorkspaceActions, WorkspaceState } from '../../workspace/workspace-store.ts';
import { SettledInput } from './SettledInput.tsx';

interface StepButtonProps {
  readonly Icon: LucideIcon;
  readonly label: string;
  readonly title: string;
  readonly isPossible: boolean;
  readonly run: () => void;
}

const StepButton = ({ Icon, label, title, isPossible, run }: StepButtonProps) => (
  <Button variant="plain" size="sm" onClick={run} disabled={!isPossible} aria-label={label} title={title}>
    <Icon size={17} aria-hidden />
  </Button>
);

const isWell = (status: SaveStatus): boolean => status === 'saved' || status === 'saving';

interface DocumentTitleProps<Own extends KindSpecificEdit, Doc extends { readonly name: string }> {
  readonly store: StoreApi<WorkspaceState<Own, Doc> & WorkspaceActions<Own, Doc>>;
  readonly label: string;
  readonly maxLength: number;
  readonly rename: (name: string) => unknown;
  /** Brings the document back where it was deleted meanwhile. */
  readonly restore: () => void;
  /** What else can be done with the document as a whole. */
  readonly children: ReactNode;
}

/** The head of any document: its name, whether it is saved, undo and redo, and its menus. */
export const DocumentTitle = <Own extends KindSpecificEdit, Doc extends { readonly name: string }>({
  store,
  label,
  maxLength,
  rename,
  restore,
  children,
}: DocumentTitleProps<Own, Doc>) => {
  const name = useStore(store, (state) => state.document.name);
  const status = useStore(store, (state) => state.saveStatus);
  const canUndo = useStore(store, (state) => state.history.past.length > 0);
  const canRedo = useStore(store, (state) => state.history.future.length > 0);
  const { undo, redo } = store.getState();
  return (
    <div className="bench-title">
      <h1 className="document-name">
        <SettledInput aria-label={label} maxLength={maxLength} value={name} settle={rename} />
      </h1>
      <span className={isWell(status) ? 'saving' : 'saving saving-trouble'} role="status">
        {SAVE_STATUS_TEXT[status]}
      </span>
      {status === 'deleted' && (
        <Button variant="cure" size="sm" onClick={restore}>
          {say('common.restore')}
        </Button>
      )}
      <StepButton
        Icon={Undo2}
        label={say('common.undo')}
        title={say('common.undo-ctrl-z')}
        isPossible={canUndo}
        run={undo}
      />
      <StepButton
        Icon={Redo2}
        label={say('common.redo')}
        title={say('common.redo-ctrl-y')}
        isPossible={canRedo}
        run={redo}
      />
      {children}
    </div>
  );
};
