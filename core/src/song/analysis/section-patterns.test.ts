import { valueOrThrow } from '../../errors/index.ts';
import { parsePattern } from '../../formats/index.ts';
import { createLadder } from '../../practice/index.ts';
import { createSong, createSectionPatterns, expandSong, type Song } from '../index.ts';

const one = createSong('Ash lane');
const [verse] = one.sections;
const bars = verse?.bars ?? [];
const song: Song = {
  ...one,
  sections: [
    { id: 'verse', name: 'Verse', bars },
    { id: 'chorus', name: 'Chorus', bars: bars.slice(0, 2) },
    { id: 'spare', name: 'Never played', bars },
    { id: 'rest', name: 'Silence', bars: [{ chords: [], texture: 'rest' }] },
    { id: 'turn', name: 'Turn', bars: [...bars.slice(0, 1), { ...bars[1], chords: [], metre: { beats: 3, unit: 4 } }] },
  ],
  form: [
    { section: 'verse', times: 2 },
    { section: 'chorus', times: 1 },
    { section: 'rest', times: 1 },
    { section: 'turn', times: 1 },
    { section: 'verse', times: 1 },
  ],
} as Song;

describe('sections of a song as something to practise', () => {
  const found = createSectionPatterns(song);
  const named = (name: string) => found.find((section) => section.name === name);

  test('each as it is played the first time, once, going round, under the song’s name', () => {
    expect(found.map(({ name, bars: count }) => `${name} ${count}`)).toEqual([
      'Verse 4',
      'Chorus 2',
      'Never played 0',
      'Silence 1',
      'Turn 2',
    ]);
    const pattern = named('Verse')?.pattern;
    expect([pattern?.name, pattern?.bars, pattern?.cyclic]).toEqual(['Ash lane, Verse', 4, true]);
    // The whole song plays the verse's strokes first.
    const { strokes } = expandSong(song).pattern;
    expect(pattern?.strokes.map(({ at, string }) => [at, string])).toEqual(
      strokes.slice(0, pattern?.strokes.length).map(({ at, string }) => [at, string]),
    );
  });

  test('they can be kept, and a ladder is made of them', () => {
    for (const { pattern } of found) {
      if (!pattern) continue;
      expect(parsePattern(JSON.parse(JSON.stringify(pattern))).ok).toBe(true);
      expect(valueOrThrow(createLadder(pattern, { target: 80 })).stages.length).toBeGreaterThan(5);
    }
  });

  test.each([
    ['Never played', 'section-pattern.unused'],
    ['Silence', 'section-pattern.empty'],
    ['Turn', 'section-pattern.changes'],
  ])('%s cannot go round by itself: %s', (name, reason) => {
    expect([named(name)?.pattern, named(name)?.reason?.code]).toEqual([null, reason]);
  });
});
