import fc from 'fast-check';
import { valueOrThrow } from '../../errors/index.ts';
import type { Stroke } from '../../pattern/index.ts';
import {
  applySongEdit,
  createSongFromChart,
  flattenSong,
  parseChart,
  planTransposition,
  type Bar,
  type Song,
  type TransposeMethod,
  type TransposeTarget,
} from '../index.ts';

const songOf = (chart: string): Song => valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Song'));

const planned = (song: Song, target: TransposeTarget, method: TransposeMethod) => {
  const plan = valueOrThrow(planTransposition(song, target, method));
  return { plan, song: valueOrThrow(applySongEdit(song, plan.edit)).document };
};

const chords = (song: Song): string =>
  song.sections
    .flatMap(({ bars }) => bars.map(({ chords: all }) => all.map(({ voicing }) => voicing).join(' ')))
    .join(' | ');

const pitches = (song: Song): ReadonlyMap<string, number> =>
  new Map(flattenSong(song).strokes.map(({ at, sourceStrokeId, pitch }) => [`${at} ${sourceStrokeId}`, pitch ?? NaN]));

/** Semitones by which each stroke that both songs play has moved. */
const moves = (before: Song, after: Song): readonly number[] => {
  const later = pitches(after);
  return [...pitches(before)].map(([id, pitch]) => (later.get(id) ?? NaN) - pitch);
};

const withBars = (song: Song, change: (bar: Bar, index: number) => Bar): Song => ({
  ...song,
  sections: song.sections.map((section) => ({ ...section, bars: section.bars.map(change) })),
});

const note = (id: string, at: number, string: number, fret: number, more: Partial<Stroke> = {}): Stroke => ({
  id,
  at,
  string,
  fret,
  ...more,
});

describe('the easiest shapes of another key', () => {
  const song = songOf('| C | G/B | Am . F . |');

  test('every chord by name, and back', () => {
    const up = planned(song, { semitones: 2 }, 'easiest-shapes');
    expect(chords(up.song)).toBe('D | A/C# | Bm G');
    expect(up.plan.chords.map(({ from, to }) => `${from}→${to}`)).toEqual(['C→D', 'G/B→A/C#', 'Am→Bm', 'F→G']);
    expect(up.plan.chords.map(({ barres }) => barres.map((fret) => fret > 0))).toEqual([
      [false, false],
      [false, false],
      [false, true],
      [true, false],
    ]);
    expect(chords(planned(up.song, { semitones: -2 }, 'easiest-shapes').song)).toBe(chords(song));
  });

  test('behind a capo the chords are named as they are fingered, the basses sound as before', () => {
    const behind = planned(song, { capo: 5 }, 'easiest-shapes').song;
    expect([chords(song), chords(behind)]).toEqual(['C | G/B | Am F', 'G | D/F# | Em C']);
    expect(chords(planned(behind, { capo: 0 }, 'easiest-shapes').song)).toBe(chords(song));
    const basses = (one: Song): readonly number[] =>
      flattenSong(one)
        .strokes.filter(({ at }) => at % 3360 === 0)
        .map(({ pitch }) => (pitch ?? 0) % 12);
    expect(basses(behind)).toEqual(basses(song));
  });

  test('written notes and melody move with it: no chord says E flat over a note that stayed', () => {
    const sung = withBars(song, (bar) => ({ ...bar, melody: [note('a', 0, 1, 3), note('b', 840, 2, 1)] }));
    const { plan, song: up } = planned(sung, { semitones: 3 }, 'easiest-shapes');
    expect(up.sections[0]?.bars[0]?.melody?.map(({ string, fret }) => [string, fret])).toEqual([
      [1, 6],
      [2, 4],
    ]);
    expect(plan).toMatchObject({ movedNotes: 6, notesOnOtherStrings: 0, unmovable: [] });
  });
});

describe('the same grips along the neck', () => {
  test('every note moves by the interval', () => {
    const song = songOf('| C | F | G7 | Am |');
    for (const by of [1, 2, 5, 7])
      expect(new Set(moves(song, planned(song, { semitones: by }, 'same-grips').song))).toEqual(new Set([by]));
  });

  test('a grip with open strings cannot go down: it is refused by its chord, and nothing is done', () => {
    expect(planTransposition(songOf('| C |'), { semitones: -1 }, 'same-grips')).toMatchObject({
      ok: false,
      problems: [{ code: 'chord-without-shape', details: { value: 'B' } }],
    });
  });

  test('a barre chord goes down, and with a capo it sounds as before', () => {
    const song = songOf('| Bb | Cm |');
    expect(new Set(moves(song, planned(song, { semitones: -1 }, 'same-grips').song))).toEqual(new Set([-1]));
    const behind = planned(song, { capo: 1 }, 'same-grips').song;
    expect(behind.instrument.capo).toBe(1);
    expect(new Set(moves(song, behind))).toEqual(new Set([0]));
    expect(chords(behind)).toBe('A | Bm');
  });
});

describe('notes that cannot go where they should', () => {
  const base = songOf('| Bb | Bb |');
  const written = (strokes: readonly Stroke[]): Song =>
    withBars(base, (bar, index) => (index === 1 ? { ...bar, texture: { written: strokes } } : bar));

  test('go to a string that has the pitch', () => {
    const { plan, song } = planned(written([note('a', 0, 2, 0)]), { semitones: -1 }, 'same-grips');
    expect(song.sections[0]?.bars[1]?.texture).toEqual({ written: [note('a', 0, 3, 3)] });
    expect(plan).toMatchObject({ movedNotes: 1, notesOnOtherStrings: 1, unmovable: [] });
  });

  test('or stay, named by section, bar, string and fret: below the neck, bound by a slur, a natural harmonic', () => {
    const strokes = [
      note('low', 0, 6, 0),
      note('a', 840, 2, 0),
      note('b', 1680, 2, 1, { slur: 'hammer-on' }),
      { id: 'n', at: 2520, string: 4, harmonic: { kind: 'natural', touch: 12 } } satisfies Stroke,
    ];
    const { plan, song } = planned(written(strokes), { semitones: -1 }, 'same-grips');
    expect(plan.unmovable).toEqual([
      { place: 'A', bar: 2, string: 6, fret: 0, needed: -1 },
      { place: 'A', bar: 2, string: 2, fret: 0, needed: -1 },
      { place: 'A', bar: 2, string: 4, fret: 12, needed: null },
    ]);
    expect(
      (song.sections[0]?.bars[1]?.texture as { written: readonly Stroke[] }).written.map(({ fret }) => fret),
    ).toEqual([0, 0, 0, undefined]);
  });

  test('two notes of one time never land on one string', () => {
    const { song } = planned(written([note('a', 0, 2, 0), note('b', 0, 3, 5)]), { semitones: -1 }, 'same-grips');
    const places = (song.sections[0]?.bars[1]?.texture as { written: readonly Stroke[] }).written.map(
      ({ at, string }) => `${at}/${string}`,
    );
    expect(new Set(places).size).toBe(2);
  });
});

describe('laws of 300 random songs', () => {
  const barres = fc.constantFrom('F', 'Bb', 'Bm', 'C#m', 'Gm', 'Cm', 'F#', 'Ab');
  const stroke = fc.record({
    at: fc.nat(3),
    string: fc.integer({ min: 1, max: 6 }),
    fret: fc.integer({ min: 3, max: 10 }),
  });
  const made = fc
    .record({
      names: fc.array(barres, { minLength: 1, maxLength: 4 }),
      notes: fc.array(stroke, { maxLength: 6 }),
      melody: fc.array(stroke, { maxLength: 4 }),
    })
    .map(({ names, notes, melody }): Song => {
      const placed = (all: typeof notes): readonly Stroke[] => [
        ...new Map(
          all.map(({ at, string, fret }) => [`${at}/${string}`, note(`${at}${string}`, at * 840, string, fret)]),
        ).values(),
      ];
      return withBars(songOf(`| ${names.join(' | ')} |`), (bar, index) => ({
        ...bar,
        melody: placed(melody),
        ...(index % 2 === 0 && notes.length > 0 ? { texture: { written: placed(notes) } } : {}),
      }));
    });
  const by = fc.integer({ min: -1, max: 4 });

  test('same grips: every pitch moves by the interval, and the way back is identity on frets, pitches and names', () => {
    fc.assert(
      fc.property(made, by, (song, semitones) => {
        const there = planTransposition(song, { semitones }, 'same-grips');
        if (!there.ok || there.value.notesOnOtherStrings > 0) return;
        const moved = valueOrThrow(applySongEdit(song, there.value.edit)).document;
        expect(there.value.unmovable).toEqual([]);
        expect(moves(song, moved).filter((one) => one !== semitones)).toEqual([]);
        const back = planned(moved, { semitones: -semitones }, 'same-grips').song;
        expect(back.sections.map(({ bars }) => bars.map(({ texture, melody }) => ({ texture, melody })))).toEqual(
          song.sections.map(({ bars }) => bars.map(({ texture, melody }) => ({ texture, melody }))),
        );
        expect([...pitches(back).values()]).toEqual([...pitches(song).values()]);
      }),
      { numRuns: 300 },
    );
  });

  test('a capo behind which it sounds as before leaves every pitch as it was', () => {
    fc.assert(
      fc.property(made, fc.integer({ min: 1, max: 3 }), (song, capo) => {
        const plan = planTransposition(song, { capo }, 'same-grips');
        if (!plan.ok) return;
        const behind = valueOrThrow(applySongEdit(song, plan.value.edit)).document;
        if (plan.value.unmovable.length === 0) expect(new Set(moves(song, behind))).toEqual(new Set([0]));
      }),
      { numRuns: 300 },
    );
  });

  test('easiest shapes: what is written moves by the interval too, and what stays is named', () => {
    fc.assert(
      fc.property(made, fc.integer({ min: -11, max: 11 }), (song, semitones) => {
        const plan = valueOrThrow(planTransposition(song, { semitones }, 'easiest-shapes'));
        const moved = valueOrThrow(applySongEdit(song, plan.edit)).document;
        const open = [...song.instrument.pitches].reverse();
        const own = (one: Song): readonly number[] =>
          one.sections.flatMap(({ bars }) =>
            bars.flatMap(({ melody = [] }) => melody.map(({ string, fret = 0 }) => (open[string - 1] ?? 0) + fret)),
          );
        const stayed = own(moved).filter((pitch, index) => pitch - (own(song)[index] as number) !== semitones).length;
        expect(stayed).toBeLessThanOrEqual(plan.unmovable.length);
      }),
      { numRuns: 100 },
    );
  });
});
