import '../components/pattern-editor/pattern-editor.scss';
import type { PatternResponse } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { Pattern, PatternEdit } from '@fleet-wren/core';
import { Suspense, useEffect, useState, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { Link, Outlet, useParams, useSearchParams } from 'react-router';
import { patternRepository, toStoredDocument } from '../api/patterns.ts';
import { wordsOf } from '../api/api-error.ts';
import { LessonBar } from '../components/lesson/LessonBar.tsx';
import { startAutosave } from '../workspace/autosave.ts';
import { openBrowserStorage } from '../workspace/browser-storage.ts';
import { createDraftStore, type DraftStore } from '../workspace/draft-store.ts';
import { openDocument, type Opened as OpenedDocument } from '../workspace/open-document.ts';
import { PatternEditorProvider } from '../workspace/pattern-editor-context.ts';
import { createPatternEditorStore, type PatternEditorStore } from '../workspace/pattern-editor-store.ts';

interface OpenedPattern extends OpenedDocument<PatternEdit, Pattern> {
  readonly keeper: DraftStore<PatternEdit, Pattern>;
}

const openPattern = async (id: string): Promise<OpenedPattern> => {
  const house = await openBrowserStorage();
  return { ...(await openDocument(patternRepository, house, id)), keeper: createDraftStore(house, 'pattern', id) };
};

/** A pattern for the bench; always fetched afresh, since the bench edits what it gets. */
const useOpened = (id: string) =>
  useQuery({
    queryKey: ['pattern', id],
    queryFn: () => openPattern(id),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
    retry: false,
  });

const benchFor = ({ kept, history, unsaved }: OpenedPattern): PatternEditorStore => {
  const store = createPatternEditorStore(kept, history);
  store.setState(unsaved);
  return store;
};

const Opened = ({ opened }: { readonly opened: OpenedPattern }) => {
  const [store] = useState(() => benchFor(opened));
  const client = useQueryClient();
  const lesson = useSearchParams()[0].get('lesson');
  useEffect(() => {
    const { keeper } = opened;
    const keptOf = (answer: unknown) => toStoredDocument(answer as PatternResponse);
    const saving = startAutosave({ store, records: patternRepository, keeper, keptOf });
    return () => {
      void saving.flushAndStop().then(() => client.invalidateQueries({ queryKey: ['patterns'] }));
    };
  }, [store, client, opened]);
  return (
    <PatternEditorProvider value={store}>
      <div className={lesson ? 'in-lesson' : 'no-lesson'}>
        {lesson && <LessonBar studentId={lesson} patternId={opened.kept.id} />}
        <Suspense fallback={null}>
          <Outlet />
        </Suspense>
      </div>
    </PatternEditorProvider>
  );
};

const Message = ({ children }: { readonly children: ReactNode }) => (
  <div className="page">
    <div className="empty">{children}</div>
  </div>
);

/** A pattern opened: its bench, and what else can be done with it, all on one store with one undo. */
const PatternScreen = () => {
  const { id = '' } = useParams();
  const opened = useOpened(id);
  if (opened.isError)
    return (
      <Message>
        <p role="alert">{wordsOf(opened.error)}</p>
        <Link to="/patterns" className="btn btn-quiet me-2">
          {say('common.all-patterns')}
        </Link>
        <Button onClick={() => void opened.refetch()}>{say('common.try-again')}</Button>
      </Message>
    );
  if (!opened.data) return null;
  return <Opened key={id} opened={opened.data} />;
};

export { PatternEditor } from './PatternEditor.tsx';

export default PatternScreen;
