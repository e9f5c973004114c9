import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runCliSync } from './run-cli.ts';

const folder = mkdtempSync(join(tmpdir(), 'wren-takes-'));
const fileWith = (name: string, content: string | Uint8Array): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

describe('takes', () => {
  const roll = (): string =>
    fileWith(
      'take-roll.json',
      runCliSync(['export', '--strings', '6 3 2 1 2 3', '--subdivision', '3', '--chord', 'Em', '--to', 'json'])
        .output as string,
    );
  const played = (...more: readonly string[]): string => {
    const { code, output } = runCliSync(['play', roll(), '--seed', '7', '--cycles', '6', ...more]);
    expect(code).toBe(0);
    return fileWith(`take-${more.join('').replace(/\W/g, '')}.wav`, output as Uint8Array);
  };

  test('an invented player is heard again: who comes late is named', () => {
    const { code, output } = runCliSync(['take', played('--as', 'late-ring'), '--against', roll()]);
    expect(code).toBe(0);
    expect(output).toMatch(/^6 of 6 passes clean at 80 bpm/);
    expect(output).toMatch(/The ring finger is late/);
  }, 30_000);

  test('what cannot be timed is said', () => {
    const pinches = fileWith(
      'pinches.json',
      runCliSync(['export', '--strings', '5+1 3 4+2 3', '--subdivision', '2', '--chord', 'C', '--to', 'json'])
        .output as string,
    );
    const { output } = runCliSync(['play', pinches, '--as', 'steady', '--seed', '7', '--cycles', '2']);
    const heard = runCliSync(['take', fileWith('pinches.wav', output as Uint8Array), '--against', pinches])
      .output as string;
    expect(heard.match(/ not timed /g)).toHaveLength(4);
    expect(heard.match(/±/g)).toHaveLength(1);
  }, 30_000);

  test('the same for machines', () => {
    const { output } = runCliSync(['take', played('--as', 'steady'), '--against', roll(), '--json']);
    const { cycles, digits } = JSON.parse(output as string) as { cycles: unknown[]; digits: { striker: string }[] };
    expect(cycles).toHaveLength(6);
    expect(digits.map(({ striker }) => striker)).toEqual(['p', 'i', 'm', 'a']);
  }, 30_000);

  test('as a MIDI file too, played and judged', () => {
    const { code, output } = runCliSync(['play', roll(), '--as', 'late-ring', '--cycles', '8', '--out', 'x.mid']);
    expect(code).toBe(0);
    const named = runCliSync(['play', roll(), '--as', 'late-ring', '--cycles', '8', '--to', 'x.mid']);
    expect([named.file, Buffer.compare(named.output as Uint8Array, output as Uint8Array)]).toEqual(['x.mid', 0]);
    const heard = runCliSync(['take', fileWith('played.mid', output as Uint8Array), '--against', roll()]);
    expect(heard.output).toMatch(/^8 of 8 passes clean at 80 bpm/);
    expect(heard.output).toMatch(/The ring finger is late/);
    const text = runCliSync([
      'take',
      fileWith('none.mid', new TextEncoder().encode('no notes here at all')),
      '--against',
      roll(),
    ]);
    expect([text.code, text.error]).toEqual([2, expect.stringMatching(/does not start like a MIDI file/)]);
  });

  test('the same seed plays the same, to the byte', () => {
    const [once, again] = [0, 1].map(
      () => runCliSync(['play', roll(), '--as', 'beginner', '--seed', '3', '--cycles', '2']).output as Uint8Array,
    );
    expect(Buffer.compare(once as Uint8Array, again as Uint8Array)).toBe(0);
  });

  test.each<[string, () => string[], RegExp]>([
    ['nobody of that name', () => ['play', roll(), '--as', 'nobody'], /no player “nobody”.*late-ring/],
    ['no number', () => ['play', roll(), '--cycles', 'many'], /needs a whole number/],
    ['nothing to play', () => ['play'], /^Which pattern\?/],
    ['nothing to judge against', () => ['take', 'x.wav'], /--against PATTERN/],
    ['no sound', () => ['take', roll(), '--against', roll()], /not a WAV file/],
    ['no file', () => ['take', '/nowhere.wav', '--against', roll()], /ENOENT/],
    ['a tempo that is none', () => ['take', 'x.wav', '--against', roll(), '--tempo', 'fast'], /bpm is out of range/],
  ])('%s is refused', (_what, args, words) => {
    const { code, error } = runCliSync(args());
    expect(code).toBe(2);
    expect(error).toMatch(words);
  });
});
