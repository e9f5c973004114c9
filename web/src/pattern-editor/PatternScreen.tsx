import '../components/pattern-editor/pattern-editor.scss';
import { say } from '@fleet-wren/wording';
import type { Pattern, PatternEdit } from '@fleet-wren/core';
import { Suspense, useState } from 'react';
import { Outlet, useMatch, useParams, useSearchParams } from 'react-router';
import { patternRepository } from '../api/patterns.ts';
import { DocumentLoader } from '../components/document/DocumentLoader.tsx';
import { LessonBar } from '../components/lesson/LessonBar.tsx';
import { PatternEditorProvider } from '../workspace/pattern-editor-context.ts';
import { createPatternEditorStore, type PatternEditorStore } from '../workspace/pattern-editor-store.ts';
import { useAutosave, type OpenedWorkspace } from '../workspace/use-document.ts';
import { PatternEditor } from './PatternEditor.tsx';

type OpenedPattern = OpenedWorkspace<PatternEdit, Pattern>;

const benchFor = ({ kept, history, unsaved }: OpenedPattern): PatternEditorStore => {
  const store = createPatternEditorStore(kept, history);
  store.setState(unsaved);
  return store;
};

const Opened = ({ opened }: { readonly opened: OpenedPattern }) => {
  const [store] = useState(() => benchFor(opened));
  // The bench comes in this file; other views of a pattern have files of their own.
  const atBench = useMatch('/patterns/:id');
  const lesson = useSearchParams()[0].get('lesson');
  useAutosave(store, patternRepository, opened.keeper);
  return (
    <PatternEditorProvider value={store}>
      <div className={lesson ? 'in-lesson' : 'no-lesson'}>
        {lesson && <LessonBar studentId={lesson} patternId={opened.kept.id} />}
        <Suspense fallback={null}>{atBench ? <PatternEditor /> : <Outlet />}</Suspense>
      </div>
    </PatternEditorProvider>
  );
};

/** A pattern opened: its bench, and what else can be done with it, all on one store with one undo. */
const PatternScreen = () => {
  const { id = '' } = useParams();
  return (
    <DocumentLoader
      records={patternRepository}
      id={id}
      all={{ to: '/patterns', label: say('common.all-patterns') }}
      show={(opened) => <Opened key={id} opened={opened} />}
    />
  );
};

export default PatternScreen;
