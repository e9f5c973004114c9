import { sayProblem, sayProblems } from '@fleet-wren/wording';
import { strToU8, zipSync } from 'fflate';
import {
  createPattern,
  parseStringNotation,
  flattenScore,
  valueOrThrow,
  exportMidi,
  exportMusicXml,
  serialisePattern,
  type Result,
} from '@fleet-wren/core';
import { importPatternFile } from '../workers/import-file.ts';
import { readSource, type ImportSource } from './read-source.ts';

const read = (source: ImportSource, choice = {}) => readSource(source, choice, importPatternFile);

const pattern = valueOrThrow(
  parseStringNotation('6 3 2 1', { name: 'Weir song', chord: 'Em', wholeBeats: true }),
).pattern;
const digits = ['p', 'i', 'm', 'a'] as const;
const file = (name: string, content: BlobPart): File => new File([content], name);
const said = (result: Result<unknown>): string => (result.ok ? 'read' : sayProblems(result.problems));

describe('what we write comes in again', () => {
  test.each<[string, BlobPart]>([
    ['song.json', serialisePattern(pattern)],
    ['song.musicxml', exportMusicXml(flattenScore(pattern), digits)],
    ['song.mid', Uint8Array.from(exportMidi(flattenScore(pattern)))],
  ])('%s', async (name, content) => {
    const { imported } = valueOrThrow(await read(file(name, content)));
    const { pattern: found } = imported;
    expect(found.strokes.map(({ at, string }) => `${at}/${string}`)).toEqual(
      pattern.strokes.map(({ at, string }) => `${at}/${string}`),
    );
    expect(found.name).toBe('Weir song');
  });

  test('what has strings is no guess, and our own MIDI has', async () => {
    for (const [name, content] of [
      ['a.mid', Uint8Array.from(exportMidi(flattenScore(pattern)))],
      ['a.musicxml', exportMusicXml(flattenScore(pattern), digits)],
    ] as const)
      expect(valueOrThrow(await read(file(name, content))).imported.hasInferredPositions).toBe(false);
  });

  test('a file without an ending is known by what it holds', async () => {
    expect(said(await read(file('song', serialisePattern(createPattern('Bare')))))).toBe('read');
  });
});

test('a file that was moved away since it was chosen is refused', async () => {
  const gone = Object.assign(file('song.json', 'x'), {
    slice: () => ({ text: () => Promise.reject(new Error('gone')) }),
  });
  expect(said(await read(gone))).toMatch(/has been moved/);
});

const score = exportMusicXml(flattenScore(pattern), digits);
const zipped = (files: Record<string, Uint8Array>): Uint8Array<ArrayBuffer> => Uint8Array.from(zipSync(files));

/** The same archive, saying of its first file that it is a thousand bytes when it is unpacked. */
const belittled = (archive: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer> => {
  const view = new DataView(archive.buffer);
  const directory = view.getUint32(archive.length - 6, true);
  view.setUint32(22, 1000, true);
  view.setUint32(directory + 24, 1000, true);
  return archive;
};

describe('packed scores', () => {
  const container = strToU8('<container><rootfiles><rootfile full-path="b.xml"/></rootfiles></container>');

  test('the one the table of contents names is read', async () => {
    const files = { 'META-INF/container.xml': container, 'a.xml': strToU8('<nothing/>'), 'b.xml': strToU8(score) };
    const { imported } = valueOrThrow(await read(file('song.mxl', zipped(files))));
    expect(imported.pattern.strokes).toHaveLength(pattern.strokes.length);
  });

  test('one that is cut is no score', async () => {
    const whole = zipped({ 'a.xml': strToU8(score) });
    expect(said(await read(file('song.mxl', whole.slice(0, whole.length / 2))))).toMatch(/cannot be opened/);
  });

  test('one that says it is small, and is not, is refused where it has grown too large', async () => {
    const blown = belittled(zipped({ 'a.xml': new Uint8Array(13_000_000).fill(32) }));
    expect(said(await read(file('song.mxl', blown)))).toMatch(/more than 12 MB when unpacked; the limit is 12 MB/);
  });
});

describe('what cannot be read is refused in a sentence', () => {
  test.each<[string, BlobPart, RegExp]>([
    ['packed.mxl', 'PK\u0003\u0004 rest', /cannot be opened/],
    ['page.pdf', '%PDF-1.7', /A PDF cannot be read/],
    ['cut.musicxml', '<score-partwise><part>', /line 1, column \d+: .*unclosed tag/],
    ['bomb.xml', '<!DOCTYPE a [<!ENTITY x "y">]><a>&x;</a>', /undefined entity/],
    ['cut.mid', 'MThd\u0000\u0000', /byte \d+/],
    ['empty.txt', '', /No readable notes/],
    ['huge.json', new Uint8Array(9_000_000), /9 MB; the limit is 2 million characters/],
  ])('%s', async (name, content, words) => {
    expect(said(await read(file(name, content)))).toMatch(words);
  });
});

test('pasted tablature is read, with what was not known', async () => {
  const tab = ['e|--0--?-|', 'B|-------|', 'G|-------|', 'D|-------|', 'A|3------|', 'E|-------|'].join('\n');
  const { warnings, pattern: found } = valueOrThrow(await read(tab)).imported;
  expect(found.strokes).toHaveLength(2);
  expect(warnings.map(sayProblem)[0]).toBe('Line 1, column 8: “?” is unknown and was skipped.');
});
