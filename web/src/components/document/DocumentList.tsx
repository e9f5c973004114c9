import { say } from '@fleet-wren/wording';
import type { ReactNode } from 'react';
import { Button, Form } from 'react-bootstrap';
import { wordsOf } from '../../api/api-error.ts';

interface DocumentSearchProps {
  readonly label: string;
  readonly typed: string;
  readonly type: (typed: string) => void;
}

/** Searches a list of documents by name or tag. */
export const DocumentSearch = ({ label, typed, type }: DocumentSearchProps) => (
  <Form.Control
    className="pattern-search"
    type="search"
    aria-label={label}
    placeholder={say('common.search-by-name-or-tag')}
    value={typed}
    onChange={({ target }) => type(target.value)}
  />
);

interface DocumentListProps {
  readonly label: string;
  /** The list as it is fetched, page by page. */
  readonly list: {
    readonly error: Error | null;
    readonly isSuccess: boolean;
    readonly hasNextPage: boolean;
    readonly isFetchingNextPage: boolean;
    readonly fetchNextPage: () => Promise<unknown>;
  };
  readonly rows: readonly ReactNode[];
  /** What is shown where there is nothing. */
  readonly empty: ReactNode;
}

/** A list of documents, latest worked on first, page by page. */
export const DocumentList = ({ label, list, rows, empty }: DocumentListProps) => (
  <>
    {list.error && <p role="alert">{wordsOf(list.error)}</p>}
    {list.isSuccess && rows.length === 0 && empty}
    <div role="list" aria-label={label}>
      {rows}
    </div>
    {list.hasNextPage && (
      <div className="text-center mt-3">
        <Button variant="quiet" onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage}>
          {say('common.show-more')}
        </Button>
      </div>
    )}
  </>
);
