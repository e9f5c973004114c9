import type { Digit, Pattern } from '@fleet-wren/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { soundWorker } from '../workers/client.ts';
import { Player } from '../sound/player.ts';
import { FIRST_LISTENING, scoreOf, type Listening } from '../sound/score.ts';

/** What the transport can do. */
export interface Playing {
  readonly playing: boolean;
  readonly listening: Listening;
  readonly toggle: () => void;
  readonly listen: (change: Partial<Listening>) => void;
  readonly position: () => number | undefined;
}

/** Plays the pattern on the bench; edits, tempo and voices are taken up while it plays. */
export const usePlayer = (pattern: Pattern, digits: Readonly<Record<string, Digit | null>>): Playing => {
  const [playing, setPlaying] = useState(false);
  const [listening, setListening] = useState(FIRST_LISTENING);
  const player = useRef<Player | null>(null);
  const order = useMemo(() => pattern.strokes.map(({ id }) => digits[id] ?? null), [pattern, digits]);
  const score = useMemo(() => scoreOf(pattern, order, listening), [pattern, order, listening]);

  const getPlayer = useCallback((): Player => {
    player.current ??= new Player(
      (midi, rate) => soundWorker.pluck(midi, rate),
      () => setPlaying(false),
    );
    return player.current;
  }, []);

  useEffect(() => () => player.current?.stop(), []);
  useEffect(() => {
    if (playing) void getPlayer().change(score);
  }, [score, playing, getPlayer]);

  // Kept aside, so that the transport is not drawn anew at every edit.
  const latest = useRef(score);
  useEffect(() => {
    latest.current = score;
  }, [score]);
  const toggle = useCallback(() => {
    if (playing) getPlayer().stop();
    else void getPlayer().play(latest.current);
    setPlaying(!playing);
  }, [playing, getPlayer]);

  const listen = useCallback((change: Partial<Listening>) => setListening((now) => ({ ...now, ...change })), []);
  const position = useCallback(() => player.current?.position(), []);
  return useMemo(
    () => ({ playing, listening, toggle, listen, position }),
    [playing, listening, toggle, listen, position],
  );
};
