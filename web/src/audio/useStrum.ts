import {
  soundingPitch,
  stringCount,
  usualSound,
  type Instrument,
  type SoundSource,
  type Voicing,
} from '@fleet-wren/core';
import { useCallback, useEffect, useRef } from 'react';
import { useListeningSettings } from './listening-settings.ts';
import { synthesisWorker } from '../workers/workers.ts';

/** Seconds from string to string of a slow brush, and what it is turned down to. */
const BRUSH = { apart: 0.045, gain: 0.22 } as const;

const sourceOf = (instrument: Instrument, pitch: number): SoundSource => {
  const { sound, place, fingers } = useListeningSettings.getState();
  return { kind: 'note', pitch, touch: 'flesh', tone: { sound: sound ?? usualSound(instrument), place, fingers } };
};

const pitchesOf = (instrument: Instrument, voicing: Voicing): readonly number[] =>
  Array.from({ length: stringCount(instrument) }, (_, place) => stringCount(instrument) - place).flatMap(
    (string) => soundingPitch(instrument, voicing, string) ?? [],
  );

/** Lets a shape be heard: its strings one after another, from the lowest up. */
export const useStrum = (): ((instrument: Instrument, voicing: Voicing) => void) => {
  const context = useRef<AudioContext | null>(null);
  useEffect(() => () => void context.current?.close(), []);
  return useCallback((instrument, voicing) => {
    context.current ??= new AudioContext();
    const audio = context.current;
    const pitches = pitchesOf(instrument, voicing);
    void Promise.all(
      pitches.map((pitch) => synthesisWorker.request('synthesise', [sourceOf(instrument, pitch), audio.sampleRate])),
    ).then((all) => {
      const gain = audio.createGain();
      gain.gain.value = BRUSH.gain;
      gain.connect(audio.destination);
      all.forEach((samples, index) => {
        const buffer = audio.createBuffer(1, samples.length, audio.sampleRate);
        buffer.copyToChannel(Float32Array.from(samples), 0);
        const source = audio.createBufferSource();
        source.buffer = buffer;
        source.connect(gain);
        source.start(audio.currentTime + 0.03 + index * BRUSH.apart);
      });
    });
  }, []);
};
