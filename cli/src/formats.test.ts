import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createPattern, parsePatternFile, serialisePattern, valueOrThrow, type Pattern } from '@fleet-wren/core';
import { strFromU8, unzipSync } from 'fflate';
import createModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { runCli, runCliSync } from './run-cli.ts';

const folder = mkdtempSync(join(tmpdir(), 'wren-formats-'));

const fileWith = (name: string, content: string | Uint8Array): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

const ROLL = createPattern('Rill', {
  tempo: 84,
  subdivision: 2,
  strokes: [5, 3, 2, 3, 4, 3, 1, 3].map((string, index) => ({ id: `s${index}`, at: index * 420, string })),
});

const roll = fileWith('rill.json', serialisePattern(ROLL));

const strings = ({ strokes }: Pattern) => strokes.map(({ at, string }) => [at, string]);

test('a compressed score has its kind first and unpacked, its contents named, and comes back', () => {
  const { output } = runCliSync(['export', roll, '--to', 'mxl']);
  const bytes = output as Uint8Array;
  // The first entry of a zip begins at byte 30 with its name, then what it holds where it is stored (APPNOTE 4.3.7).
  expect(strFromU8(bytes.subarray(30, 38))).toBe('mimetype');
  expect(strFromU8(bytes.subarray(38, 72))).toBe('application/vnd.recordare.musicxml');
  const files = unzipSync(bytes);
  expect(strFromU8(files['META-INF/container.xml'] as Uint8Array)).toContain('full-path="score.musicxml"');
  expect(strFromU8(files['score.musicxml'] as Uint8Array)).toContain('<score-partwise');
  const back = runCliSync(['import', fileWith('rill.mxl', bytes)]);
  expect(strings(valueOrThrow(parsePatternFile(String(back.output))))).toEqual(strings(ROLL));
  expect(runCliSync(['export', roll, '--to', 'mxl']).output).toEqual(bytes);
});

test('MEI has every note at its time, read by the engraver as MEI', async () => {
  const { output, code } = await runCli(['sheet', roll, '--to', 'mei']);
  expect(code).toBe(0);
  expect(String(output)).toMatch(/<mei [^>]*xmlns="http:\/\/www\.music-encoding\.org\/ns\/mei"/);
  const toolkit = new VerovioToolkit(await createModule());
  toolkit.setOptions({ inputFrom: 'mei' });
  expect(toolkit.loadData(String(output))).toBeTruthy();
  const notes = (toolkit.renderToTimemap({}) as readonly { readonly qstamp: number; readonly on?: readonly string[] }[])
    .filter(({ on = [] }) => on.length > 0)
    .map(({ qstamp }) => qstamp);
  expect(notes).toEqual(expect.arrayContaining([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5]));
});

/** One track that holds one note, of one quarter (Standard MIDI Files 1.0). */
const track = (name: string, pitch: number): readonly number[] => {
  const title = [...name].map((letter) => letter.charCodeAt(0));
  const events = [0, 0xff, 3, title.length, ...title, 0, 0x90, pitch, 80, 96, 0x80, pitch, 0, 0, 0xff, 0x2f, 0];
  return [0x4d, 0x54, 0x72, 0x6b, 0, 0, 0, events.length, ...events];
};

test('the parts of a file are listed, with the one that is taken', () => {
  const head = [0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 1, 0, 2, 0, 96];
  const file = fileWith('two.mid', Uint8Array.from([...head, ...track('Fiddle', 74), ...track('Guitar', 52)]));
  const { output, code } = runCliSync(['import', file, '--parts']);
  expect(code).toBe(0);
  const lines = String(output).trim().split('\n');
  expect(lines.filter((line) => line.includes('Fiddle') || line.includes('Guitar'))).toHaveLength(2);
  expect(lines.filter((line) => line.includes('*'))).toHaveLength(1);
  expect(String(output)).toMatch(/\* .*Guitar, 1 note/);
});

test('a file of one part says so', () => {
  const { output } = runCliSync([
    'import',
    fileWith('one.txt', 'e|-0-|\nB|---|\nG|---|\nD|---|\nA|---|\nE|---|'),
    '--parts',
  ]);
  expect(String(output)).toMatch(/^1 \* .*1 note\n$/);
});

test('a pattern and a song are written for the engraver of the other kind', () => {
  const { output, code } = runCliSync(['export', roll, '--to', 'lilypond']);
  expect(code).toBe(0);
  expect(String(output)).toMatch(/^\\version "2\.24\.0"\n\n\\header \{ title = "Rill"/);
});
