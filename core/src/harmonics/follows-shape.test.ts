import { valueOrThrow } from '../errors/index.ts';
import { applyPatternEdit, createVoicingEdit } from '../edit/index.ts';
import { findShape } from '../harmony/index.ts';
import { createInstrument, findTuningOrStandard } from '../instrument/index.ts';
import { createPattern, type Pattern, type Stroke } from '../pattern/index.ts';
import { flattenScore } from '../score/index.ts';
import { createSong, expandSong } from '../song/index.ts';

const instrument = createInstrument(findTuningOrStandard('standard'));
const shapeOf = (chord: string) => {
  const shape = findShape(instrument, chord);
  if (!shape) throw new Error(chord);
  return shape;
};

const harp = (id: string, at: number, string: number, above: number): Stroke => ({
  id,
  at,
  string,
  harmonic: { kind: 'harp', touch: 12, above },
});

const touches = (pattern: Pattern): readonly (number | undefined)[] =>
  flattenScore(pattern).strokes.map(({ harmonic }) => harmonic?.touch);

const onC = createPattern('P', {
  instrument,
  voicing: shapeOf('C'),
  strokes: [harp('a', 0, 5, 12), harp('b', 420, 2, 12), harp('c', 840, 2, 7)],
});

test('a harp harmonic is touched as far above the shape, whatever the shape (common practice, no source)', () => {
  // C has fret 3 on string 5 and fret 1 on string 2; G fret 2 and an open string.
  expect(touches(onC)).toEqual([15, 13, 8]);
  const onG = valueOrThrow(applyPatternEdit(onC, createVoicingEdit(onC, shapeOf('G')))).document;
  expect(touches(onG)).toEqual([14, 12, 7]);
});

test('it sounds its partial over the stopped note on every shape', () => {
  const pitches = flattenScore(onC).strokes.map(({ pitch }) => pitch);
  // An octave over C3 and C4; the touch seven frets up gives the twelfth: 19 semitones.
  expect(pitches).toEqual([48 + 12, 60 + 12, 60 + 19]);
});

test('in a song it goes along with the chords of the bars', () => {
  const song = createSong('S', {
    instrument,
    voicings: { C: shapeOf('C'), G: shapeOf('G') },
    figures: [{ id: 'f', name: 'F', length: 3360, strokes: onC.strokes }],
    sections: [
      {
        id: 's',
        name: 'A',
        bars: ['C', 'G'].map((chord) => ({
          chords: [{ at: 0, voicing: chord }],
          texture: { figure: 'f', begins: 'each bar' as const },
        })),
      },
    ],
    form: [{ section: 's', times: 1 }],
  });
  expect(touches(expandSong(song).pattern)).toEqual([15, 13, 8, 14, 12, 7]);
});

test('one that was written with a place of its own keeps it', () => {
  const fixed = { ...onC, strokes: [{ id: 'a', at: 0, string: 5, harmonic: { kind: 'harp' as const, touch: 15 } }] };
  expect(touches(fixed)).toEqual([15]);
});
