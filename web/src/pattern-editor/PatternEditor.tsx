import { say } from '@fleet-wren/wording';
import { shiftInTime } from '@fleet-wren/core';
import { memo, useCallback, useEffect, useRef, useState } from 'react';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { FingerLanes } from '../components/finger-lanes/FingerLanes.tsx';
import { SustainChart } from '../components/sustain-chart/SustainChart.tsx';
import { TermHelp } from '../components/term/TermHelp.tsx';
import { PatternWheel } from '../components/wheel/PatternWheel.tsx';
import { EMPTY_FINGERING, type AnalysedPattern } from '../components/analysed-pattern.ts';
import { runTransform } from '../components/pattern-editor/editor-commands.ts';
import { patternRepository } from '../api/patterns.ts';
import { ConflictDialog } from '../workspace/ConflictDialog.tsx';
import { PatternVersionPreview, describePatternDifferences } from './PatternVersionPreview.tsx';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { ChordsDialog } from './ChordsDialog.tsx';
import { FigureDialog } from './FigureDialog.tsx';
import { usePastedText } from './usePastedText.ts';
import { PatternHeader } from './PatternHeader.tsx';
import { KeyboardShortcutsDialog } from './KeyboardShortcutsDialog.tsx';
import { AnalysisPanel } from './AnalysisPanel.tsx';
import { FingeringDiagramEditor } from '../components/pattern-editor/FingeringDiagramEditor.tsx';
import { PlaybackControls } from './PlaybackControls.tsx';
import { usePatternAnalysis } from '../components/pattern-editor/usePatternAnalysis.ts';
import { useKeyboardShortcuts } from '../components/pattern-editor/useKeyboardShortcuts.ts';
import { usePlayer, type PlayerControls } from '../audio/usePlayer.ts';
import { useElementWidth } from '../components/useElementWidth.ts';
import { Link } from 'react-router';

const VIEWS = { lanes: say('common.fingers'), wheel: say('common.wheel'), strings: say('common.sustain') } as const;

type View = keyof typeof VIEWS;

const VIEW_TERMS = { lanes: 'fingers-view', wheel: 'wheel', strings: 'sustain' } as const;

const VIEW_KEYS = Object.keys(VIEWS) as readonly View[];

const nextView = (view: View): View => VIEW_KEYS[(VIEW_KEYS.indexOf(view) + 1) % VIEW_KEYS.length] ?? 'lanes';

const ViewSwitch = memo(({ view, choose }: { readonly view: View; readonly choose: (view: View) => void }) => (
  <div className="view-switch" role="group" aria-label={say('bench.second-view')}>
    {VIEW_KEYS.map((one) => (
      <button
        key={one}
        type="button"
        aria-pressed={view === one}
        onClick={() => choose(one)}
        title={say('bench.shift-w', { view: VIEWS[one] })}
      >
        {VIEWS[one]}
      </button>
    ))}
    <TermHelp term={VIEW_TERMS[view]} />
    <Link to="hand" className="view-hand" title={say('hand.open-title')}>
      {say('hand.open')}
    </Link>
  </div>
));

/** What lies below the threads, about the row of bars the keyboard stands in. */
const Below = memo(
  ({
    view,
    judged,
    width,
    playing,
  }: {
    view: View;
    judged: AnalysedPattern;
    width: number;
    playing: PlayerControls;
  }) => {
    const at = usePatternEditor((state) => state.cell.at);
    return view === 'lanes' ? (
      <FingerLanes judged={judged} width={width} at={at} playing={playing} />
    ) : (
      <SustainChart judged={judged} width={width} at={at} />
    );
  },
);

/** The turning wheel of the pattern as it is. */
const TurningWheel = ({ digits }: { readonly digits: AnalysedPattern['judgement']['digits'] }) => {
  const bench = usePatternEditorStore();
  const pattern = usePatternEditor((state) => state.document);
  return <PatternWheel pattern={pattern} digits={digits} turn={(ticks) => runTransform(bench, shiftInTime(ticks))} />;
};

/** What was done or refused, for screen readers. */
const Said = () => (
  <div className="visually-hidden" aria-live="polite">
    {usePatternEditor((state) => state.announcement)}
  </div>
);

/** The latest of a value, for what asks for it later. */
const useLatest = <T,>(value: T): (() => T) => {
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
  });
  return useCallback(() => latest.current, []);
};

/** The bench itself: threads above; lanes, wheel or strings below, the judgement beside them. */
export const PatternEditor = () => {
  const bench = usePatternEditorStore();
  const pattern = usePatternEditor((state) => state.document);
  const [keysShown, setKeysShown] = useState(false);
  const showKeys = useCallback(() => setKeysShown(true), []);
  const { hand } = useSelectedHand();
  const judged = usePatternAnalysis(bench, hand);
  const [view, setView] = useState<View>('lanes');
  const showView = useCallback(() => setView(nextView), []);
  const digits = judged?.judgement.digits ?? EMPTY_FINGERING;
  const digitsNow = useLatest(digits);
  const playing = usePlayer(pattern, digits);
  const main = useRef<HTMLDivElement>(null);
  const width = useElementWidth(main);
  const empty = pattern.strokes.length === 0;
  const [figure, setFigure] = useState<string | null>(null);
  const showFigure = useCallback((text = '') => setFigure(text), []);
  const [areChordsShown, setChordsShown] = useState(false);
  const showChords = useCallback(() => setChordsShown(true), []);
  useKeyboardShortcuts({ bench, playing, showKeys, showView, showFigure, showChords }, digits);
  usePastedText(showFigure);

  return (
    <div className="bench">
      <div className="bench-main">
        <PatternHeader digitsNow={digitsNow} showFigure={showFigure} showChords={showChords} />
        <div ref={main} className="bench-threads">
          {width > 0 && <FingeringDiagramEditor judged={judged} width={width} playing={playing} />}
          {!empty && <ViewSwitch view={view} choose={setView} />}
          {view !== 'wheel' && width > 0 && judged && (
            <Below view={view} judged={judged} width={width} playing={playing} />
          )}
          {view === 'wheel' && !empty && <TurningWheel digits={digits} />}
        </div>
      </div>
      <AnalysisPanel judged={judged} />
      <PlaybackControls playing={playing} showKeys={showKeys} />
      {areChordsShown && <ChordsDialog hide={() => setChordsShown(false)} />}
      {figure !== null && <FigureDialog given={figure} hide={() => setFigure(null)} />}
      <ConflictDialog
        store={bench}
        records={patternRepository}
        differences={describePatternDifferences}
        show={(state) => <PatternVersionPreview pattern={state} />}
      />
      {keysShown && <KeyboardShortcutsDialog hide={() => setKeysShown(false)} />}
      <Said />
    </div>
  );
};
