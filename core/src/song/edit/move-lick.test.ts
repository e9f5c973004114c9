import { valueOrThrow } from '../../errors/index.ts';
import type { Stroke } from '../../pattern/index.ts';
import { applySongEdit, createSongFromChart, moveLick, parseChart, type Song } from '../index.ts';

const LETTERS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
const OPEN = [64, 59, 55, 50, 45, 40];

/** A song of two chords, with a lick over the first: strings and frets in order. */
const songWith = (chords: string, lick: readonly (readonly [string: number, fret: number])[]): Song => {
  const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart(`| ${chords.replace(' ', ' | ')} |`)), 'Song'));
  const written = lick.map(([string, fret], place): Stroke => ({ id: `n${place}`, at: place * 420, string, fret }));
  const [section] = song.sections;
  const bars = (section?.bars ?? []).map((bar, index) => (index === 0 ? { ...bar, texture: { written } } : bar));
  return { ...song, sections: song.sections.map((one) => ({ ...one, bars })) };
};

const moved = (song: Song) => {
  const lick = valueOrThrow(moveLick(song, 0));
  const { texture } = valueOrThrow(applySongEdit(song, lick.edit)).document.sections[0]?.bars[1] ?? {};
  const strokes = typeof texture === 'object' && 'written' in texture ? texture.written : [];
  const notes = strokes.map(({ string, fret = 0 }) => LETTERS[((OPEN[string - 1] as number) + fret) % 12]).join(' ');
  return { ...lick, notes };
};

describe('a lick over the next chord keeps its degrees (common practice, no source)', () => {
  test.each([
    // Root, third, fifth, seventh of the first become those of the second.
    [
      'Dm7 G7',
      [
        [5, 5],
        [4, 3],
        [3, 2],
        [2, 1],
      ],
      'G B D F',
      1,
    ],
    [
      'D7 Cmaj7',
      [
        [5, 5],
        [4, 4],
        [3, 2],
        [2, 1],
      ],
      'C E G B',
      1,
    ],
    [
      'C Am',
      [
        [5, 3],
        [4, 2],
        [3, 0],
      ],
      'A C E',
      1,
    ],
    [
      'Am C',
      [
        [5, 0],
        [4, 2],
        [3, 2],
        [2, 1],
      ],
      'C G C E',
      1,
    ],
    [
      'C F',
      [
        [5, 3],
        [4, 2],
        [3, 0],
      ],
      'F A C',
      0,
    ],
    [
      'G7 Bm7b5',
      [
        [6, 3],
        [5, 2],
        [4, 0],
        [4, 3],
      ],
      'B D F A',
      2,
    ],
    // A note that is no chord tone goes along as it is.
    [
      'C D',
      [
        [5, 3],
        [2, 3],
      ],
      'D E',
      0,
    ],
  ] as const)('%s', (chords, lick, notes, fitted) => {
    const done = moved(songWith(chords, lick));
    expect(done.notes).toBe(notes);
    expect(done.fittedNotes).toHaveLength(fitted);
    expect(done.clashes).toEqual([]);
  });

  test('a note that rubs against the third or the seventh is named', () => {
    // The fourth over a major seventh chord lies a semitone above its third.
    const done = moved(
      songWith('Dm7 Cmaj7', [
        [5, 5],
        [3, 0],
      ]),
    );
    expect(done.notes).toBe('C F');
    expect(done.clashes).toEqual([{ at: 420, string: 3, fret: 10 }]);
  });
});
