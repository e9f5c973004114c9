import { SaxesParser } from 'saxes';
import { valueOrThrow } from '../../errors/index.ts';
import {
  exportMidi,
  exportMusicXml,
  exportTab,
  parseStringNotation,
  serialisePattern,
  type ImportTools,
} from '../../formats/index.ts';
import { flattenScore } from '../../score/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import {
  createSongFromChart,
  importForLibrary,
  importSongOrChart,
  parseChart,
  prepareSongExport,
  serialiseSong,
} from '../index.ts';

const TOOLS: ImportTools = { createParser: () => new SaxesParser(), unzip: () => ({}) };

const { pattern } = valueOrThrow(parseStringNotation('5 3 2 3', { name: 'Reeds', subdivision: 2 }));
const chart = '| C | Am | F | G | C | Am | F | G |\n'.repeat(3);
const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Long way'));

const bytesOf = (content: string | Uint8Array): Uint8Array =>
  typeof content === 'string' ? new TextEncoder().encode(content) : content;

const read = (name: string, content: string | Uint8Array, wanted?: 'pattern' | 'song') =>
  importForLibrary({ name, bytes: bytesOf(content) }, TOOLS, wanted);

const kindOf = (name: string, content: string | Uint8Array): string => {
  const found = read(name, content);
  return found.ok ? found.value.kind : (found.problems[0]?.code ?? '');
};

const score = flattenScore(pattern);
const digits = score.strokes.map(() => null);
const SHORT_XML = exportMusicXml(score, digits);

const long = prepareSongExport(song);
const LONG_XML = exportMusicXml(long.score, [], long.annotations);

test.each<[string, string, string | Uint8Array, string]>([
  ['a short score', 'a.musicxml', SHORT_XML, 'pattern'],
  ['a short tablature', 'a.txt', exportTab(score, digits, 'school'), 'pattern'],
  ['our own pattern', 'a.json', serialisePattern(pattern), 'pattern'],
  ['our own song', 'a.json', serialiseSong(song), 'song'],
  ['24 bars of a score', 'a.musicxml', LONG_XML, 'song'],
  ['24 bars of MIDI', 'a.mid', exportMidi(long.score), 'song'],
  ['a chord chart', 'a.txt', '| C | Am | F | G |', 'song'],
  ['a text without music', 'a.txt', 'Dear all, the lesson is off.', 'no-notes'],
  ['a pattern that breaks off', 'a.json', serialisePattern(pattern).slice(0, 60), 'truncated'],
  ['noise', 'a.txt', Uint8Array.from({ length: 900 }, (_, index) => (index * 181 + 7) % 256), 'not-read'],
  ['a picture', 'a.png', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]), 'not-read'],
])('%s is taken for what it is', (_what, name, content, kind) => {
  expect(kindOf(name, content)).toBe(kind);
});

test('what is wanted is read: a short score as a song, the first bars of a long one as a pattern', () => {
  const asSong = valueOrThrow(read('a.musicxml', SHORT_XML, 'song'));
  expect(asSong.kind === 'song' && asSong.song.sections.flatMap(({ bars }) => bars)).toHaveLength(1);
  const asPattern = valueOrThrow(read('a.musicxml', LONG_XML, 'pattern'));
  expect(asPattern.kind === 'pattern' && asPattern.pattern.bars).toBeGreaterThan(0);
});

test('lines of a song sheet that have no place are named', () => {
  const sheet = 'Low water\nWords: Nell Sluice\nSlowly, with feeling\n\nVerse\nG     D\nlow   water\n';
  const bytes = new TextEncoder().encode(sheet);
  const read = valueOrThrow(importSongOrChart({ name: 'low.txt', bytes }, TOOLS));
  expect(read.song.name).toBe('Low water');
  expect(read.remarks.map(sayProblem)).toEqual([
    '2 lines before the first chords were left out: “Words: Nell Sluice”, “Slowly, with feeling”.',
  ]);
});
