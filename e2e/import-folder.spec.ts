import { say } from '@fleet-wren/wording';
import {
  createSongFromChart,
  exportMidi,
  exportMusicXml,
  flattenScore,
  parseChart,
  parseStringNotation,
  prepareSongExport,
  serialisePattern,
  valueOrThrow,
} from '@fleet-wren/core';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, openStudio, test, violations } from './studio.ts';

const figure = (name: string, strings: string) =>
  valueOrThrow(parseStringNotation(strings, { name, subdivision: 2 })).pattern;

const reeds = figure('Reeds', '5 3 2 3 4 3 2 3');
const weir = flattenScore(figure('Weir', '6 3 2 1 2 3 2 3'));
const chart = '| C | Am | F | G | C | Am | F | G |\n'.repeat(3);
const long = prepareSongExport(valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Long way')));

/** A folder as a teacher has one: scores, a copy, a chart, a letter, a picture, and what the system leaves behind. */
const FILES: Readonly<Record<string, string | Uint8Array>> = {
  'Autumn/1 reeds.json': serialisePattern(reeds),
  'Autumn/2 reeds copy.json': serialisePattern(reeds),
  'Autumn/10 weir.mid': exportMidi(weir),
  'Autumn/songs/long way.musicxml': exportMusicXml(long.score, [], long.annotations),
  'Autumn/songs/chart.txt': 'Verse:\n| C | Am | F | G |\n',
  'Autumn/letter.txt': 'Dear all, the lesson is off.',
  'Autumn/cut.musicxml': '<score-partwise><part-list>',
  'Autumn/.DS_Store': 'x',
};

test('a folder is imported at once: what each file is, copies left out, all of it tagged and undone', async ({
  page,
}) => {
  const root = mkdtempSync(join(tmpdir(), 'fleet-wren-folder-'));
  for (const [path, content] of Object.entries(FILES)) {
    mkdirSync(join(root, path, '..'), { recursive: true });
    writeFileSync(join(root, path), content);
  }
  await openStudio(page);
  await page.goto('/patterns/import');
  await page.getByLabel(say('import.folder-to-import')).setInputFiles(join(root, 'Autumn'));

  await expect(page.getByRole('status')).toHaveText(say('import.batch.summary', { read: 5, refused: 2, saved: 0 }));
  const rows = page.locator('.batch-table tbody tr');
  await expect(rows.locator('th')).toHaveText([
    'Autumn/1 reeds.json',
    'Autumn/2 reeds copy.json',
    'Autumn/10 weir.mid',
    'Autumn/cut.musicxml',
    'Autumn/letter.txt',
    'Autumn/songs/chart.txt',
    'Autumn/songs/long way.musicxml',
  ]);
  const holds = (name: string) => rows.filter({ hasText: name }).locator('td').nth(2);
  await expect(holds('weir.mid')).toHaveText(say('import.batch.contents', { kind: 'pattern', bars: 1, parts: 8 }));
  await expect(holds('long way')).toHaveText(/^24 bars/);
  await expect(rows.filter({ hasText: 'reeds copy' })).toContainText(
    say('import.batch.same-as', { path: 'Autumn/1 reeds.json' }),
  );
  await expect(page.getByLabel(say('import.batch.choose', { path: 'Autumn/2 reeds copy.json' }))).not.toBeChecked();
  expect(await violations(page)).toEqual([]);

  await page.getByLabel(say('import.batch.kind-of', { path: 'Autumn/10 weir.mid' })).selectOption('song');
  await expect(holds('weir.mid')).toHaveText(/^1 bar, 1 section/);
  await page.getByRole('button', { name: say('import.batch.import', { count: 4 }) }).click();
  await expect(page.getByRole('status')).toHaveText(say('import.batch.summary', { read: 5, refused: 2, saved: 4 }));

  interface Listed {
    readonly name: string;
    readonly summary: { readonly tags: readonly string[] };
  }
  const list = async (path: string, key: 'patterns' | 'songs') =>
    ((await (await page.request.get(path)).json()) as Record<typeof key, readonly Listed[]>)[key]
      .map(({ name, summary }) => `${name} ${summary.tags.join()}`)
      .sort();
  expect(await list('/api/patterns', 'patterns')).toEqual(['Reeds Autumn']);
  expect(await list('/api/songs', 'songs')).toEqual(['Long way Autumn', 'Weir Autumn', 'chart Autumn']);

  await page.getByRole('button', { name: say('import.batch.undo', { count: 4 }) }).click();
  await expect(page.getByRole('status')).toHaveText(say('import.batch.summary', { read: 5, refused: 2, saved: 0 }));
  expect(await list('/api/patterns', 'patterns')).toEqual([]);
  expect(await list('/api/songs', 'songs')).toEqual([]);
  // The browser reads a file when it is asked for: until then it has to be there.
  rmSync(root, { recursive: true, force: true });
});

test('one text that is a chord chart is a song, whether chosen or pasted', async ({ page }) => {
  await openStudio(page);
  await page.goto('/patterns/import');
  const text = 'Verse:\n| C | Am | F | G |\n';
  await page
    .getByLabel(say('import.file-to-import'))
    .setInputFiles({ name: 'weir way.txt', mimeType: 'text/plain', buffer: Buffer.from(text) });
  await expect(page.getByText(say('import.reads-as-song', { bars: 4 }))).toBeVisible();
  await page.getByRole('button', { name: say('import.save-as-song') }).click();
  await expect(page).toHaveURL(/\/songs\//);
});
