import {
  createPlaybackSchedule,
  type Digit,
  type Pattern,
  type PlaybackOptions,
  type PlaybackSchedule,
  type SoundSource,
  type SpokenClip,
} from '@fleet-wren/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { synthesisWorker } from '../workers/workers.ts';
import { loadCountVoice } from './count-voice.ts';
import { rememberListening, useListeningSettings } from './listening-settings.ts';
import { Player } from './player.ts';
/** What the transport can do. */
export interface PlayerControls {
  readonly playing: boolean;
  readonly listening: PlaybackOptions;
  readonly toggle: () => void;
  readonly listen: (change: Partial<PlaybackOptions>) => void;
  readonly position: () => number | undefined;
}

interface PlayerOptions {
  /** Whether what is set here counts for all that is played in this browser. */
  readonly remembers?: boolean;
  /** What is other here than as it was last set. */
  readonly begins?: Partial<PlaybackOptions>;
}

type Digits = Readonly<Record<string, Digit | null>>;

const programmeFor = (pattern: Pattern, digits: Digits, listening: PlaybackOptions): PlaybackSchedule =>
  createPlaybackSchedule(
    pattern,
    pattern.strokes.map(({ id }) => digits[id] ?? null),
    listening,
  );

const renderSource = async (source: SoundSource, rate: number): Promise<SpokenClip | undefined> => {
  if (source.kind === 'word') return (await loadCountVoice(rate)).get(source.word);
  return { samples: await synthesisWorker.request('synthesise', [source, rate]), lead: 0 };
};

/**
 * Plays a pattern; edits, tempo and voices are taken up while it plays. Nothing is worked out while it is silent.
 */
export const usePlayer = (
  pattern: Pattern,
  digits: Digits,
  { remembers = true, begins = {} }: PlayerOptions = {},
): PlayerControls => {
  const [playing, setPlaying] = useState(false);
  const [listening, setListening] = useState<PlaybackOptions>(() => ({
    ...useListeningSettings.getState(),
    ...begins,
  }));
  const player = useRef<Player | null>(null);

  const getPlayer = useCallback((): Player => {
    player.current ??= new Player(renderSource, () => setPlaying(false));
    return player.current;
  }, []);

  useEffect(
    () => () => {
      player.current?.close();
      player.current = null;
    },
    [],
  );
  useEffect(() => {
    if (playing) void getPlayer().change(programmeFor(pattern, digits, listening));
  }, [pattern, digits, listening, playing, getPlayer]);

  // Kept aside, so that the transport is not drawn anew at every edit.
  const latest = useRef({ pattern, digits, listening });
  useEffect(() => {
    latest.current = { pattern, digits, listening };
  });
  const toggle = useCallback(() => {
    const now = latest.current;
    if (playing) getPlayer().stop();
    else void getPlayer().play(programmeFor(now.pattern, now.digits, now.listening));
    setPlaying(!playing);
  }, [playing, getPlayer]);

  const listen = useCallback(
    (change: Partial<PlaybackOptions>) => {
      if (remembers) rememberListening(change);
      setListening((now) => ({ ...now, ...change }));
    },
    [remembers],
  );
  const position = useCallback(() => player.current?.position(), []);
  return useMemo(
    () => ({ playing, listening, toggle, listen, position }),
    [playing, listening, toggle, listen, position],
  );
};
