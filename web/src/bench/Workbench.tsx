import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { displace, strokeAt } from '@fleet-wren/core';
import { useHand } from '../parts/hand/useHand.ts';
import { Lanes } from '../parts/lanes/Lanes.tsx';
import { Strings } from '../parts/strings/Strings.tsx';
import { Wheel } from '../parts/wheel/Wheel.tsx';
import { runKey, runTransform } from './commands.ts';
import { PATTERN_RECORDS } from '../api/patterns.ts';
import { ConflictDialog } from '../workspace/ConflictDialog.tsx';
import { PatternState, differences } from './PatternState.tsx';
import { useBench, useBenchStore } from './context.ts';
import { Header } from './Header.tsx';
import { KeysOverlay } from './KeysOverlay.tsx';
import { SidePanel } from './SidePanel.tsx';
import { ThreadsEditor } from './ThreadsEditor.tsx';
import { Transport } from './Transport.tsx';
import { useExplanation, useJudgement } from './useJudgement.ts';
import { usePlayer } from '../sound/usePlayer.ts';
import { useWidth } from '../parts/useWidth.ts';

const VIEWS = { lanes: 'Lanes', wheel: 'Wheel', strings: 'Strings' } as const;

type View = keyof typeof VIEWS;

const VIEW_KEYS = Object.keys(VIEWS) as readonly View[];

const nextView = (view: View): View => VIEW_KEYS[(VIEW_KEYS.indexOf(view) + 1) % VIEW_KEYS.length] ?? 'lanes';

const ViewSwitch = ({ view, choose }: { readonly view: View; readonly choose: (view: View) => void }) => (
  <div className="view-switch" role="group" aria-label="Below the threads">
    {VIEW_KEYS.map((one) => (
      <button
        key={one}
        type="button"
        aria-pressed={view === one}
        onClick={() => choose(one)}
        title={`${VIEWS[one]} (Shift W)`}
      >
        {VIEWS[one]}
      </button>
    ))}
  </div>
);

/** The bench itself: threads above; lanes, wheel or strings below, the judgement beside them. */
export const Workbench = () => {
  const bench = useBenchStore();
  const pattern = useBench((state) => state.document);
  const cell = useBench((state) => state.cell);
  const said = useBench((state) => state.said);
  const [keysShown, setKeysShown] = useState(false);
  const showKeys = useCallback(() => setKeysShown(true), []);
  const { hand } = useHand();
  const judged = useJudgement(bench, hand);
  const [view, setView] = useState<View>('lanes');
  const showView = useCallback(() => setView(nextView), []);
  const digits = useMemo(() => judged?.judgement.digits ?? {}, [judged]);
  const latestDigits = useRef(digits);
  useEffect(() => {
    latestDigits.current = digits;
  });
  const digitsNow = useCallback(() => latestDigits.current, []);
  const chosen = strokeAt(pattern, cell.at, cell.string) ?? null;
  const explanation = useExplanation(judged, chosen?.id ?? null);
  const playing = usePlayer(pattern, digits);
  const main = useRef<HTMLDivElement>(null);
  const width = useWidth(main);

  const reach = useRef({ bench, playing, digit: null as null | (typeof digits)[string], showKeys, showView });
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
        <Header digitsNow={digitsNow} />
        <div ref={main} className="bench-threads">
          {width > 0 && <ThreadsEditor judged={judged} width={width} playing={playing} />}
          {pattern.strokes.length > 0 && <ViewSwitch view={view} choose={setView} />}
          {view === 'lanes' && width > 0 && judged && (
            <Lanes judged={judged} width={width} at={cell.at} playing={playing} />
          )}
          {view === 'strings' && width > 0 && judged && <Strings judged={judged} width={width} at={cell.at} />}
          {view === 'wheel' && pattern.strokes.length > 0 && (
            <Wheel pattern={pattern} digits={digits} turn={(ticks) => runTransform(bench, displace(ticks))} />
          )}
        </div>
      </div>
      <SidePanel judged={judged} chosen={chosen} explanation={explanation} />
      <Transport playing={playing} showKeys={showKeys} />
      <ConflictDialog
        store={bench}
        records={PATTERN_RECORDS}
        differences={differences}
        show={(state) => <PatternState pattern={state} />}
      />
      {keysShown && <KeysOverlay hide={() => setKeysShown(false)} />}
      <div className="visually-hidden" aria-live="polite">
        {said}
      </div>
    </div>
  );
};
