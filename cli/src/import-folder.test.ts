import { mkdirSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parsePatternFile, parseSongFile, valueOrThrow } from '@fleet-wren/core';
import { runCliSync } from './run-cli.ts';

const TAB = ['e|---0---|', 'B|-1---1-|', 'G|0---0--|', 'D|-------|', 'A|3------|', 'E|-------|'].join('\n');

const newFolder = (): string => {
  const folder = join(mkdtempSync(join(tmpdir(), 'wren-')), 'Autumn');
  mkdirSync(join(folder, 'songs'), { recursive: true });
  const files = {
    '10 heron.txt': TAB,
    '2 heron.tab': TAB,
    'songs/chart.txt': 'Verse:\n| C | Am | F | G |',
    'letter.txt': 'Dear all, the lesson is off.',
    '.hidden': 'x',
  };
  for (const [path, content] of Object.entries(files)) writeFileSync(join(folder, path), content);
  return folder;
};

test('a folder is read with one report, in order, what is refused with its reason', () => {
  const { code, output } = runCliSync(['import', newFolder()]);
  expect(code).toBe(1);
  expect(String(output).trim().split('\n')).toEqual([
    '2 heron.tab: pattern, 1 bar, 6 notes, 1 remark',
    '  Note times come from the column spacing, 4 per beat.',
    '10 heron.txt: pattern, 1 bar, 6 notes, 1 remark',
    '  Note times come from the column spacing, 4 per beat.',
    'letter.txt: not read. No readable notes in this file. Nothing was imported.',
    'songs/chart.txt: song, 4 bars, 1 section',
    '3 files were read, 1 could not be.',
  ]);
});

test('with --out each is written as ours, over nothing that is there', () => {
  const folder = newFolder();
  writeFileSync(join(folder, '2 heron.json'), 'mine');
  runCliSync(['import', folder, '--out', folder]);
  expect(readFileSync(join(folder, '2 heron.json'), 'utf8')).toBe('mine');
  expect(readdirSync(folder).filter((name) => name.endsWith('.json'))).toEqual([
    '10 heron.json',
    '2 heron-2.json',
    '2 heron.json',
  ]);
  const written = (path: string): string => readFileSync(join(folder, path), 'utf8');
  expect(valueOrThrow(parsePatternFile(written('10 heron.json'))).strokes).toHaveLength(6);
  expect(valueOrThrow(parseSongFile(written('songs/chart.json'))).sections).toHaveLength(1);
});

test('the same for machines', () => {
  const { output } = runCliSync(['import', newFolder(), '--json']);
  expect(JSON.parse(String(output))).toMatchObject([
    { file: '2 heron.tab', kind: 'pattern', bars: 1 },
    { file: '10 heron.txt', kind: 'pattern' },
    { file: 'letter.txt', error: [{ code: 'no-notes' }] },
    { file: 'songs/chart.txt', kind: 'song', bars: 4, remarks: [] },
  ]);
});

test('a place that cannot be written to is named', () => {
  const folder = newFolder();
  const { code, error } = runCliSync(['import', folder, '--out', join(folder, 'letter.txt')]);
  expect(code).toBe(2);
  expect(error).toMatch(/^Nothing can be written to .*letter\.txt \((EEXIST|ENOTDIR)\)\. Choose another place\.$/);
});
