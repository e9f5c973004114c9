import './bench.scss';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { useQueryClient } from '@tanstack/react-query';
import { samePattern, strokeAt } from '@fleet-wren/core';
import { useOpenedPattern, type KeptPattern } from '../api/patterns.ts';
import { wordsOf } from '../api/client.ts';
import { Lanes } from '../parts/lanes/Lanes.tsx';
import { autosave } from './autosave.ts';
import { runKey } from './commands.ts';
import { ConflictDialog } from './ConflictDialog.tsx';
import { BenchProvider, useBench, useBenchStore } from './context.ts';
import { dropDraft, keptDraft } from './drafts.ts';
import { Header } from './Header.tsx';
import { keptHistory } from './history.ts';
import { KeysOverlay } from './KeysOverlay.tsx';
import { SidePanel } from './SidePanel.tsx';
import { createBench, type BenchStore } from './store.ts';
import { ThreadsEditor } from './ThreadsEditor.tsx';
import { Transport } from './Transport.tsx';
import { useExplanation, useJudgement } from './useJudgement.ts';
import { usePlayer } from './usePlayer.ts';
import { useWidth } from './useWidth.ts';

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

const Workbench = () => {
  const bench = useBenchStore();
  const pattern = useBench((state) => state.pattern);
  const cell = useBench((state) => state.cell);
  const said = useBench((state) => state.said);
  const [keysShown, setKeysShown] = useState(false);
  const showKeys = useCallback(() => setKeysShown(true), []);
  const judged = useJudgement(pattern);
  const digits = useMemo(() => judged?.judgement.digits ?? {}, [judged]);
  const chosen = strokeAt(pattern, cell.at, cell.string) ?? null;
  const explanation = useExplanation(judged, chosen?.id ?? null);
  const playing = usePlayer(pattern, digits);
  const main = useRef<HTMLDivElement>(null);
  const width = useWidth(main);

  const reach = useRef({ bench, playing, digit: null as null | (typeof digits)[string], showKeys });
  useEffect(() => {
    reach.current = { ...reach.current, playing, digit: digits[chosen?.id ?? ''] ?? null };
  });
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (runKey(event, reach.current)) event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);

  return (
    <div className="bench">
      <div className="bench-main">
        <Header digits={digits} />
        <div ref={main} className="bench-threads">
          {width > 0 && <ThreadsEditor judged={judged} width={width} playing={playing} />}
          {width > 0 && judged && <Lanes judged={judged} width={width} at={cell.at} playing={playing} />}
        </div>
      </div>
      <SidePanel judged={judged} chosen={chosen} explanation={explanation} />
      <Transport playing={playing} showKeys={showKeys} />
      <ConflictDialog />
      <KeysOverlay shown={keysShown} hide={() => setKeysShown(false)} />
      <div className="visually-hidden" aria-live="polite">
        {said}
      </div>
    </div>
  );
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
      <Workbench />
    </BenchProvider>
  );
};

const Message = ({ children }: { readonly children: ReactNode }) => (
  <div className="page">
    <div className="empty">{children}</div>
  </div>
);

/** The pattern bench. */
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
