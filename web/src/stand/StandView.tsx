import './stand.scss';
import { say } from '@fleet-wren/wording';
import type { Digit, HandProfile, Pattern } from '@fleet-wren/core';
import { ChevronLeft, ChevronRight, Ear, Maximize, Play, Square, X } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { useLocation, useNavigate } from 'react-router';
import type { PlayerControls } from '../audio/usePlayer.ts';
import { layOutDiagram } from '../components/fingering-diagram/diagram-layout.ts';
import { FingeringDiagram, type StrokeLabelFormatter } from '../components/fingering-diagram/FingeringDiagram.tsx';
import { useFollower } from '../listening/useFollower.ts';
import type { ListeningWorker } from '../listening/useListeningWorker.ts';
import { useElementSize } from './useElementSize.ts';
import { useScreenWakeLock } from '../components/useScreenWakeLock.ts';
import { pageAfterKey, pageAt, type StandPage } from './stand-pages.ts';

type Digits = Readonly<Record<string, Digit | null>>;

const stringLabel: StrokeLabelFormatter = ({ string }) => say('parts.string', { string });

/** A bar is drawn as large as its place allows; at its plainest it is so wide for each of its notes, in pixels. */
const LEAST_WIDTH = 420;

const DrawnBar = ({ page, digits }: { readonly page: StandPage; readonly digits: Digits }) => {
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useElementSize(box);
  const { pattern } = page;
  const natural = useMemo(() => layOutDiagram(pattern, LEAST_WIDTH), [pattern]);
  const zoom = Math.max(0.5, Math.min(height / natural.systemHeight, width / LEAST_WIDTH));
  const layout = useMemo(() => layOutDiagram(pattern, width / zoom), [pattern, width, zoom]);
  return (
    <div ref={box} className="stand-drawn">
      {width > 0 && (
        <div
          className="threads"
          role="img"
          aria-label={say('term.notes', { count: pattern.strokes.length })}
          style={{ zoom }}
        >
          <FingeringDiagram pattern={pattern} frame={pattern} layout={layout} digits={digits} label={stringLabel} />
        </div>
      )}
    </div>
  );
};

interface BarProps {
  readonly page: StandPage;
  readonly digits: Digits;
  readonly isNext?: boolean;
}

const StandBar = ({ page, digits, isNext = false }: BarProps) => (
  <section
    className={isNext ? 'stand-bar stand-next' : 'stand-bar'}
    aria-label={isNext ? say('stand.next') : say('stand.now')}
  >
    <p className="stand-chords">
      {isNext && <small>{say('stand.next')}</small>}
      <strong>{page.chords}</strong>
      {page.words && <em>{page.words}</em>}
    </p>
    <DrawnBar page={page} digits={digits} />
  </section>
);

/** What lies behind the stand cannot be reached as long as it is up. */
const useNothingBehind = (): void =>
  useEffect(() => {
    const root = document.getElementById('root');
    root?.setAttribute('inert', '');
    return () => root?.removeAttribute('inert');
  }, []);

/** Seconds the controls stay in sight after the last touch. */
const SHOWN_SECONDS = 3;

/** Whether somebody touched the page a moment ago. */
const useRecentTouch = (): { readonly touched: boolean; readonly touch: () => void } => {
  const [touched, setTouched] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const touch = useCallback(() => {
    setTouched(true);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => setTouched(false), SHOWN_SECONDS * 1000);
  }, []);
  useEffect(() => () => clearTimeout(timer.current), []);
  return { touched, touch };
};

/** Follows what is heard from page to page. */
const useFollowedPage = (
  playing: PlayerControls,
  pages: readonly StandPage[],
  turnTo: (page: number) => void,
): void => {
  const { playing: isPlaying, position } = playing;
  useEffect(() => {
    if (!isPlaying) return;
    let frame = 0;
    const look = (): void => {
      const tick = position();
      if (tick !== undefined && tick >= 0) turnTo(pageAt(pages, tick));
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => cancelAnimationFrame(frame);
  }, [isPlaying, position, pages, turnTo]);
};

const goFullScreen = (): void => {
  if (document.fullscreenElement) void document.exitFullscreen();
  else void document.documentElement.requestFullscreen().catch(() => undefined);
};

interface ControlsProps {
  readonly playing: PlayerControls;
  readonly ear: ListeningWorker;
  readonly turn: (key: 'PageUp' | 'PageDown') => void;
  readonly leave: () => void;
  readonly shown: boolean;
}

interface ControlProps {
  readonly label: string;
  readonly press: () => void;
  readonly pressed?: boolean;
  readonly children: ReactNode;
}

const Control = ({ label, press, pressed, children }: ControlProps) => (
  <button type="button" aria-label={label} title={label} aria-pressed={pressed} onClick={press}>
    {children}
  </button>
);

const Controls = ({ playing, ear, turn, leave, shown }: ControlsProps) => (
  <div className={shown ? 'stand-controls stand-controls-shown' : 'stand-controls'}>
    <Control label={say('stand.leave')} press={leave}>
      <X size={26} aria-hidden />
    </Control>
    <Control label={say('stand.previous')} press={() => turn('PageUp')}>
      <ChevronLeft size={30} aria-hidden />
    </Control>
    <Control label={playing.playing ? say('common.stop') : say('common.play')} press={playing.toggle}>
      {playing.playing ? (
        <Square size={24} fill="currentColor" aria-hidden />
      ) : (
        <Play size={26} fill="currentColor" aria-hidden />
      )}
    </Control>
    <Control label={say('stand.next-bar')} press={() => turn('PageDown')}>
      <ChevronRight size={30} aria-hidden />
    </Control>
    <Control label={say('stand.listen')} pressed={ear.on} press={ear.on ? ear.stop : ear.start}>
      <Ear size={26} aria-hidden />
    </Control>
    <Control label={say('stand.full-screen')} press={goFullScreen}>
      <Maximize size={24} aria-hidden />
    </Control>
  </div>
);

interface StandViewProps {
  readonly title: string;
  readonly pages: readonly StandPage[];
  readonly digits: Digits;
  readonly playing: PlayerControls;
  /** Whether the first bar follows the last. */
  readonly loops: boolean;
  /** The whole, as it is played, and whose hand plays it: what is listened for. */
  readonly piece: Pattern;
  readonly hand?: HandProfile;
}

/** Says that it listens, or why it cannot. */
const EarState = ({ ear }: { readonly ear: ListeningWorker }) => {
  if (ear.trouble)
    return (
      <span className="stand-ear" role="alert">
        {ear.trouble}
      </span>
    );
  if (!ear.on) return null;
  return (
    <span className="stand-ear" role="status">
      <Ear size={18} aria-hidden /> {say('stand.listening')}
    </span>
  );
};

/** Music on a stand a metre away: the bar that is played, large, and the next one below it. Nothing else in sight. */
export const StandView = ({ title, pages, digits, playing, loops, piece, hand }: StandViewProps) => {
  const [page, setPage] = useState(0);
  const navigate = useNavigate();
  const { touched, touch } = useRecentTouch();
  const { search } = useLocation();
  const leave = useCallback(() => void navigate({ pathname: '..', search }, { relative: 'path' }), [navigate, search]);
  const turn = useCallback(
    (key: string) => setPage((now) => pageAfterKey(key, now, pages.length, loops) ?? now),
    [pages.length, loops],
  );
  useFollowedPage(playing, pages, setPage);
  const ear = useFollower(piece, hand, (tick) => setPage(pageAt(pages, tick)));
  useScreenWakeLock();
  useNothingBehind();
  const { toggle } = playing;
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      // A button under the focus keeps its own keys.
      if (event.target instanceof HTMLButtonElement && (event.key === 'Enter' || event.key === ' ')) return;
      if (event.key === 'Escape') leave();
      else if (event.key === ' ') toggle();
      else if (pageAfterKey(event.key, 0, 1, false) !== undefined) turn(event.key);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [leave, toggle, turn]);

  const here = pages[page] ?? pages[0];
  const next = pages[page + 1] ?? (loops && pages.length > 1 ? pages[0] : undefined);
  if (!here) return null;
  return createPortal(
    <main className="stand" onPointerMove={touch} onPointerDown={touch}>
      <h1 className="stand-title">
        {title} <small aria-live="polite">{here.place}</small>
      </h1>
      <StandBar page={here} digits={digits} />
      {next && <StandBar page={next} digits={digits} isNext />}
      <button
        type="button"
        className="stand-turn stand-turn-back"
        tabIndex={-1}
        aria-hidden
        onClick={() => turn('PageUp')}
      />
      <button
        type="button"
        className="stand-turn stand-turn-on"
        tabIndex={-1}
        aria-hidden
        onClick={() => turn('PageDown')}
      />
      <EarState ear={ear} />
      <Controls playing={playing} ear={ear} turn={turn} leave={leave} shown={touched} />
    </main>,
    document.body,
  );
};
