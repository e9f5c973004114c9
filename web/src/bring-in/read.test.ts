import {
  newPattern,
  readFigure,
  realise,
  sentence,
  valueOrThrow,
  writeMidi,
  writeMusicXml,
  writePatternFile,
  type Imported,
  type Result,
} from '@fleet-wren/core';
import { readContent } from '../workers/read-content.ts';
import { kindOf, readFile as readFileBy, readText as readTextBy } from './read.ts';

const readFile = (one: File) => readFileBy(one, readContent);
const readText = (kind: 'tablature', text: string) => readTextBy(kind, text, readContent);

const pattern = valueOrThrow(readFigure('6 3 2 1', { name: 'Weir song', chord: 'Em', wholeBeats: true })).pattern;
const digits = ['p', 'i', 'm', 'a'] as const;
const file = (name: string, content: BlobPart): File => new File([content], name);
const said = (result: Result<Imported>): string => (result.ok ? 'read' : result.problems.map(sentence).join(' '));

describe('the kind of a file', () => {
  test.each([
    ['a.json', '', 'ours'],
    ['A.MID', '', 'midi'],
    ['a.midi', '', 'midi'],
    ['a.musicxml', '', 'musicxml'],
    ['a.xml', '', 'musicxml'],
    ['a.txt', '', 'tablature'],
    ['a.tab', '', 'tablature'],
    ['a', 'MThd', 'midi'],
    ['a', '<?xml', 'musicxml'],
    ['a', ' {"format"', 'ours'],
    ['a', 'e|--0--|', 'tablature'],
  ])('%s that begins with “%s” is %s', (name, start, kind) => {
    expect(kindOf(name, start)).toBe(kind);
  });
});

describe('what we write comes in again', () => {
  test.each<[string, BlobPart]>([
    ['song.json', writePatternFile(pattern)],
    ['song.musicxml', writeMusicXml(realise(pattern), digits)],
    ['song.mid', Uint8Array.from(writeMidi(realise(pattern)))],
  ])('%s', async (name, content) => {
    const { pattern: read } = valueOrThrow(await readFile(file(name, content)));
    expect(read.strokes.map(({ at, string }) => `${at}/${string}`)).toEqual(
      pattern.strokes.map(({ at, string }) => `${at}/${string}`),
    );
    expect(read.name).toBe('Weir song');
  });

  test('MIDI is marked as a guess, a score with strings is not', async () => {
    expect(valueOrThrow(await readFile(file('a.mid', Uint8Array.from(writeMidi(realise(pattern)))))).guessed).toBe(
      true,
    );
    expect(valueOrThrow(await readFile(file('a.musicxml', writeMusicXml(realise(pattern), digits)))).guessed).toBe(
      false,
    );
  });

  test('a file without an ending is known by what it holds', async () => {
    expect(said(await readFile(file('song', writePatternFile(newPattern('Bare')))))).toBe('read');
  });
});

describe('what cannot be read is refused in a sentence', () => {
  test.each<[string, BlobPart, RegExp]>([
    ['packed.mxl', 'PK\u0003\u0004 rest', /compressed; save it uncompressed/],
    ['cut.musicxml', '<score-partwise><part>', /line 1, column \d+: .*unclosed tag/],
    ['bomb.xml', '<!DOCTYPE a [<!ENTITY x "y">]><a>&x;</a>', /undefined entity/],
    ['cut.mid', 'MThd\u0000\u0000', /byte \d+/],
    ['empty.txt', '', /no notes/],
    ['huge.json', new Uint8Array(9_000_000), /9 MB; the most that is read is 2 million characters/],
  ])('%s', async (name, content, words) => {
    expect(said(await readFile(file(name, content)))).toMatch(words);
  });
});

test('pasted tablature is read, with what was not known', async () => {
  const tab = ['e|--0--?-|', 'B|-------|', 'G|-------|', 'D|-------|', 'A|3------|', 'E|-------|'].join('\n');
  const { remarks, pattern: read } = valueOrThrow(await readText('tablature', tab));
  expect(read.strokes).toHaveLength(2);
  expect(remarks.map(sentence)[0]).toBe('Line 1, column 8: the sign “?” is not known and was left out.');
});
