import { sayMessage } from '@fleet-wren/wording';
import { parseMidi } from 'midi-file';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation, exportMidi } from '../../formats/index.ts';
import { findShape, type Voicing } from '../../harmony/index.ts';
import { createInstrument, findTuningOrStandard } from '../../instrument/index.ts';
import { createPattern, soundingPitchOfStroke, type Stroke } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import {
  FORM_TEMPLATES,
  createSong,
  validateSong,
  parseChart,
  createBarPattern,
  flattenSong,
  createSongFromChart,
  unfoldForm,
  expandSong,
  extractBars,
  type Bar,
  type Song,
} from '../index.ts';

const standard = createInstrument(findTuningOrStandard('standard'));
const shape = (chord: string): Voicing => findShape(standard, chord) as Voicing;

const fromChart = (chart: string, changes: Partial<Song> = {}): Song =>
  valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Song', changes));

/** A bar of one chord over a figure. */
const bar = (chord?: string, more: Partial<Bar> = {}): Bar => ({
  chords: chord ? [{ at: 0, voicing: chord }] : [],
  texture: { figure: 'figure-1', begins: 'each bar' },
  ...more,
});

describe('forms unfolded, against forms written out by hand', () => {
  const letters = (song: Song): string =>
    unfoldForm(song)
      .map(({ section, index, isInEnding }) => `${section.charAt(0)}${index + 1}${isInEnding ? '*' : ''}`)
      .join(' ');
  const sections = (lengths: Readonly<Record<string, number>>): Song['sections'] =>
    Object.entries(lengths).map(([id, count]) => ({ id, name: id, bars: Array.from({ length: count }, () => bar()) }));

  const part = (section: string, times = 1): Song['form'][number] => ({ section, times });

  test.each<[string, Readonly<Record<string, number>>, Song['form'], string]>([
    ['once', { a: 2 }, [{ section: 'a', times: 1 }], 'a1 a2'],
    ['three times', { a: 1 }, [{ section: 'a', times: 3 }], 'a1 a1 a1'],
    [
      'A B A',
      { a: 2, b: 1 },
      [
        { section: 'a', times: 1 },
        { section: 'b', times: 1 },
        { section: 'a', times: 1 },
      ],
      'a1 a2 b1 a1 a2',
    ],
    [
      'A A B A',
      { a: 1, b: 1 },
      [
        { section: 'a', times: 2 },
        { section: 'b', times: 1 },
        { section: 'a', times: 1 },
      ],
      'a1 a1 b1 a1',
    ],
    [
      'a second ending of one bar',
      { a: 3 },
      [{ section: 'a', times: 2, endings: [{ time: 2, bars: [bar()] }] }],
      'a1 a2 a3 a1 a2 a3*',
    ],
    [
      'both endings',
      { a: 3 },
      [
        {
          section: 'a',
          times: 2,
          endings: [
            { time: 1, bars: [bar()] },
            { time: 2, bars: [bar(), bar()] },
          ],
        },
      ],
      'a1 a2 a3* a1 a2* a3*',
    ],
    [
      'an ending longer than the section',
      { a: 1 },
      [{ section: 'a', times: 1, endings: [{ time: 1, bars: [bar(), bar()] }] }],
      'a1* a2*',
    ],
    ['a section that is not in the form', { a: 1, b: 1 }, [{ section: 'b', times: 2 }], 'b1 b1'],
    ['nothing', { a: 2 }, [], ''],
    [
      'verse and chorus twice, then a bridge',
      { v: 2, c: 1, b: 1 },
      [part('v'), part('c'), part('v'), part('c'), part('b')],
      'v1 v2 c1 v1 v2 c1 b1',
    ],
    ['four times round', { r: 2 }, [part('r', 4)], 'r1 r2 r1 r2 r1 r2 r1 r2'],
    [
      'an ending only the third time',
      { a: 2 },
      [{ section: 'a', times: 3, endings: [{ time: 3, bars: [bar()] }] }],
      'a1 a2 a1 a2 a1 a2*',
    ],
    [
      'an ending for each of three times',
      { a: 2 },
      [{ section: 'a', times: 3, endings: [1, 2, 3].map((time) => ({ time, bars: [bar()] })) }],
      'a1 a2* a1 a2* a1 a2*',
    ],
    [
      'an ending for a time that is not played',
      { a: 2 },
      [{ section: 'a', times: 1, endings: [{ time: 2, bars: [bar()] }] }],
      'a1 a2',
    ],
    [
      'endings in the first part only',
      { a: 2 },
      [{ section: 'a', times: 2, endings: [{ time: 2, bars: [bar()] }] }, part('a')],
      'a1 a2 a1 a2* a1 a2',
    ],
    [
      'an ending as long as the section',
      { a: 2, b: 1 },
      [{ section: 'a', times: 2, endings: [{ time: 2, bars: [bar(), bar()] }] }, part('b')],
      'a1 a2 a1* a2* b1',
    ],
    [
      'an opening, a middle, an ending',
      { o: 1, m: 2, e: 1 },
      [part('o'), part('m', 2), part('e')],
      'o1 m1 m2 m1 m2 e1',
    ],
    [
      'two endings, then the same section plain, then away',
      { a: 2, b: 1 },
      [
        {
          section: 'a',
          times: 2,
          endings: [
            { time: 1, bars: [bar()] },
            { time: 2, bars: [bar()] },
          ],
        },
        part('a'),
        part('b'),
      ],
      'a1 a2* a1 a2* a1 a2 b1',
    ],
    ['no bars in a section', { a: 0, b: 1 }, [part('a', 3), part('b')], 'b1'],
    [
      'a part that comes back at the end',
      { a: 1, b: 1, c: 1 },
      [part('a'), part('b', 2), part('c'), part('a')],
      'a1 b1 b1 c1 a1',
    ],
  ])('%s', (_what, lengths, form, expected) => {
    expect(letters({ ...createSong('Song'), sections: sections(lengths), form })).toBe(expected);
  });

  test.each(FORM_TEMPLATES.map((form) => [form.key, form] as const))(
    'the template “%s” makes a song that stands',
    (_key, form) => {
      for (const key of [0, 1, 4, 9]) {
        const song = fromChart(form.chart({ key, quickChange: true, turnaround: true }, sayMessage));
        expect(validateSong(song)).toEqual([]);
      }
    },
  );

  test('twelve bars in E with a quick change and a turnaround (common practice, no source)', () => {
    const twelve = FORM_TEMPLATES.find(({ key }) => key === 'twelve-bar');
    const song = fromChart(twelve?.chart({ key: 4, quickChange: true, turnaround: true }, sayMessage) ?? '');
    expect(
      unfoldForm(song)
        .map(({ bar: { chords } }) => chords[0]?.voicing)
        .join(' '),
    ).toBe('E A E E7 A7 A7 E E B7 A7 E B7');
  });
});

describe('a song is a score', () => {
  const law = (figure: string, chords: readonly string[]): void => {
    // The same music twice: a pattern over the chords by hand, and a song with that pattern over those chords.
    const { pattern } = valueOrThrow(parseStringNotation(figure, { subdivision: 2, wholeBeats: true }));
    const ticks = 3360;
    const song: Song = {
      ...createSong('Song'),
      voicings: Object.fromEntries(chords.map((chord) => [chord, shape(chord)])),
      figures: [{ id: 'figure-1', name: 'Figure', length: ticks, strokes: pattern.strokes }],
      sections: [{ id: 's', name: 'S', bars: chords.map((chord) => bar(chord)) }],
      form: [{ section: 's', times: 1 }],
    };
    const byHand: Stroke[] = chords.flatMap((chord, index) =>
      pattern.strokes.flatMap(({ id, at, string }) => {
        const fret = shape(chord).frets[6 - string];
        return fret === null || fret === undefined
          ? []
          : [{ id: `${index}-${id}`, at: at + index * ticks, string, fret }];
      }),
    );
    const score = flattenScore(
      createPattern('Song', {
        bars: chords.length,
        subdivision: 2,
        cyclic: false,
        voicing: shape(chords[0] as string),
        strokes: byHand,
      }),
    );
    const plain = ({ strokes, length, bars, tempos }: ReturnType<typeof flattenScore>) => ({
      length,
      bars,
      tempos,
      strokes: strokes.map(({ at, durationTicks: sounding, string, fret, pitch }) => ({
        at,
        sounding,
        string,
        fret,
        pitch,
      })),
    });
    expect(plain(flattenSong(song))).toEqual(plain(score));
  };

  test.each([
    ['5 3 2 3 4 3 2 3', ['C', 'Am']],
    ['6 3 2 1 2 3 2 1', ['Em', 'G', 'C']],
    ['4+1 3 2 3 4+1 3 2 3', ['D', 'Dm', 'A', 'E']],
  ])('two ways to the same music give equal scores: %s over %j', (figure, chords) => law(figure, chords));

  test('the thumb follows the chord, the fingers keep their strings (check table of 2-domain)', () => {
    const song = fromChart('| E | A | D | G | C | Em | Am | G/B |');
    const basses = expandSong(song)
      .pattern.strokes.filter(({ at }) => at % 3360 === 0)
      .map(({ string }) => string);
    expect(basses).toEqual([6, 5, 4, 6, 5, 6, 5, 5]);
  });

  test('a chord that changes inside a bar moves the bass from there on', () => {
    const song = fromChart('| C . D . |');
    const { pattern } = expandSong(song);
    const basses = pattern.strokes.filter(({ string }) => string > 3).map(({ at, string }) => [at, string]);
    // C: bass 5, alternating with 4; from the third beat on D: bass 4, and no other bass string sounds, so string 3.
    expect(basses).toEqual([
      [0, 5],
      [840, 4],
      [1680, 4],
    ]);
  });

  test('a string the shape mutes is left out and named, with the nearest that sounds', () => {
    const song: Song = {
      ...createSong('Song'),
      figures: [{ id: 'figure-1', name: 'Low', length: 3360, strokes: [{ id: 'a', at: 0, string: 6 }] }],
    };
    const { pattern, mutedStrokes } = expandSong(song);
    expect(pattern.strokes).toEqual([]);
    expect(mutedStrokes[0]).toEqual({ bar: 0, stroke: 'a.0.0', string: 6, chord: 'C', nearest: 5 });
  });

  test('a melody note takes the place of what is struck on its string at its time', () => {
    const melody: Stroke[] = [{ id: 'm', at: 420, string: 2, fret: 5 }];
    const song = {
      ...createSong('Song'),
      sections: [{ id: 's', name: 'S', bars: [bar('C', { melody })] }],
      form: [{ section: 's', times: 1 }],
    };
    const at420 = expandSong(song).pattern.strokes.filter(({ at }) => at === 420);
    expect(at420.map((stroke) => [stroke.string, soundingPitchOfStroke(expandSong(song).pattern, stroke)])).toEqual([
      [2, 64],
    ]);
  });

  test.each([
    ['each bar', '5 3 2 | 5 3'],
    ['runs on', '5 3 2 5 | 3 2 5 3'],
  ] as const)('a figure of three beats that begins %s', (begins, _words) => {
    const figure = {
      id: 'figure-1',
      name: 'Three',
      length: 2520,
      strokes: [5, 3, 2].map((string, index) => ({ id: `s${index}`, at: index * 840, string })),
    };
    const one = bar('C', { texture: { figure: 'figure-1', begins } });
    const song = {
      ...createSong('Song'),
      figures: [figure],
      sections: [{ id: 's', name: 'S', bars: [one, one] }],
      form: [{ section: 's', times: 1 }],
    };
    const strings = expandSong(song)
      .pattern.strokes.map(({ string }) => string)
      .join(' ');
    expect(strings).toBe(begins === 'runs on' ? '5 3 2 5 3 2 5 3' : '5 3 2 5 5 3 2 5');
  });

  test('begun with each chord', () => {
    const song = fromChart('| C . Am . |');
    const again = {
      ...song,
      sections: song.sections.map((section) => ({
        ...section,
        bars: section.bars.map((one) => ({ ...one, texture: { figure: 'figure-1', begins: 'each chord' as const } })),
      })),
    };
    const basses = expandSong(again)
      .pattern.strokes.filter(({ string }) => string > 3)
      .map(({ at, string }) => [at, string]);
    expect(basses).toEqual([
      [0, 5],
      [840, 4],
      [1680, 5],
      [2520, 4],
    ]);
  });

  test('its MIDI file is read by an independent reader, note for note', () => {
    const score = flattenSong(fromChart('| C | G | Am | F |'));
    const notes = (parseMidi(exportMidi(score)).tracks.flat() ?? []).filter(({ type }) => type === 'noteOn');
    expect(notes).toHaveLength(score.strokes.length);
  });
});

describe('one bar as a pattern to be edited', () => {
  const song = fromChart('| C | G . D . |');

  test('its strokes keep their roles, and have frets only of their own', () => {
    const { strokes, voicing, bars } = createBarPattern(song, 1);
    expect([voicing.chord, bars]).toEqual(['G', 1]);
    expect(strokes[0]).toMatchObject({ role: 'bass', string: 6 });
    expect(strokes.every(({ fret }) => fret === undefined)).toBe(true);
  });

  test('written back into its bar it is the same music', () => {
    const written = createBarPattern(song, 1).strokes;
    const sections = song.sections.map((section) => ({
      ...section,
      bars: section.bars.map((one, index) => (index === 1 ? { ...one, texture: { written } } : one)),
    }));
    const plain = (one: Song): readonly unknown[] =>
      flattenSong(one).strokes.map(({ at, string, pitch }) => [at, string, pitch]);
    expect(plain({ ...song, sections })).toEqual(plain(song));
  });

  test('a bar that is not there is an empty one', () => {
    expect(createBarPattern(song, 99).strokes).toEqual([]);
  });
});

test('bars taken out of a song stand on the shape that holds where they begin', () => {
  const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart('| C | F | % | G |')), 'Song'));
  const expanded = expandSong(song);
  expect([0, 1, 2, 3].map((bar) => extractBars(expanded, bar, 1).voicing.chord)).toEqual(['C', 'F', 'F', 'G']);
});
