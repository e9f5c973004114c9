import {
  analyseSong,
  createPattern,
  createSongFromChart,
  parseChart,
  valueOrThrow,
  type Pattern,
} from '@fleet-wren/core';
import { pageAfterKey, pageAt, pagesOfPattern, pagesOfSong } from './stand-pages.ts';

const two: Pattern = {
  ...createPattern('Two', {
    bars: 2,
    strokes: [
      { id: 'a', at: 0, string: 5 },
      { id: 'b', at: 3360, string: 4 },
    ],
  }),
  chordChanges: [{ at: 3360, voicing: { chord: 'Am', frets: [null, 0, 2, 2, 1, 0] } }],
};

test('a pattern has a page a bar, with its chord and its strokes', () => {
  const pages = pagesOfPattern(two);
  expect(
    pages.map(({ chords, startTick, pattern }) => [chords, startTick, pattern.strokes.map(({ id }) => id)]),
  ).toEqual([
    ['C', 0, ['a']],
    ['Am', 3360, ['b']],
  ]);
  expect(pages[1]?.pattern.strokes[0]?.at).toBe(0);
});

test('a song has its bars in the order in which they are played', () => {
  const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart('Verse:\n| C | G | x2')), 'S'));
  const pages = pagesOfSong(song, analyseSong(song));
  expect(pages.map(({ chords }) => chords)).toEqual(['C', 'G', 'C', 'G']);
  expect(pages.map(({ place }) => place)[3]).toBe('Verse, bar 4 of 4');
  expect(pages.every(({ pattern }) => pattern.bars === 1 && pattern.strokes.length > 0)).toBe(true);
});

test.each([
  [0, 0],
  [3359, 0],
  [3360, 1],
  [99_999, 1],
])('tick %i is heard on page %i', (tick, page) => expect(pageAt(pagesOfPattern(two), tick)).toBe(page));

test.each([
  ['PageDown', 0, false, 1],
  ['ArrowRight', 2, false, 2],
  ['ArrowRight', 2, true, 0],
  ['PageUp', 0, false, 0],
  ['PageUp', 0, true, 2],
  ['Home', 2, false, 0],
  ['End', 0, false, 2],
  ['q', 1, false, undefined],
])('%s on page %i of three, looping %p, leads to %p', (key, page, loops, to) =>
  expect(pageAfterKey(key, page, 3, loops)).toBe(to),
);
