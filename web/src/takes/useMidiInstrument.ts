import { say } from '@fleet-wren/wording';
import type { PlayedNote } from '@fleet-wren/core';
import { useEffect, useRef, useState } from 'react';

/** What a MIDI instrument is doing, and why it cannot. */
export interface MidiInstrumentState {
  readonly playing: boolean;
  readonly notes: number;
  readonly errorText: string | null;
  readonly start: () => void;
  readonly stop: () => void;
}

/** The name of the event by which an instrument is pretended, for trying out and for tests: its detail is a message. */
const PRETENDED = 'wren-midi';

/** A note that a message begins; undefined where it begins none. */
export const parseNoteOn = (data: Uint8Array | null | undefined, at: number): PlayedNote | undefined => {
  const [status = 0, pitch = 0, velocity = 0] = data ?? [];
  return (status & 0xf0) === 0x90 && velocity > 0 ? { at, pitch, loudness: velocity / 127 } : undefined;
};

const NONE = say('takes.no-midi-instrument-found-or-this');

/** Takes down what is played on MIDI instruments, whichever are there; when it stops, all of it. */
export const useMidiInstrument = (take: (notes: readonly PlayedNote[]) => void): MidiInstrumentState => {
  const played = useRef<PlayedNote[]>([]);
  const ending = useRef<(() => void) | null>(null);
  const [state, setState] = useState({ playing: false, notes: 0, errorText: null as string | null });
  const hear = (data: Uint8Array | null | undefined, stamp: number): void => {
    const note = parseNoteOn(data, stamp / 1000);
    if (!note) return;
    played.current.push(note);
    setState((now) => ({ ...now, notes: played.current.length }));
  };
  const listen = (access: MIDIAccess | null): (() => void) => {
    const onMidi = (event: Event): void => hear((event as MIDIMessageEvent).data, event.timeStamp);
    const onPretended = (event: Event): void => {
      const { data, at } = (event as CustomEvent<{ readonly data: Uint8Array; readonly at: number }>).detail;
      hear(data, at);
    };
    access?.inputs.forEach((input) => input.addEventListener('midimessage', onMidi));
    window.addEventListener(PRETENDED, onPretended);
    return () => {
      access?.inputs.forEach((input) => input.removeEventListener('midimessage', onMidi));
      window.removeEventListener(PRETENDED, onPretended);
    };
  };
  const start = async (): Promise<void> => {
    played.current = [];
    const access = await navigator.requestMIDIAccess?.().catch(() => null);
    ending.current = listen(access ?? null);
    setState({ playing: true, notes: 0, errorText: access && access.inputs.size > 0 ? null : NONE });
  };
  const stop = (): void => {
    ending.current?.();
    ending.current = null;
    setState((now) => ({ ...now, playing: false, errorText: null }));
    if (played.current.length > 0) take([...played.current]);
  };
  useEffect(() => () => ending.current?.(), []);
  return { ...state, start: () => void start(), stop };
};
