import fc from 'fast-check';
import { valueOrThrow } from '../../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { findShape, type Voicing } from '../../harmony/index.ts';
import { createInstrument, findTuningOrStandard } from '../../instrument/index.ts';
import {
  SONG_DOCUMENT_TYPE,
  applySongEdit,
  formatForm,
  createSong,
  validateSong,
  parseChart,
  parseSong,
  parseSongFile,
  createSongFromChart,
  serialiseSong,
  type SongChange,
  type Bar,
  type Song,
} from '../index.ts';

const shape = (chord: string): Voicing =>
  findShape(createInstrument(findTuningOrStandard('standard')), chord) as Voicing;

const fromChart = (chart: string, changes: Partial<Song> = {}): Song =>
  valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Song', changes));

/** A bar of one chord over a figure. */
const bar = (chord?: string, more: Partial<Bar> = {}): Bar => ({
  chords: chord ? [{ at: 0, voicing: chord }] : [],
  texture: { figure: 'figure-1', begins: 'each bar' },
  ...more,
});

const editArbitrary: fc.Arbitrary<SongChange> = fc.oneof(
  fc.integer({ min: 10, max: 420 }).map((tempo): SongChange => ({ kind: 'setTempo', tempo })),
  fc.string({ maxLength: 130 }).map((name): SongChange => ({ kind: 'rename', name })),
  fc.constantFrom(undefined, 60, 67, 90).map((swing): SongChange => ({ kind: 'setSwing', swing })),
  fc.constantFrom('rolling', 'hybrid', 'nobody’s').map((school): SongChange => ({ kind: 'chooseSchool', school })),
  fc
    .constantFrom('C', 'G', 'Q')
    .map((id): SongChange => ({ kind: 'setVoicing', id, voicing: id === 'Q' ? undefined : shape(id) })),
  fc
    .array(fc.constantFrom(bar('C'), bar('G'), bar(), bar('C', { texture: 'rest' })), { maxLength: 5 })
    .map((bars): SongChange => ({ kind: 'setBars', section: 'section-1', bars })),
  fc
    .array(
      fc.constantFrom(
        { section: 'section-1', times: 2 },
        { section: 'nowhere', times: 1 },
        { section: 'section-1', times: 0 },
      ),
      { maxLength: 3 },
    )
    .map((form): SongChange => ({ kind: 'setForm', form })),
  fc.constant<SongChange>({
    kind: 'batch',
    edits: [
      { kind: 'setTempo', tempo: 77 },
      { kind: 'setTags', tags: ['slow'] },
    ],
  }),
);

describe('edits of songs', () => {
  test('each can be taken back, and what is accepted can stand', () => {
    fc.assert(
      fc.property(fc.array(editArbitrary, { maxLength: 8 }), (edits) => {
        let song = createSong('Song');
        const states = [song];
        const inverses: SongChange[] = [];
        for (const change of edits) {
          const done = applySongEdit(song, change);
          if (!done.ok) continue;
          song = done.value.document;
          expect(validateSong(song)).toEqual([]);
          states.push(song);
          inverses.push(done.value.inverse);
        }
        for (const inverse of inverses.reverse()) {
          expect(song).toEqual(states.pop());
          song = valueOrThrow(applySongEdit(song, inverse)).document;
        }
        expect(song).toEqual(createSong('Song'));
      }),
    );
  });

  test.each<[string, SongChange, RegExp]>([
    [
      'a form that names no section',
      { kind: 'setForm', form: [{ section: 'x', times: 1 }] },
      /Form, part 1: there is no section “x”/,
    ],
    ['a section taken out that the form plays', { kind: 'setSections', sections: [] }, /there is no section/],
    [
      'a shape that is not there',
      { kind: 'setBars', section: 'section-1', bars: [bar('Zz')] },
      /“A”, bar 1: the voicing “Zz”/,
    ],
    ['a figure that is not there', { kind: 'setFigures', figures: [] }, /the pattern “figure-1”/],
    [
      'two chords at one time',
      {
        kind: 'setBars',
        section: 'section-1',
        bars: [
          bar('C', {
            chords: [
              { at: 0, voicing: 'C' },
              { at: 0, voicing: 'C' },
            ],
          }),
        ],
      },
      /must be in order/,
    ],
    [
      'a form without end',
      { kind: 'setForm', form: Array.from({ length: 40 }, () => ({ section: 'section-1', times: 16 })) },
      /2560 bars/,
    ],
    ['an edit without a name', { kind: 'fly' } as unknown as SongChange, /no change called/],
  ])('%s is refused with a reason', (_what, change, words) => {
    const done = applySongEdit(createSong('Song'), change);
    expect(done.ok ? '' : done.problems.map(sayProblem).join(' ')).toMatch(words);
  });
});

describe('files', () => {
  test('a song comes back as it went', () => {
    const song = fromChart('Verse:\n| C | G . Am . | N.C. |\nlow\n'.replace('low\n', ''), {
      swing: 60,
      tags: ['slow'],
    });
    expect(valueOrThrow(parseSongFile(serialiseSong(song)))).toEqual(song);
    expect(valueOrThrow(parseSong(JSON.parse(JSON.stringify(song))))).toEqual(song);
  });

  test('a slip in its file is named with the line and column it stands at', () => {
    const read = parseSongFile('{\n  "format": nonsense\n}');
    expect(read.ok ? [] : read.problems.map(({ code, details }) => [code, details?.line, details?.column])).toEqual([
      ['not-json', 2, 14],
    ]);
  });

  test.each([
    ['{"format": "fleet-wren-song", "version": 1, "song": {', 'truncated'],
    ['{"format": {"toString": 1}}', 'not-ours'],
    ['{"format": "fleet-wren-song", "version": "one", "song": {}}', 'field-wrong'],
    ['{"format": "fleet-wren-song", "version": 9, "song": {}}', 'too-new'],
  ])('%s is refused as %s', (source, code) => {
    const read = parseSongFile(source);
    expect(read.ok ? '' : read.problems[0]?.code).toBe(code);
  });

  test.each([
    ['{', /ends early/],
    ['{]', /JSON/],
    ['{}', /not a Fleet Wren/],
    [JSON.stringify({ format: 'fleet-wren-song', version: 9, song: {} }), /newer/],
    [JSON.stringify({ format: 'fleet-wren-song', version: 1, song: { name: 7 } }), /song\.name/],
    [JSON.stringify({ format: 'fleet-wren-song', version: 1, song: { ...createSong('x'), extra: 1 } }), /song\.extra/],
    [
      JSON.stringify({ format: 'fleet-wren-song', version: 1, song: { ...createSong('x'), tempo: 5 } }),
      /^5 bpm is out of range/,
    ],
    ['x'.repeat(2_000_001), /characters/],
  ])('what is no song is refused (%#)', (text, words) => {
    const read = parseSongFile(text);
    expect(read.ok ? '' : read.problems.map(sayProblem).join(' ')).toMatch(words);
  });
});

test('a form as a line', () => {
  expect(formatForm({ ...createSong('x'), form: [{ section: 'section-1', times: 2 }] })).toBe('A ×2');
  expect(SONG_DOCUMENT_TYPE.name).toBe('song');
});
