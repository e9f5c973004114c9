import './list.scss';
import { newPattern } from '@fleet-wren/core';
import { useDeferredValue, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { useCreatePattern, usePatternList } from '../api/patterns.ts';
import { wordsOf } from '../api/client.ts';
import { useNotice } from '../app/Notice.tsx';
import { ImportButton } from './ImportButton.tsx';
import { PatternRow } from './PatternRow.tsx';

const Empty = ({ search, create }: { readonly search: string; readonly create: () => void }) => (
  <div className="empty">
    {search ? (
      <p>No pattern has “{search}” in its name.</p>
    ) : (
      <>
        <p>A pattern says which finger plays which string on which beat. Lay the thumb’s strokes first; the fingers follow.</p>
        <Button onClick={create}>Make the first pattern</Button>
      </>
    )}
  </div>
);

/** The studio's patterns, latest worked on first. */
export const PatternList = () => {
  const [typed, setTyped] = useState('');
  const search = useDeferredValue(typed.trim());
  const list = usePatternList(search);
  const create = useCreatePattern();
  const navigate = useNavigate();
  const notice = useNotice();
  const lines = list.data?.pages.flatMap(({ patterns }) => patterns) ?? [];
  const open = (id: string): void => void navigate(`/patterns/${id}`);
  const make = (): void =>
    create.mutate(newPattern('New pattern'), { onSuccess: ({ id }) => open(id), onError: (error) => notice({ text: wordsOf(error) }) });
  return (
    <div className="page">
      <header className="page-head">
        <h1>Patterns</h1>
        <Form.Control className="pattern-search" type="search" aria-label="Search patterns" placeholder="Search by name" value={typed} onChange={({ target }) => setTyped(target.value)} />
        <ImportButton onOpened={open} />
        <Button onClick={make} disabled={create.isPending}>
          New pattern
        </Button>
      </header>
      {list.isError && <p role="alert">{wordsOf(list.error)}</p>}
      {list.isSuccess && lines.length === 0 && <Empty search={search} create={make} />}
      <div role="list" aria-label="Patterns">
        {lines.map((line) => (
          <PatternRow key={line.id} line={line} />
        ))}
      </div>
      {list.hasNextPage && (
        <div className="text-center mt-3">
          <Button variant="quiet" onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage}>
            Show more
          </Button>
        </div>
      )}
    </div>
  );
};
