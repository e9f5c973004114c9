import { copyFileSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createPattern, serialisePattern } from '@fleet-wren/core';
import { runCli, runCliSync } from '../run-cli.ts';

const folder = mkdtempSync(join(tmpdir(), 'wren-sheets-'));
const fileWith = (name: string, content: string): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

describe('sheets', () => {
  const roll = (): string =>
    fileWith(
      'roll.json',
      runCliSync(['export', '--strings', '6 3 2 1', '--chord', 'Em', '--to', 'json']).output as string,
    );

  const titled = (name: string): string =>
    fileWith(
      `titled-${name.length}-${name.charCodeAt(0)}.json`,
      (runCliSync(['export', '--strings', '6 3 2 1', '--chord', 'Em', '--to', 'json']).output as string).replace(
        /"name": *"[^"]*"/,
        `"name": "${name}"`,
      ),
    );

  test('notes are called as asked: a chord on B is on H, or on Si', async () => {
    const file = fileWith(
      'b.json',
      runCliSync(['export', '--strings', '5 3 2 3', '--chord', 'B7', '--to', 'json']).output as string,
    );
    for (const [asked, words] of [
      ['abc', 'B7'],
      ['ahc', 'H7'],
      ['lasido', 'Si7'],
    ] as const) {
      const { output } = await runCli(['sheet', file, '--to', 'svg', '--notes', asked]);
      expect((output as string).replace(/<[^>]*>|\s/g, '')).toContain(words);
    }
  }, 30_000);

  test('a bar too long for large print is broken in two', async () => {
    const file = fileWith(
      'long.json',
      runCliSync(['export', '--strings', Array(8).fill('5 3 2 3').join(' '), '--subdivision', '8', '--to', 'json'])
        .output as string,
    );
    const bars = async (...more: readonly string[]): Promise<number> => {
      const { output } = await runCli(['sheet', file, '--to', 'svg', ...more]);
      return (output as string).split(/class="[^"]*measure/).length - 1;
    };
    expect([await bars(), await bars('--large')]).toEqual([1, 2]);
  }, 30_000);

  test('a picture of the music: every stroke on both staves, nothing but where on the strings', async () => {
    const { code, output } = await runCli(['sheet', roll(), '--to', 'svg']);
    expect(code).toBe(0);
    expect((output as string).match(/class="note"/g)).toHaveLength(8);
    expect(output).not.toMatch(/tabDurSym/);
  }, 30_000);

  test('a PDF that says what it is, in its own type', async () => {
    const { code, output } = await runCli(['sheet', roll(), '--to', 'pdf', '--paper', 'letter']);
    const text = Buffer.from(output as Uint8Array).toString('latin1');
    expect(code).toBe(0);
    expect(text.slice(0, 8)).toBe('%PDF-1.7');
    expect(text).toMatch(/\/MediaBox \[0 0 612 792\]/);
    expect(text).toMatch(/\+Literata-SemiBold/);
    expect(text).toMatch(/\/MarkInfo/);
  }, 30_000);

  test('a title in Czech and a chord with a flat are in type that has them', async () => {
    const { code, output } = await runCli(['sheet', titled('Kůň in B♭'), '--to', 'pdf']);
    const text = Buffer.from(output as Uint8Array).toString('latin1');
    expect(code).toBe(0);
    expect(text).toMatch(/\+DejaVuSerif-Bold/);
    expect(text.match(/\+Literata-SemiBold/g)?.length).toBeGreaterThan(1);
  }, 30_000);

  test('accidentals of chords are signs anybody’s type has', async () => {
    const file = fileWith(
      'sharp.json',
      runCliSync(['export', '--strings', '5 3 2 3', '--chord', 'Bb7', '--to', 'json']).output as string,
    );
    const { output } = await runCli(['sheet', file, '--to', 'svg']);
    expect((output as string).replace(/<[^>]*>|\s/g, '')).toContain('B♭7');
    expect(output).not.toContain('font-family="Leipzig"');
  }, 30_000);

  test('moments of the hand stand below the music where they are asked for', async () => {
    const size = async (...more: readonly string[]): Promise<number> => {
      const { code, output } = await runCli(['sheet', roll(), '--to', 'pdf', ...more]);
      expect(code).toBe(0);
      return (output as Uint8Array).length;
    };
    // Every moment is dozens of lines and a sentence.
    expect(await size('--hand')).toBeGreaterThan((await size()) + 3000);
  }, 30_000);

  describe('several bound together', () => {
    const pagesOf = (output: unknown): string => {
      const text = Buffer.from(output as Uint8Array).toString('latin1');
      return /\/Type \/Pages\s*\/Count (\d+)/.exec(text)?.[1] ?? '';
    };

    test('a cover, contents, and each piece on a page of its own, with bookmarks', async () => {
      const { code, output } = await runCli(['sheet', roll(), titled('Second'), '--to', 'pdf', '--name', 'Two rolls']);
      expect(code).toBe(0);
      expect(pagesOf(output)).toBe('4');
      const text = Buffer.from(output as Uint8Array).toString('latin1');
      expect(text).toMatch(/\/Outlines/);
      expect(text).toMatch(/\(chapter-2\)[\s\S]*\(chapter-3\)/);
    }, 30_000);

    test('a folder, and what is in it that is none of ours is named', async () => {
      const folder = mkdtempSync(join(tmpdir(), 'wren-book-'));
      copyFileSync(roll(), join(folder, '2.json'));
      copyFileSync(titled('First'), join(folder, '1.json'));
      const bound = await runCli(['sheet', folder, '--to', 'pdf']);
      expect(pagesOf(bound.output)).toBe('4');
      writeFileSync(join(folder, '3.json'), '{}');
      const refused = await runCli(['sheet', folder, '--to', 'pdf']);
      expect(refused.code).toBe(2);
      expect(refused.error).toMatch(/^3\.json: /);
    }, 30_000);

    test('as anything but a PDF, or of nothing, it is refused', async () => {
      expect((await runCli(['sheet', roll(), roll(), '--to', 'svg'])).error).toMatch(/use --to pdf/);
      const empty = mkdtempSync(join(tmpdir(), 'wren-empty-'));
      expect((await runCli(['sheet', empty, '--to', 'pdf'])).error).toMatch(/no pattern or song file/);
    });
  });

  test.each<[string, string[], RegExp]>([
    ['no file', ['sheet'], /^Which file\?/],
    ['nothing it is to be', ['sheet', 'x.json'], /--to pdf, --to svg or --to mei/],
    ['an unknown paper', ['sheet', 'x.json', '--to', 'pdf', '--paper', 'wallpaper'], /a4 or letter/],
    [
      'nothing to print',
      ['sheet', fileWith('bare.json', serialisePattern(createPattern('Bare'))), '--to', 'pdf'],
      /no notes to finger/,
    ],
    [
      'a way of calling notes there is none of',
      ['sheet', 'x.json', '--to', 'pdf', '--notes', 'xyz'],
      /abc, ahc or lasido/,
    ],
    ['a title in letters the type has not', ['sheet', titled('夜の川'), '--to', 'pdf'], /has no “夜の川”.*--to svg/],
    ['a title from right to left', ['sheet', titled('נהר'), '--to', 'pdf'], /has no “נהר”/],
  ])('%s', async (_what, args, words) => {
    const { code, error } = await runCli(args);
    expect(code).toBe(2);
    expect(error).toMatch(words);
  });
});
