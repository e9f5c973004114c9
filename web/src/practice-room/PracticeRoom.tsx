import { letGo } from '../components/blur-after-click.ts';
import { Say } from '../components/say/Say.tsx';
import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import './practice.scss';
import {
  WARM_UP_ADVICE,
  PAIN_ADVICE,
  beatsPerBar,
  isPausedByPain,
  ticksPerBeat,
  type PassSlip,
  type PracticeEvent,
} from '@fleet-wren/core';
import { ChartColumn, SlidersHorizontal } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { ListenButton, ListeningBar } from '../components/listening/ListeningBar.tsx';
import { useListener, type Listener } from '../listening/useListener.ts';
import { classifyPass } from '../listening/listening-text.ts';
import { EMPTY_FINGERING } from '../components/analysed-pattern.ts';
import { hasRecentPainReport } from '../components/practice-session.ts';
import { useNow } from '../components/useNow.ts';
import { usePlayer, type PlayerControls } from '../audio/usePlayer.ts';
import { subscribeToPedals, type PassVerdict } from './pedal-input.ts';
import { Connection, Ended } from './Connection.tsx';
import { RecordedTakeReview, TakeRecorder, useTakeUpload } from './TakeRecorder.tsx';
import { PainQuestion, PausedByPain, TeachersWord } from './PainReport.tsx';
import { EarlyPassQuestion } from './EarlyPassQuestion.tsx';
import { useEarlyPass } from './useEarlyPass.ts';
import { PreferencesPanel } from './PreferencesPanel.tsx';
import { ItemChooser } from './ItemChooser.tsx';
import { HandOfStage } from './RoomHand.tsx';
import { findRoomToken } from './last-room.ts';
import { ProgressPanel } from './ProgressPanel.tsx';
import { useInstallPrompt } from './useInstallPrompt.ts';
import { useBeatPulse, useStageReader } from './useStageReader.ts';
import { usePracticePreferences } from './usePracticePreferences.ts';
import { rampTempo, usePassCounter } from './tempo-ramp.ts';
import { PracticeRoomSync, practisedIn, type PracticeRoomItem, type PracticeRoomState } from './practice-room-store.ts';
import { usePracticeSession, type BreakReminder } from './usePracticeSession.ts';
import { StageFigure } from './StageFigure.tsx';
import { Surface } from './Surface.tsx';
import { useCurrentStage, type CurrentStage } from './useCurrentStage.ts';
import { Chord, Retuning } from './StageShapes.tsx';
import { LeftHandedContext } from '../components/left-handed.ts';
import { useScreenWakeLock } from '../components/useScreenWakeLock.ts';
import { eventTime } from '../api/event-time.ts';

/** The beat that is heard, from 1; null while nothing is. */
const useBeat = ({ playing, position }: PlayerControls, { pattern }: CurrentStage): number | null => {
  const [beat, setBeat] = useState<number | null>(null);
  const { metre } = pattern;
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const look = (): void => {
      const tick = position();
      setBeat(
        tick === undefined || tick < 0 ? null : (Math.floor(tick / ticksPerBeat(metre)) % beatsPerBar(metre)) + 1,
      );
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => {
      cancelAnimationFrame(frame);
      setBeat(null);
    };
  }, [playing, position, metre]);
  return beat;
};

const WORDS: Readonly<Record<BreakReminder, readonly [title: string, words: string]>> = {
  position: [say('practice.hand-position'), say('practice.rest-your-fingers-on-the-strings')],
  rest: [say('practice.rest-title'), say('practice.youve-practised-for-20-minutes-put')],
};

const Interrupted = ({
  interruption,
  caution,
  goOn,
}: {
  readonly interruption: BreakReminder;
  readonly caution: string;
  readonly goOn: () => void;
}) => {
  const [title, words] = WORDS[interruption];
  return (
    <button type="button" className="room-interruption" onClick={goOn} autoFocus>
      <b>{title}</b>
      <span>{words}</span>
      {interruption === 'position' && <small>{caution}</small>}
      <em>{say('practice.continue')}</em>
    </button>
  );
};

/** Plays the stage as this browser likes it; says the tempo that is heard, which may still be on its way. */
const useHeard = (atHand: CurrentStage, byEar: boolean) => {
  const { heard, silence, divided, rising, clickBeats, counted, backing } = usePracticePreferences(
    ({ preferences }) => preferences,
  );
  const [tempo, setTempo] = useState(atHand.tempo);
  const pattern = useMemo(
    () => (tempo === null ? atHand.pattern : { ...atHand.pattern, tempo }),
    [atHand.pattern, tempo],
  );
  const playing = usePlayer(pattern, EMPTY_FINGERING, { remembers: false });
  const { listen } = playing;
  useEffect(
    // What the room itself plays would be counted too; a click is told from strings.
    () =>
      listen({
        figure: heard !== 'click alone' && !byEar,
        click: heard !== 'figure alone',
        silence,
        divided,
        clickBeats,
        counting: counted && !byEar ? 'numbers' : 'none',
        backing: byEar ? 'none' : backing,
      }),
    [listen, heard, silence, divided, clickBeats, counted, backing, byEar],
  );
  const round = usePassCounter(playing.playing, playing.position);
  const now = atHand.tempo !== null && rising && playing.playing ? rampTempo(atHand.tempo, round) : atHand.tempo;
  if (now !== tempo) setTempo(now);
  return { playing, tempo: now };
};

/** Counts a pass: what it was, who says so, and what was heard to go wrong. */
type CountPass = (said: PassVerdict, by: PracticeEvent['by'], slip?: PassSlip) => void;

interface SessionProps {
  readonly room: PracticeRoomSync;
  readonly item: PracticeRoomItem;
  readonly waiting: PracticeRoomState['waiting'];
}

/** Takes down what happens with an item; a wrong count is taken back by one press. */
const useCounting = ({ room, item }: SessionProps, { key }: CurrentStage, tempo: number | null) => {
  const last = useRef<string | null>(null);
  const tell = (event: Omit<PracticeEvent, 'id' | 'at'>): string => {
    const id = crypto.randomUUID();
    room.recordEvent({ assignment: item.id, event: { ...event, id, ...eventTime() } });
    return id;
  };
  return {
    tell,
    count: (said: PassVerdict, by: PracticeEvent['by'], slip?: PassSlip): void => {
      const heard = said === 'slipped' && slip ? { slip } : {};
      last.current = tell({ kind: said, stage: key, tempo: tempo ?? undefined, by, ...heard });
    },
    /** Adds to the last missed pass where it slipped: it is replaced by one with the place. */
    mark: (tick: number): void => {
      if (!last.current) return;
      tell({ kind: 'undone', of: last.current });
      const slip = { reason: 'marked', tick } as const;
      last.current = tell({ kind: 'slipped', stage: key, tempo: tempo ?? undefined, by: 'touch', slip });
    },
    done: (): void => void tell({ kind: 'done', stage: key }),
    takeBack: (): void => {
      if (last.current) tell({ kind: 'undone', of: last.current });
      last.current = null;
    },
    /** What was counted by ear counts for the other. */
    correct: (to: PassVerdict): void => {
      if (last.current) tell({ kind: 'undone', of: last.current });
      last.current = tell({ kind: to, stage: key, tempo: tempo ?? undefined, by: 'touch' });
    },
  };
};

interface ToolsProps {
  readonly atHand: CurrentStage;
  readonly playing: PlayerControls;
  readonly ear: Listener;
  readonly count: (said: PassVerdict, by: PracticeEvent['by']) => void;
  readonly takeBack: () => void;
  readonly ouch: () => void;
}

const Tools = ({
  atHand: { requiredStreak, pattern, isPrepared },
  playing,
  ear,
  count,
  takeBack,
  ouch,
}: ToolsProps) => (
  <div className="room-tools">
    {/* Listening begins with the notes of the stage: others would be listened for anew. */}
    {requiredStreak > 0 && isPrepared && pattern.strokes.length > 0 && <ListenButton ear={ear} />}
    <button type="button" onClick={playing.toggle} disabled={pattern.strokes.length === 0}>
      {playing.playing ? say('common.stop') : say('common.play')}
    </button>
    {requiredStreak > 0 && (
      <button type="button" onClick={() => count('slipped', 'touch')}>
        {say('common.missed')}
      </button>
    )}
    <button type="button" onClick={takeBack}>
      {say('common.undo')}
    </button>
    <button type="button" onClick={ouch}>
      {say('practice.report-pain')}
    </button>
  </div>
);

/** What is at hand, its tempo, what to mind, and what the teacher said. */
const StageHead = ({ atHand, tempo }: { readonly atHand: CurrentStage; readonly tempo: number | null }) => (
  <div className="room-stage">
    <h1>{sayLabel(atHand.name)}</h1>
    {tempo !== null && (
      <p className="room-tempo">
        <Say text="practice.tempo" values={{ tempo }} />
        {tempo !== atHand.tempo && <small> {say('practice.working-up-to', { tempo: atHand.tempo ?? tempo })}</small>}
      </p>
    )}
    <p className="room-remark">{sayLabel(atHand.remark)}</p>
    <Chord {...atHand} />
    <TeachersWord pain={atHand.progress.pain} />
  </div>
);

const Session = (props: SessionProps) => {
  const { room, item, waiting } = props;
  const atHand = useCurrentStage(item, waiting);
  const latest = useRef<CountPass>(() => undefined);
  const isReviewing = useRef(false);
  const ear = useListener(atHand.pattern, item.plan.hand, (event) => {
    // What is heard of a take that is played back was counted when it was played.
    const counts = atHand.requiredStreak > 0 && !isReviewing.current;
    const counted = counts ? classifyPass(event, atHand.tempo) : null;
    if (counted) latest.current(counted, 'listening', event.kind === 'cycle' ? event.slip : undefined);
  });
  const keeping = useTakeUpload({
    ear,
    token: room.token,
    name: item.name,
    assignment: item.id,
    stage: atHand.key,
    pattern: atHand.pattern,
    hand: item.plan.hand,
  });
  const { playing, tempo } = useHeard(atHand, ear.on);
  const { tell, done, correct, ...counting } = useCounting(props, atHand, tempo);
  const asking = useEarlyPass(atHand, counting);
  const fresh = item.standing.last === null || atHand.progress.stage < 2;
  const [hurting, setHurting] = useState(false);
  const sitting = usePracticeSession(fresh, (minutes) => void tell({ kind: 'minutes', minutes }));
  const beat = useBeat(playing, atHand);
  const { readAloud, vibrating } = usePracticePreferences(({ preferences }) => preferences);
  useStageReader(atHand, readAloud);
  useBeatPulse(beat, vibrating);
  const [marking, setMarking] = useState(false);
  const count: CountPass = (said, by, slip) => {
    if (sitting.interruption) return by === 'listening' ? undefined : sitting.goOn();
    sitting.played();
    if (atHand.requiredStreak === 0) return done();
    setMarking(said === 'slipped' && by !== 'listening');
    asking.count(said, by, slip);
  };
  const mark = (tick: number): void => {
    setMarking(false);
    counting.mark(tick);
  };
  useEffect(() => {
    latest.current = count;
    isReviewing.current = keeping.recorded !== null;
  });
  useEffect(() => subscribeToPedals((said, by) => latest.current(said, by)), []);
  const now = useNow();
  const caution = hasRecentPainReport([item], now) ? PAIN_ADVICE : WARM_UP_ADVICE;
  if (hurting)
    return (
      <PainQuestion
        report={(where) =>
          void tell({ kind: 'discomfort', stage: atHand.key, ...(tempo === null ? {} : { tempo }), where })
        }
        cancel={() => setHurting(false)}
      />
    );
  if (sitting.interruption)
    return (
      <Interrupted
        interruption={sitting.interruption}
        caution={sayMessage(caution)}
        goOn={() => {
          if (sitting.interruption === 'rest') tell({ kind: 'rest' });
          sitting.goOn();
        }}
      />
    );
  return (
    <div className="room-session">
      <StageHead atHand={atHand} tempo={tempo} />
      <Retuning {...atHand} />
      <StageFigure atHand={atHand} mark={marking && atHand.isPrepared ? mark : null} />
      <HandOfStage pattern={atHand.pattern} playing={playing} />
      <Surface atHand={atHand} beat={beat} tap={() => count('clean', 'touch')} />
      <EarlyPassQuestion {...asking} />
      {!keeping.recorded && <ListeningBar ear={ear} asked={atHand.tempo} correct={correct} keeps />}
      <TakeRecorder ear={ear} keeping={keeping} />
      <RecordedTakeReview keeping={keeping} />
      <Tools {...{ atHand, playing, ear, count }} takeBack={asking.takeBack} ouch={() => setHurting(true)} />
    </div>
  );
};

/** Something to practise; paused while pain that was reported in it waits for an answer or a rest to end. */
const Practice = (props: SessionProps) => {
  const { item, waiting } = props;
  const now = useNow();
  const { pain = null } = useMemo(() => practisedIn(item, waiting), [item, waiting]);
  return pain && isPausedByPain(pain, now) ? <PausedByPain name={item.name} pain={pain} /> : <Session {...props} />;
};

const Inside = ({ room }: { readonly room: PracticeRoomSync }) => {
  const state = useStore(room.state);
  const [chosen, setChosen] = useState<string | null>(null);
  const [open, setOpen] = useState<'preferences' | 'progress' | null>(null);
  const toggle = (panel: 'preferences' | 'progress'): void => setOpen(open === panel ? null : panel);
  const install = useInstallPrompt();
  useScreenWakeLock();
  if (state.accessError !== null) return <Ended state={state} />;
  if (!state.content)
    return (
      <p className="room-message">
        {state.isOnline ? say('practice.loading-more') : say('practice.youre-offline-connect-to-the-internet')}
      </p>
    );
  const { name, assignments } = state.content;
  const shown = assignments.find(({ id }) => id === chosen) ?? assignments[0];
  if (!shown) return <p className="room-message">{say('practice.nothing-to-practise-yet-your-teacher', { name })}</p>;
  return (
    <>
      <header className="room-head">
        <ItemChooser items={assignments} shown={shown} choose={setChosen} />
        <button
          type="button"
          className="room-sliders"
          aria-label={say('practice.my-progress')}
          aria-expanded={open === 'progress'}
          onClick={() => toggle('progress')}
        >
          <ChartColumn size={20} aria-hidden />
        </button>
        <button
          type="button"
          className="room-sliders"
          aria-label={say('practice.sound-and-display')}
          aria-expanded={open === 'preferences'}
          onClick={() => toggle('preferences')}
        >
          <SlidersHorizontal size={20} aria-hidden />
        </button>
        <Connection room={room} state={state} />
      </header>
      {open === 'preferences' && <PreferencesPanel token={room.token} install={install} hide={() => setOpen(null)} />}
      {open === 'progress' ? (
        <ProgressPanel items={assignments} token={room.token} hide={() => setOpen(null)} />
      ) : (
        <Practice key={shown.id} room={room} item={shown} waiting={state.waiting} />
      )}
    </>
  );
};

/** The practice room of whoever holds a link: no account, both hands busy, with or without a connection. */
const PracticeRoom = () => {
  const [room] = useState(() => new PracticeRoomSync(findRoomToken(window.location.hash, window.localStorage)));
  const { largePrint, leftHanded } = usePracticePreferences(({ preferences }) => preferences);
  useEffect(() => {
    void room.open();
    return () => room.close();
  }, [room]);
  useEffect(() => {
    // What the room is made of is kept by the browser, so that it opens without a connection.
    void navigator.serviceWorker?.register('/practice-worker.js', { scope: '/practice' }).catch(() => undefined);
  }, []);
  return (
    <main
      onClick={letGo}
      className={['room', largePrint && 'room-large', leftHanded && 'room-left'].filter(Boolean).join(' ')}
    >
      <LeftHandedContext value={leftHanded}>
        <Inside room={room} />
      </LeftHandedContext>
    </main>
  );
};

export default PracticeRoom;
