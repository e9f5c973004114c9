import { say } from '@fleet-wren/wording';
import type { KindSpecificEdit } from '@fleet-wren/core';
import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { wordsOf } from '../../api/api-error.ts';
import type { DocumentRepository } from '../../api/document-repository.ts';
import { useOpenedDocument, type OpenedWorkspace } from '../../workspace/use-document.ts';

interface DocumentLoaderProps<Own extends KindSpecificEdit, Doc> {
  readonly records: DocumentRepository<Own, Doc>;
  readonly id: string;
  /** Where all documents of this kind are, and what that is called. */
  readonly all: { readonly to: string; readonly label: string };
  readonly show: (opened: OpenedWorkspace<Own, Doc>) => ReactNode;
}

/** Opens a document to be worked on, with what this browser has kept of it; says what is wrong where it cannot. */
export const DocumentLoader = <Own extends KindSpecificEdit, Doc>({
  records,
  id,
  all,
  show,
}: DocumentLoaderProps<Own, Doc>) => {
  const opened = useOpenedDocument(records, id);
  if (opened.data) return show(opened.data);
  if (!opened.isError) return null;
  return (
    <div className="page">
      <div className="empty">
        <p role="alert">{wordsOf(opened.error)}</p>
        <Link to={all.to} className="btn btn-quiet me-2">
          {all.label}
        </Link>
        <Button onClick={() => void opened.refetch()}>{say('common.try-again')}</Button>
      </div>
    </div>
  );
};
