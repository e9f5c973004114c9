import type { Digit, Pattern } from '@fleet-wren/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { synthesisWorker } from '../workers/workers.ts';
import { Player } from './player.ts';
import {
  DEFAULT_PLAYBACK_OPTIONS,
  createPlaybackSchedule,
  type PlaybackOptions,
  type PlaybackSchedule,
} from './playback-schedule.ts';

/** What the transport can do. */
export interface PlayerControls {
  readonly playing: boolean;
  readonly listening: PlaybackOptions;
  readonly toggle: () => void;
  readonly listen: (change: Partial<PlaybackOptions>) => void;
  readonly position: () => number | undefined;
}

type Digits = Readonly<Record<string, Digit | null>>;

const programmeFor = (pattern: Pattern, digits: Digits, listening: PlaybackOptions): PlaybackSchedule =>
  createPlaybackSchedule(
    pattern,
    pattern.strokes.map(({ id }) => digits[id] ?? null),
    listening,
  );

const renderPluck = (midi: number, rate: number): Promise<Float32Array> =>
  synthesisWorker.request('pluck', [midi, rate]);

/** Plays a pattern; edits, tempo and voices are taken up while it plays. Nothing is worked out while it is silent. */
export const usePlayer = (pattern: Pattern, digits: Digits): PlayerControls => {
  const [playing, setPlaying] = useState(false);
  const [listening, setListening] = useState(DEFAULT_PLAYBACK_OPTIONS);
  const player = useRef<Player | null>(null);

  const getPlayer = useCallback((): Player => {
    player.current ??= new Player(renderPluck, () => setPlaying(false));
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

  const listen = useCallback((change: Partial<PlaybackOptions>) => setListening((now) => ({ ...now, ...change })), []);
  const position = useCallback(() => player.current?.position(), []);
  return useMemo(
    () => ({ playing, listening, toggle, listen, position }),
    [playing, listening, toggle, listen, position],
  );
};
