import fc from 'fast-check';
import { createInstrument, findTuningOrStandard } from '../../instrument/index.ts';
import { createSong } from '../index.ts';
import { findMelodyRange, listSingableTranspositions, proposeKeysForVoice } from './singer-keys.ts';

const guitar = createInstrument(findTuningOrStandard('standard'));

test('a tune of an octave and a voice a third lower', () => {
  // C4 to C5, and a voice from A3 to B flat 4: only down three or two semitones keep both ends inside.
  expect(listSingableTranspositions({ lowest: 60, highest: 72 }, { lowest: 57, highest: 70 })).toEqual([-3, -2]);
});

test('a voice an octave lower sings the same keys', () => {
  const tune = { lowest: 64, highest: 74 };
  const high = listSingableTranspositions(tune, { lowest: 62, highest: 76 });
  expect(listSingableTranspositions(tune, { lowest: 50, highest: 64 })).toEqual(high);
  expect(high).toEqual([-2, -1, 0, 1, 2]);
});

test('a tune wider than the voice fits in no key', () => {
  expect(proposeKeysForVoice(['C', 'G'], guitar, { lowest: 55, highest: 79 }, { lowest: 57, highest: 70 })).toEqual([]);
});

test('open shapes come first: B flat down a semitone is A without a barre', () => {
  const [first] = proposeKeysForVoice(
    ['Bb', 'Eb', 'F'],
    guitar,
    { lowest: 58, highest: 70 },
    { lowest: 56, highest: 69 },
  );
  expect([first?.transpose, first?.capo, first?.barreCount]).toEqual([-1, 0, 0]);
});

test('each proposal can be sung, and each key comes once (law)', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 50, max: 70 }),
      fc.nat(18),
      fc.integer({ min: 40, max: 65 }),
      fc.nat(24),
      (low, wide, from, span) => {
        const [tune, voice] = [
          { lowest: low, highest: low + wide },
          { lowest: from, highest: from + span },
        ];
        const moves = listSingableTranspositions(tune, voice);
        for (const by of moves)
          expect(
            [-36, -24, -12, 0, 12, 24].some(
              (octave) => tune.lowest + by + octave >= voice.lowest && tune.highest + by + octave <= voice.highest,
            ),
          ).toBe(true);
        if (wide > span) expect(moves).toEqual([]);
      },
    ),
  );
});

test('the range of a melody is that of its notes as they sound', () => {
  const song = createSong('Low water');
  const melody = [
    { id: 'a', at: 0, string: 1, fret: 3 },
    { id: 'b', at: 840, string: 3, fret: 2 },
  ];
  const sections = song.sections.map((section) => ({
    ...section,
    bars: section.bars.map((bar) => ({ ...bar, melody })),
  }));
  expect(findMelodyRange({ ...song, sections })).toEqual({ lowest: 57, highest: 67 });
  expect(findMelodyRange(song)).toBeUndefined();
});
