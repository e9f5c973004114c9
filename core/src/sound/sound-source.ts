import type { PitchPoint } from './articulation.ts';
import { synthesiseGuitarNote, type GuitarTone, type Touch } from './guitar-sounds.ts';
import type { ScheduledEvent } from './playback-schedule.ts';
import { createSeededRandom } from './random.ts';

/** What makes a sound: a note of an instrument, a click, a word, a shaker. */
export type SoundSource =
  | { readonly kind: 'note'; readonly pitch: number; readonly touch: Touch; readonly tone: GuitarTone }
  | { readonly kind: 'click'; readonly click: 'accent' | 'beat' | 'part' }
  | { readonly kind: 'word'; readonly word: string }
  | { readonly kind: 'shaker' };

/** How one event is heard: from what, how loud, from which side, for how many seconds where it is stopped. */
export interface EventSound {
  readonly source: SoundSource;
  readonly gain: number;
  /** −1 left to 1 right. */
  readonly side: number;
  readonly seconds?: number;
  readonly curve?: readonly PitchPoint[];
}

/** Seconds a rendered string rings at most. */
export const MAX_RING_SECONDS = 4;

/** Seconds in which a string that is stopped fades to about a third. */
export const STOP_SECONDS = 0.012;

/** How loud things are against each other (est., by ear). */
const GAINS = { note: 0.8, click: { accent: 0.28, beat: 0.16, part: 0.06 }, word: 0.7, shaker: 0.5 } as const;

const clickOf = ({ isAccented, isSubdivision }: { isAccented: boolean; isSubdivision?: boolean }) => {
  if (isAccented) return 'accent';
  return isSubdivision ? 'part' : 'beat';
};

/**
 * How an event is heard.
 * @example
 * soundOfEvent({ at: 0, word: { time: 0, word: '1', bar: 0 } }).source // => { kind: 'word', word: '1' }
 */
export const soundOfEvent = (event: ScheduledEvent): EventSound => {
  if ('note' in event) {
    const { pitch, touch, tone, loudness, side, duration, curve } = event.note;
    const source = { kind: 'note', pitch, touch, tone } as const;
    return { source, gain: GAINS.note * loudness, side, seconds: duration, ...(curve ? { curve } : {}) };
  }
  if ('click' in event) {
    const click = clickOf(event.click);
    return { source: { kind: 'click', click }, gain: GAINS.click[click], side: 0 };
  }
  if ('word' in event) return { source: { kind: 'word', word: event.word.word }, gain: GAINS.word, side: 0 };
  return { source: { kind: 'shaker' }, gain: GAINS.shaker * event.hit.loudness, side: 0 };
};

/**
 * A name for a source: two with the same name sound the same.
 * @example
 * keyOfSource({ kind: 'word', word: '1' }) // => 'word 1'
 */
export const keyOfSource = (source: SoundSource): string => {
  if (source.kind === 'note') {
    const { pitch, touch, tone } = source;
    return `note ${pitch} ${touch} ${tone.sound} ${tone.place}`;
  }
  if (source.kind === 'click') return `click ${source.click}`;
  return source.kind === 'word' ? `word ${source.word}` : 'shaker';
};

/** A click: a tone that fades away, higher where it is accented. Hertz and seconds (est., by ear). */
const CLICK = { accent: 1760, beat: 1175, part: 1175, seconds: 0.05, fade: 0.0085 } as const;

const synthesiseClick = (click: 'accent' | 'beat' | 'part', sampleRate: number): Float32Array =>
  Float32Array.from({ length: Math.round(CLICK.seconds * sampleRate) }, (_, index) => {
    const seconds = index / sampleRate;
    return Math.exp(-seconds / CLICK.fade) * Math.sin(2 * Math.PI * CLICK[click] * seconds);
  });

/** A shaker: hissing noise that swells and fades. Seconds (est., by ear). */
const SHAKER = { seconds: 0.09, rise: 0.012, fade: 0.022 } as const;

const synthesiseShaker = (sampleRate: number): Float32Array => {
  const random = createSeededRandom(1);
  let [last, before] = [0, 0];
  return Float32Array.from({ length: Math.round(SHAKER.seconds * sampleRate) }, (_, index) => {
    const seconds = index / sampleRate;
    const noise = random() * 2 - 1;
    // The difference of differences leaves the hiss.
    const hiss = (noise - 2 * last + before) / 4;
    [before, last] = [last, noise];
    return hiss * Math.min(1, seconds / SHAKER.rise) * Math.exp(-Math.max(0, seconds - SHAKER.rise) / SHAKER.fade);
  });
};

/**
 * Samples of a source, −1 to 1; words are recorded, not computed: they have none.
 * @example
 * synthesiseSource({ kind: 'click', click: 'beat' }, 8000).length // => 400
 */
export const synthesiseSource = (source: SoundSource, sampleRate: number): Float32Array => {
  if (source.kind === 'note') return synthesiseGuitarNote({ ...source, duration: MAX_RING_SECONDS, sampleRate });
  if (source.kind === 'click') return synthesiseClick(source.click, sampleRate);
  return source.kind === 'shaker' ? synthesiseShaker(sampleRate) : new Float32Array(0);
};
