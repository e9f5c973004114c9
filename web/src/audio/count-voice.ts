import type { SpokenClip } from '@fleet-wren/core';
import voiceUrl from './voice/count-voice.wav?url';
import voice from './voice/count-voice.json';

/** The words of the voice, each by what it is in the count. */
export type CountVoice = ReadonlyMap<string, SpokenClip>;

const cutClips = (samples: Float32Array, sampleRate: number): CountVoice => {
  const scale = sampleRate / voice.sampleRate;
  const clips = voice.clips.map(({ word, from, length, beat }): [string, SpokenClip] => [
    word,
    {
      samples: samples.slice(Math.round(from * scale), Math.round((from + length) * scale)),
      lead: beat / voice.sampleRate,
    },
  ]);
  return new Map(clips);
};

const fetchVoice = async (sampleRate: number): Promise<CountVoice> => {
  const answer = await fetch(voiceUrl);
  const context = new OfflineAudioContext(1, 1, sampleRate);
  const buffer = await context.decodeAudioData(await answer.arrayBuffer());
  return cutClips(buffer.getChannelData(0), sampleRate);
};

const known = new Map<number, Promise<CountVoice>>();

/** The voice at a rate of samples a second; silent where it cannot be fetched, and asked for again the next time. */
export const loadCountVoice = (sampleRate: number): Promise<CountVoice> => {
  const loading =
    known.get(sampleRate) ??
    fetchVoice(sampleRate).catch((): CountVoice => {
      known.delete(sampleRate);
      return new Map();
    });
  known.set(sampleRate, loading);
  return loading;
};
