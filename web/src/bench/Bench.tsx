import './bench.scss';
import { Suspense, lazy, useEffect, useState, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { Link, Navigate, Route, Routes, useParams } from 'react-router';
import { useQueryClient } from '@tanstack/react-query';
import { samePattern } from '@fleet-wren/core';
import { useOpenedPattern, type KeptPattern } from '../api/patterns.ts';
import { wordsOf } from '../api/client.ts';
import { autosave } from './autosave.ts';
import { BenchProvider } from './context.ts';
import { dropDraft, keptDraft } from './drafts.ts';
import { keptHistory } from './history.ts';
import { createBench, type BenchStore } from './store.ts';
import { Workbench } from './Workbench.tsx';

const DrillGrid = lazy(() => import('../drills/DrillGrid.tsx'));
const Approaches = lazy(() => import('../approaches/Approaches.tsx'));

/** A bench for an opened pattern, with what was not yet saved the last time laid over it. */
const openBench = (kept: KeptPattern): BenchStore => {
  const draft = keptDraft(kept.id);
  const store = createBench(kept, keptHistory(kept.id, draft?.pattern ?? kept.pattern));
  if (!draft || samePattern(draft.pattern, kept.pattern)) {
    dropDraft(kept.id);
    return store;
  }
  const moved = draft.version !== kept.version;
  store.setState({ pattern: draft.pattern, ...(moved ? { saving: 'conflict' as const, theirs: kept } : {}) });
  return store;
};

const Opened = ({ kept }: { readonly kept: KeptPattern }) => {
  const [store] = useState(() => openBench(kept));
  const client = useQueryClient();
  useEffect(() => {
    const stop = autosave(store);
    return () => {
      stop();
      void client.invalidateQueries({ queryKey: ['patterns'] });
    };
  }, [store, client]);
  return (
    <BenchProvider value={store}>
      <Suspense fallback={null}>
        <Routes>
          <Route index element={<Workbench />} />
          <Route path="approaches" element={<Approaches />} />
          <Route path="drills" element={<DrillGrid />} />
          <Route path="*" element={<Navigate to={`/patterns/${kept.id}`} replace />} />
        </Routes>
      </Suspense>
    </BenchProvider>
  );
};

const Message = ({ children }: { readonly children: ReactNode }) => (
  <div className="page">
    <div className="empty">{children}</div>
  </div>
);

/** A pattern opened: its bench, and what else can be done with it, all on one store with one undo. */
const Bench = () => {
  const { id = '' } = useParams();
  const opened = useOpenedPattern(id);
  if (opened.isError)
    return (
      <Message>
        <p role="alert">{wordsOf(opened.error)}</p>
        <Link to="/patterns" className="btn btn-quiet me-2">
          All patterns
        </Link>
        <Button onClick={() => void opened.refetch()}>Try again</Button>
      </Message>
    );
  if (!opened.data) return null;
  return <Opened key={id} kept={opened.data} />;
};

export default Bench;
