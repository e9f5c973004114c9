import {
  createProblem,
  failure,
  parseStringNotation,
  success,
  valueOrThrow,
  type LibraryImport,
} from '@fleet-wren/core';
import {
  LARGEST_BATCH,
  countBatch,
  createRow,
  getFolderName,
  listRowsToSave,
  needsCheck,
  sortBatchFiles,
  withReading,
  withTag,
  type BatchFile,
  type BatchRow,
} from './batch.ts';

const fileAt = (path: string): BatchFile => ({ path, file: new File(['x'], path) });

const { pattern } = valueOrThrow(parseStringNotation('5 3 2 3', { name: 'Reeds', subdivision: 2 }));
const item = (more: object = {}): LibraryImport =>
  ({ kind: 'pattern', pattern, warnings: [], hasInferredPositions: false, ...more }) as LibraryImport;
const row = (path: string): BatchRow => createRow(fileAt(path));
const read = (path: string, twin?: string): BatchRow => withReading(row(path), success(item()), twin);
const refused = (path: string): BatchRow => withReading(row(path), failure(createProblem('no-notes')));

test('files stand as a list shows them, numbers by their value, those of the system left out', () => {
  const paths = ['a/10.mid', 'a/2.mid', 'a/.hidden', '.git/x.mid', 'a/b/1.mid'];
  expect(sortBatchFiles(paths.map(fileAt)).map(({ path }) => path)).toEqual(['a/2.mid', 'a/10.mid', 'a/b/1.mid']);
});

test('of a huge folder the first are taken', () => {
  const many = Array.from({ length: LARGEST_BATCH + 5 }, (_, index) => fileAt(`f/${index}.mid`));
  expect(sortBatchFiles(many)).toHaveLength(LARGEST_BATCH);
});

test.each([
  [['Autumn/a.mid', 'Autumn/b/c.mid'], 'Autumn'],
  [['Autumn/a.mid', 'Spring/c.mid'], ''],
  [['a.mid', 'b.mid'], ''],
  [[], ''],
])('the folder of %j is “%s”', (paths, folder) => {
  expect(getFolderName(paths.map(fileAt))).toBe(folder);
});

test('what is kept is what could be read, is chosen, is no copy and is not kept yet', () => {
  const rows = [
    read('a'),
    read('b', 'a'),
    refused('c'),
    row('d'),
    { ...read('e'), isChosen: false },
    { ...read('f'), savedAs: 'id' },
  ];
  expect(listRowsToSave(rows).map(({ path }) => path)).toEqual(['a']);
  expect(countBatch(rows)).toEqual({ files: 6, waiting: 1, refused: 1, toCheck: 0, saved: 1 });
});

test('guessed strings and remarks are to be checked', () => {
  const reading = (more: object) => withReading(row('a'), success(item(more)));
  expect(
    [{}, { hasInferredPositions: true }, { warnings: [createProblem('no-notes')] }].map(reading).map(needsCheck),
  ).toEqual([false, true, true]);
});

test('a tag is added once, where there is one and room for it', () => {
  const tagsOf = (tags: readonly string[], tag: string, most = 3) => {
    const made = withTag(item({ pattern: { ...pattern, tags } }), tag, most);
    return made.kind === 'pattern' ? made.pattern.tags : [];
  };
  expect(tagsOf(['a'], 'b')).toEqual(['a', 'b']);
  expect(tagsOf(['a'], 'a')).toEqual(['a']);
  expect(tagsOf(['a'], '')).toEqual(['a']);
  expect(tagsOf(['a', 'b', 'c'], 'd')).toEqual(['a', 'b', 'c']);
});
