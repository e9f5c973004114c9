import { letGo } from '../parts/let-go.ts';
import { chordWords } from '../parts/chords/chord-words.ts';
import { Say } from '../parts/say/Say.tsx';
import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import './practice.scss';
import { WARM_UP_ADVICE, PAIN_ADVICE, findBassString, ticksPerBeat, type PracticeEvent } from '@fleet-wren/core';
import { SlidersHorizontal } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { ListenButton, ListeningBar } from '../components/listening/ListeningBar.tsx';
import { useListener, type Listener } from '../listening/useListener.ts';
import { classifyPass } from '../listening/listening-text.ts';
import { NeckPicture } from '../parts/neck/Neck.tsx';
import { NO_DIGITS } from '../parts/judged.ts';
import { hurtLately } from '../parts/practice.ts';
import { layoutOf } from '../parts/threads/geometry.ts';
import { Threads, type StrokeLabel } from '../parts/threads/Threads.tsx';
import { useNow } from '../parts/useNow.ts';
import { useWidth } from '../parts/useWidth.ts';
import { usePlayer, type PlayerControls } from '../sound/usePlayer.ts';
import { listenToPedals, type Said } from './pedal.ts';
import { Connection, Ended } from './Connection.tsx';
import { KeepTake, useKeeping } from './KeepTake.tsx';
import { PreferencesPanel } from './PreferencesPanel.tsx';
import { usePreferences } from './usePreferences.ts';
import { risenTempo, useRounds } from './rise.ts';
import { Room, type RoomItem, type RoomState } from './room.ts';
import { useSitting, type Interruption } from './sitting.ts';
import { Surface } from './Surface.tsx';
import { useAtHand, type AtHand } from './useStage.ts';
import { useAwake } from './useAwake.ts';

const stringLabel: StrokeLabel = ({ string }) => say('practice.string', { string });

/** The beat that is heard, from 1; null while nothing is. */
const useBeat = ({ playing, position }: PlayerControls, { pattern }: AtHand): number | null => {
  const [beat, setBeat] = useState<number | null>(null);
  const { metre } = pattern;
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const look = (): void => {
      const tick = position();
      setBeat(tick === undefined || tick < 0 ? null : (Math.floor(tick / ticksPerBeat(metre)) % metre.beats) + 1);
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

const Figure = ({ atHand }: { readonly atHand: AtHand }) => {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const { pattern } = atHand;
  const layout = useMemo(() => layoutOf(pattern, Math.max(width, 320)), [pattern, width]);
  return (
    <div
      ref={box}
      className="room-figure"
      role="region"
      tabIndex={0}
      aria-label={say('practice.notes', { name: sayLabel(atHand.name), strokesCount: pattern.strokes.length })}
    >
      {width > 0 && pattern.strokes.length > 0 && (
        <div className="threads" role="img" aria-label={say('term.notes', { count: pattern.strokes.length })}>
          <Threads
            pattern={pattern}
            frame={pattern}
            layout={layout}
            digits={Object.fromEntries(pattern.strokes.map(({ id, pin }) => [id, pin ?? null]))}
            label={stringLabel}
          />
        </div>
      )}
    </div>
  );
};

const WORDS: Readonly<Record<Interruption, readonly [title: string, words: string]>> = {
  position: [say('practice.hand-position'), say('practice.rest-your-fingers-on-the-strings')],
  rest: [say('practice.rest-title'), say('practice.youve-practised-for-20-minutes-put')],
};

const Interrupted = ({
  interruption,
  caution,
  goOn,
}: {
  readonly interruption: Interruption;
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
const useHeard = (atHand: AtHand, byEar: boolean) => {
  const { heard, silence, divided, rising } = usePreferences(({ preferences }) => preferences);
  const [tempo, setTempo] = useState(atHand.tempo);
  const pattern = useMemo(
    () => (tempo === null ? atHand.pattern : { ...atHand.pattern, tempo }),
    [atHand.pattern, tempo],
  );
  const playing = usePlayer(pattern, NO_DIGITS);
  const { listen } = playing;
  useEffect(
    // What the room itself plays would be counted too; a click is told from strings.
    () => listen({ figure: heard !== 'click alone' && !byEar, click: heard !== 'figure alone', silence, divided }),
    [listen, heard, silence, divided, byEar],
  );
  const round = useRounds(playing.playing, playing.position);
  const now = atHand.tempo !== null && rising && playing.playing ? risenTempo(atHand.tempo, round) : atHand.tempo;
  if (now !== tempo) setTempo(now);
  return { playing, tempo: now };
};

const Chord = ({ pattern }: AtHand) => {
  const leftHanded = usePreferences(({ preferences }) => preferences.leftHanded);
  const { voicing, instrument } = pattern;
  return (
    <figure className="room-chord">
      <figcaption>{chordWords(voicing.chord)}</figcaption>
      <NeckPicture voicing={voicing} bass={findBassString(instrument, voicing)} leftHanded={leftHanded} />
    </figure>
  );
};

interface SessionProps {
  readonly room: Room;
  readonly item: RoomItem;
  readonly waiting: RoomState['waiting'];
}

/** Takes down what happens with an item; a wrong count is taken back by one press. */
const useCounting = ({ room, item }: SessionProps, { key }: AtHand, tempo: number | null) => {
  const last = useRef<string | null>(null);
  const tell = (event: Omit<PracticeEvent, 'id' | 'at'>): string => {
    const id = crypto.randomUUID();
    room.happened({ assignment: item.id, event: { ...event, id, at: Date.now() } });
    return id;
  };
  return {
    tell,
    count: (said: Said, by: PracticeEvent['by']): void => {
      last.current = tell({ kind: said, stage: key, tempo: tempo ?? undefined, by });
    },
    done: (): void => void tell({ kind: 'done', stage: key }),
    takeBack: (): void => {
      if (last.current) tell({ kind: 'undone', of: last.current });
      last.current = null;
    },
    /** What was counted by ear counts for the other. */
    correct: (to: Said): void => {
      if (last.current) tell({ kind: 'undone', of: last.current });
      last.current = tell({ kind: to, stage: key, tempo: tempo ?? undefined, by: 'touch' });
    },
  };
};

interface ToolsProps {
  readonly atHand: AtHand;
  readonly playing: PlayerControls;
  readonly ear: Listener;
  readonly count: (said: Said, by: PracticeEvent['by']) => void;
  readonly takeBack: () => void;
  readonly ouch: () => void;
}

const Tools = ({ atHand: { gate, pattern }, playing, ear, count, takeBack, ouch }: ToolsProps) => (
  <div className="room-tools">
    {gate > 0 && pattern.strokes.length > 0 && <ListenButton ear={ear} />}
    <button type="button" onClick={playing.toggle} disabled={pattern.strokes.length === 0}>
      {playing.playing ? say('common.stop') : say('common.play')}
    </button>
    {gate > 0 && (
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

const Session = (props: SessionProps) => {
  const { room, item, waiting } = props;
  const atHand = useAtHand(item, waiting);
  const latest = useRef<(said: Said, by: PracticeEvent['by']) => void>(() => undefined);
  const ear = useListener(atHand.pattern, item.plan.hand, (event) => {
    const counted = atHand.gate > 0 ? classifyPass(event, atHand.tempo) : null;
    if (counted) latest.current(counted, 'listening');
  });
  const keeping = useKeeping({
    ear,
    token: room.token,
    name: item.name,
    assignment: item.id,
    pattern: atHand.pattern,
    hand: item.plan.hand,
  });
  const { playing, tempo } = useHeard(atHand, ear.on);
  const { tell, count: counted, done, takeBack, correct } = useCounting(props, atHand, tempo);
  const fresh = item.standing.last === null || atHand.progress.stage < 2;
  const [hurt, setHurt] = useState(false);
  const sitting = useSitting(fresh, (minutes) => void tell({ kind: 'minutes', minutes }));
  const beat = useBeat(playing, atHand);
  const count = (said: Said, by: PracticeEvent['by']): void => {
    if (sitting.interruption) return by === 'listening' ? undefined : sitting.goOn();
    sitting.played();
    if (atHand.gate === 0) return done();
    counted(said, by);
  };
  useEffect(() => {
    latest.current = count;
  });
  useEffect(() => listenToPedals((said, by) => latest.current(said, by)), []);
  const ouch = (): void => {
    setHurt(true);
    room.happened({
      assignment: item.id,
      event: { id: crypto.randomUUID(), at: Date.now(), kind: 'discomfort' },
    });
  };
  const now = useNow();
  const caution = hurt || hurtLately([item], now) ? PAIN_ADVICE : WARM_UP_ADVICE;
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
      <div className="room-stage">
        <h1>{sayLabel(atHand.name)}</h1>
        {tempo !== null && (
          <p className="room-tempo">
            <Say text="practice.tempo" values={{ tempo }} />
            {tempo !== atHand.tempo && (
              <small> {say('practice.working-up-to', { tempo: atHand.tempo ?? tempo })}</small>
            )}
          </p>
        )}
        <p className="room-remark">{sayLabel(atHand.remark)}</p>
        <Chord {...atHand} />
      </div>
      <Figure atHand={atHand} />
      <Surface atHand={atHand} beat={beat} tap={() => count('clean', 'touch')} />
      <ListeningBar ear={ear} asked={atHand.tempo} correct={correct} keeps />
      <KeepTake ear={ear} keeping={keeping} />
      <Tools atHand={atHand} playing={playing} ear={ear} count={count} takeBack={takeBack} ouch={ouch} />
      {hurt && (
        <p className="room-caution" role="alert">
          {say('practice.stop-for-today', { cautionAfterDiscomfort: sayMessage(PAIN_ADVICE) })}
        </p>
      )}
    </div>
  );
};

const Chooser = ({
  items,
  shown,
  choose,
}: {
  readonly items: readonly RoomItem[];
  readonly shown: RoomItem;
  readonly choose: (id: string) => void;
}) => (
  <select
    className="room-chooser"
    aria-label={say('practice.choose-what-to-practise')}
    value={shown.id}
    onChange={({ target }) => choose(target.value)}
  >
    {items.map(({ id, name, standing }) => (
      <option key={id} value={id}>
        {say('practice.of-stages', { name, passed: standing.passed, of: standing.of })}
      </option>
    ))}
  </select>
);

const Inside = ({ room }: { readonly room: Room }) => {
  const state = useStore(room.state);
  const [chosen, setChosen] = useState<string | null>(null);
  const [preferring, setPreferring] = useState(false);
  useAwake();
  if (state.ended !== null) return <Ended state={state} />;
  if (!state.content)
    return (
      <p className="room-message">
        {state.reached ? say('practice.loading-more') : say('practice.youre-offline-connect-to-the-internet')}
      </p>
    );
  const { name, assignments } = state.content;
  const shown = assignments.find(({ id }) => id === chosen) ?? assignments[0];
  if (!shown) return <p className="room-message">{say('practice.nothing-to-practise-yet-your-teacher', { name })}</p>;
  return (
    <>
      <header className="room-head">
        <Chooser items={assignments} shown={shown} choose={setChosen} />
        <button
          type="button"
          className="room-sliders"
          aria-label={say('practice.sound-and-display')}
          aria-expanded={preferring}
          onClick={() => setPreferring(!preferring)}
        >
          <SlidersHorizontal size={20} aria-hidden />
        </button>
        <Connection room={room} state={state} />
      </header>
      {preferring && <PreferencesPanel hide={() => setPreferring(false)} />}
      <Session key={shown.id} room={room} item={shown} waiting={state.waiting} />
    </>
  );
};

/** The practice room of whoever holds a link: no account, both hands busy, with or without a connection. */
const PracticeRoom = () => {
  const token = window.location.hash.slice(1);
  const [room] = useState(() => new Room(token));
  const { largePrint, leftHanded } = usePreferences(({ preferences }) => preferences);
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
      <Inside room={room} />
    </main>
  );
};

export default PracticeRoom;
