import { say } from '@fleet-wren/wording';
import { shiftInTime } from '@fleet-wren/core';
import { memo, useCallback, useEffect, useRef, useState } from 'react';
import { useHand } from '../parts/hand/useHand.ts';
import { Lanes } from '../parts/lanes/Lanes.tsx';
import { Strings } from '../parts/strings/Strings.tsx';
import { TermHelp } from '../parts/term/TermHelp.tsx';
import { Wheel } from '../parts/wheel/Wheel.tsx';
import { NO_DIGITS, type Judged } from '../parts/judged.ts';
import { runTransform } from './commands.ts';
import { patternRepository } from '../api/patterns.ts';
import { ConflictDialog } from '../workspace/ConflictDialog.tsx';
import { PatternState, differences } from './PatternState.tsx';
import { useBench, useBenchStore } from './context.ts';
import { Header } from './Header.tsx';
import { KeysOverlay } from './KeysOverlay.tsx';
import { SidePanel } from './SidePanel.tsx';
import { ThreadsEditor } from './ThreadsEditor.tsx';
import { Transport } from './Transport.tsx';
import { useJudgement } from './useJudgement.ts';
import { useKeys } from './useKeys.ts';
import { usePlayer, type PlayerControls } from '../sound/usePlayer.ts';
import { useWidth } from '../parts/useWidth.ts';

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
  </div>
));

/** What lies below the threads, about the row of bars the keyboard stands in. */
const Below = memo(
  ({ view, judged, width, playing }: { view: View; judged: Judged; width: number; playing: PlayerControls }) => {
    const at = useBench((state) => state.cell.at);
    return view === 'lanes' ? (
      <Lanes judged={judged} width={width} at={at} playing={playing} />
    ) : (
      <Strings judged={judged} width={width} at={at} />
    );
  },
);

/** The turning wheel of the pattern as it is. */
const TurningWheel = ({ digits }: { readonly digits: Judged['judgement']['digits'] }) => {
  const bench = useBenchStore();
  const pattern = useBench((state) => state.document);
  return <Wheel pattern={pattern} digits={digits} turn={(ticks) => runTransform(bench, shiftInTime(ticks))} />;
};

/** What was done or refused, for screen readers. */
const Said = () => (
  <div className="visually-hidden" aria-live="polite">
    {useBench((state) => state.announcement)}
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
export const Workbench = () => {
  const bench = useBenchStore();
  const pattern = useBench((state) => state.document);
  const [keysShown, setKeysShown] = useState(false);
  const showKeys = useCallback(() => setKeysShown(true), []);
  const { hand } = useHand();
  const judged = useJudgement(bench, hand);
  const [view, setView] = useState<View>('lanes');
  const showView = useCallback(() => setView(nextView), []);
  const digits = judged?.judgement.digits ?? NO_DIGITS;
  const digitsNow = useLatest(digits);
  const playing = usePlayer(pattern, digits);
  const main = useRef<HTMLDivElement>(null);
  const width = useWidth(main);
  const empty = pattern.strokes.length === 0;
  useKeys({ bench, playing, showKeys, showView }, digits);

  return (
    <div className="bench">
      <div className="bench-main">
        <Header digitsNow={digitsNow} />
        <div ref={main} className="bench-threads">
          {width > 0 && <ThreadsEditor judged={judged} width={width} playing={playing} />}
          {!empty && <ViewSwitch view={view} choose={setView} />}
          {view !== 'wheel' && width > 0 && judged && (
            <Below view={view} judged={judged} width={width} playing={playing} />
          )}
          {view === 'wheel' && !empty && <TurningWheel digits={digits} />}
        </div>
      </div>
      <SidePanel judged={judged} />
      <Transport playing={playing} showKeys={showKeys} />
      <ConflictDialog
        store={bench}
        records={patternRepository}
        differences={differences}
        show={(state) => <PatternState pattern={state} />}
      />
      {keysShown && <KeysOverlay hide={() => setKeysShown(false)} />}
      <Said />
    </div>
  );
};
