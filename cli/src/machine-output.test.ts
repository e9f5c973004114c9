import { createSongFromChart, parseChart, serialiseSong, valueOrThrow } from '@fleet-wren/core';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runCli } from './run-cli.ts';

const answered = async (...args: readonly string[]): Promise<unknown> => {
  const { code, output, error } = await runCli([...args, '--json']);
  expect([code, error]).toEqual([0, '']);
  return JSON.parse(output.toString());
};

/** Every name in a value, sorted, with the place it stands at. */
const namesIn = (value: unknown, at = ''): readonly string[] => {
  if (Array.isArray(value)) return [...new Set(value.flatMap((one) => namesIn(one, at)))].sort();
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value)
    .flatMap(([name, one]) => [`${at}${name}`, ...namesIn(one, `${at}${name}.`)])
    .sort();
};

const songFile = (): string => {
  const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart('| Bb | Eb | F | Bb |')), 'Song', {}));
  const file = join(mkdtempSync(join(tmpdir(), 'wren-song-')), 'song.json');
  writeFileSync(file, serialiseSong(song));
  return file;
};

describe('names that scripts rely on', () => {
  test('analyse', async () => {
    const said = await answered('analyse', '--strings', '6 3 2+1 2 3 2', '--chord', 'G', '--tempo', '200');
    expect(namesIn(said)).toEqual(
      expect.arrayContaining([
        ...['ceiling.bpm', 'ceiling.cause.code', 'ceiling.has', 'ceiling.need', 'ceiling.strokes'],
        ...['ceilings.bpm', 'ceilings.striker', 'cost', 'difficulty', 'digits', 'findings.kind', 'findings.strokes'],
        ...['load.free', 'load.longestRest', 'load.rate', 'load.strain', 'load.striker', 'load.strokes'],
        ...['motions.has', 'motions.need', 'motions.striker', 'rings.how', 'troubles'],
      ]),
    );
    expect(Object.keys(said as object).sort()).toEqual([
      'ceiling',
      'ceilings',
      'changes',
      'cost',
      'difficulty',
      'digits',
      'findings',
      'load',
      'motions',
      'rings',
      'troubles',
    ]);
  });

  test('compare', async () => {
    const said = await answered('compare', '--strings', '6 3 2 1 2 3', '--schools', 'one-per-string,hybrid');
    expect(namesIn(said)).toEqual(
      expect.arrayContaining([
        'approaches.busiest.gap',
        'approaches.busiest.strain',
        'approaches.busiest.striker',
        'best',
        'why',
      ]),
    );
  });

  test('harmonics', async () => {
    const names = namesIn(await answered('harmonics', '--frets', '3 5 5 4 3 3'));
    expect(names).toEqual(
      expect.arrayContaining([
        ...['points.note', 'points.reachable', 'points.stopped', 'points.touch'],
        ...['cascade.makes.code', 'cascade.notes.harmonic.touch', 'cascade.notes.note', 'cascade.oneWay'],
      ]),
    );
  });

  test('voicings', async () => {
    const [first] = (await answered('voicings', 'Am7')) as readonly object[];
    expect(Object.keys(first as object).sort()).toEqual(['barre', 'chord', 'ease', 'fingers', 'frets', 'known']);
  });

  test('song and capo', async () => {
    const file = songFile();
    const song = (await answered('song', file)) as { readonly order: readonly object[] };
    expect(Object.keys(song.order[0] as object).sort()).toEqual(['motif', 'of', 'reached']);
    const { here } = (await answered('capo', file)) as { readonly here: readonly object[] };
    expect(Object.keys(here[0] as object).sort()).toEqual([
      'barres',
      'capo',
      'hardness',
      'open',
      'openBasses',
      'shapes',
      'transpose',
    ]);
  });
});
