import './patterns.scss';
import { say } from '@fleet-wren/wording';
import { createPattern } from '@fleet-wren/core';
import { useDeferredValue, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { latestSearchParams } from '../components/latest-search-params.ts';
import { DocumentList, DocumentSearch } from '../components/document/DocumentList.tsx';
import { Say } from '../components/say/Say.tsx';
import { useCreatePattern, usePatternList, type PatternFilter } from '../api/patterns.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { PatternFilters } from './PatternFilters.tsx';
import { PatternRow } from './PatternRow.tsx';

const Empty = ({
  search,
  narrowed,
  create,
}: {
  readonly search: string;
  readonly narrowed: boolean;
  readonly create: () => void;
}) => (
  <div className="empty">
    {search && <p>{say('patterns.none-match', { search, narrowed: String(narrowed) })}</p>}
    {!search && narrowed && <p>{say('patterns.no-patterns-match-these-filters')}</p>}
    {!search && !narrowed && (
      <>
        <p>{say('patterns.a-pattern-says-which-finger-plays')}</p>
        <Button onClick={create}>{say('patterns.create-your-first-pattern')}</Button>
        <p className="mt-3">
          <Say
            text="patterns.or-start-from"
            elements={{
              library: (inside) => <Link to="/patterns/library">{inside}</Link>,
              generate: (inside) => <Link to="/patterns/generate">{inside}</Link>,
            }}
          />
        </p>
      </>
    )}
  </div>
);

const FILTERS = ['tag', 'school', 'metre', 'digits', 'strings', 'difficulty'] as const;

const readFilter = (query: URLSearchParams): Omit<PatternFilter, 'search'> =>
  Object.fromEntries(FILTERS.flatMap((key) => (query.get(key) ? [[key, query.get(key) as string]] : [])));

/** What the list is narrowed to stands in the address, so that it can be gone back to. */
const useFilter = () => {
  const [query, setQuery] = useSearchParams();
  const filter = readFilter(query);
  const change = (part: Partial<PatternFilter>): void => {
    const next = Object.entries({ ...readFilter(latestSearchParams()), ...part }).filter(([, value]) => value) as [
      string,
      string,
    ][];
    setQuery(Object.fromEntries(next), { replace: true });
  };
  return { filter, change };
};

/** The studio's patterns, latest worked on first. */
export const PatternList = () => {
  const [typed, setTyped] = useState('');
  const search = useDeferredValue(typed.trim());
  const { filter, change } = useFilter();
  const list = usePatternList({ search, ...filter });
  const create = useCreatePattern();
  const navigate = useNavigate();
  const notice = useToast();
  const lines = list.data?.pages.flatMap(({ patterns }) => patterns) ?? [];
  const narrowed = Object.keys(filter).length > 0;
  const make = (): void =>
    create.mutate(createPattern(say('patterns.new-pattern')), {
      onSuccess: ({ id }) => void navigate(`/patterns/${id}`),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  return (
    <div className="page">
      <header className="page-head">
        <h1>{say('common.patterns')}</h1>
        <DocumentSearch label={say('common.search-patterns')} typed={typed} type={setTyped} />
        <Link to="/patterns/library" className="btn btn-quiet">
          {say('common.pattern-library')}
        </Link>
        <Link to="/patterns/import" className="btn btn-quiet">
          {say('common.import')}
        </Link>
        <Link to="/patterns/generate" className="btn btn-quiet">
          {say('patterns.generate')}
        </Link>
        <Button onClick={make} disabled={create.isPending}>
          {say('patterns.new-pattern')}
        </Button>
      </header>
      <PatternFilters filter={filter} change={change} />
      {filter.tag && lines.length > 0 && (
        <p className="set-line">
          <Link to={`/patterns/sheet?tag=${encodeURIComponent(filter.tag)}`}>
            {say('patterns.print-all', { tag: filter.tag })}
          </Link>
        </p>
      )}
      <DocumentList
        label={say('common.patterns')}
        list={list}
        rows={lines.map((line) => (
          <PatternRow key={line.id} line={line} />
        ))}
        empty={<Empty search={search} narrowed={narrowed} create={make} />}
      />
    </div>
  );
};
