import { findShape, createOpenStringsVoicing } from '../../harmony/index.ts';
import { createInstrument, findTuningOrStandard } from '../../instrument/index.ts';
import type { Stroke } from '../../pattern/index.ts';
import {
  ticksPerUnit,
  beatsPerBar,
  isCompoundMetre,
  ticksPerBar,
  ticksPerBeat,
  withUsualBeats,
} from '../../time/index.ts';
import { rehearsalLetter } from '../rehearsal-letter.ts';
import type { Bar, SongFigure, Song } from './song.ts';

/** Notes of a felt beat of three eighths: the thumb and two fingers up, then three down. */
const RISING = [5, 3, 2] as const;
const FALLING = [1, 2, 3] as const;

/** Eighths in threes: a bass on every other felt beat, fingers up and down between. */
const createCompoundFigure = (metre: Song['metre']): SongFigure => {
  const eighth = ticksPerUnit(metre);
  const strokes = Array.from({ length: metre.beats }, (_, beat): Stroke => {
    const [group, place] = [Math.floor(beat / 3), beat % 3];
    const string = (group % 2 === 0 ? RISING : FALLING)[place] as number;
    const isBass = group % 2 === 0 && place === 0;
    const role = group % 4 === 0 ? 'bass' : 'alternate';
    return {
      id: `e${beat}`,
      at: beat * eighth,
      string: isBass && role === 'alternate' ? 4 : string,
      ...(isBass ? { role } : {}),
    };
  });
  return { id: 'figure-1', name: '1', length: ticksPerBar(metre), strokes };
};

/** A thumb in turn with index and middle: what a song begins with until a figure is chosen. */
const createDefaultFigure = (metre: Song['metre']): SongFigure => {
  const half = ticksPerBeat(metre) / 2;
  const strokes = Array.from({ length: beatsPerBar(metre) }, (_, beat) => [
    {
      id: `t${beat}`,
      at: beat * 2 * half,
      string: beat % 2 === 0 ? 5 : 4,
      role: beat % 2 === 0 ? 'bass' : 'alternate',
    },
    { id: `f${beat}`, at: (beat * 2 + 1) * half, string: beat % 2 === 0 ? 2 : 1 },
  ]).flat() as SongFigure['strokes'];
  return { id: 'figure-1', name: '1', length: ticksPerBar(metre), strokes };
};

/**
 * A new song: a section of four bars on one chord, over an alternating thumb.
 * @example
 * createSong('Song').sections[0].bars.length // => 4
 */
export const createSong = (name: string, changes: Partial<Song> = {}): Song => {
  const instrument = changes.instrument ?? createInstrument(findTuningOrStandard('standard'));
  const metre = changes.metre ?? { beats: 4, unit: 4 };
  const shape = findShape(instrument, 'C') ?? createOpenStringsVoicing(instrument.pitches.length);
  const bar: Bar = { chords: [], texture: { figure: 'figure-1', begins: 'each bar' } };
  const first: Bar = { ...bar, chords: [{ at: 0, voicing: shape.chord }] };
  return {
    name,
    instrument,
    metre,
    tempo: 80,
    subdivision: isCompoundMetre(metre) ? 3 : 2,
    school: 'one-per-string',
    voicings: { [shape.chord]: shape },
    figures: [isCompoundMetre(withUsualBeats(metre)) ? createCompoundFigure(metre) : createDefaultFigure(metre)],
    sections: [{ id: 'section-1', name: rehearsalLetter(0), bars: [first, bar, bar, bar] }],
    form: [{ section: 'section-1', times: 1 }],
    ...changes,
  };
};
