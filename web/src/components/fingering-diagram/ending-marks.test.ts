import { createPattern } from '@fleet-wren/core';
import { listEndingMarks } from './ending-marks.ts';

const BAR = 3360;

test('a figure of four bars with endings of one: the bars of the second time are those of the first', () => {
  const pattern = { ...createPattern('P', { bars: 8 }), endings: { times: 2, bars: 1 } };
  expect(listEndingMarks(pattern)).toEqual([
    { kind: 'ending', fromTick: 3 * BAR, toTick: 4 * BAR, label: '1st ending' },
    { kind: 'again', fromTick: 4 * BAR, toTick: 7 * BAR, label: 'as bars 1–3' },
    { kind: 'ending', fromTick: 7 * BAR, toTick: 8 * BAR, label: '2nd ending' },
  ]);
});

test('one shared bar is named alone, a third ending counted', () => {
  const pattern = { ...createPattern('P', { bars: 6 }), endings: { times: 3, bars: 1 } };
  expect(listEndingMarks(pattern).map(({ label }) => label)).toEqual([
    '1st ending',
    'as bar 1',
    '2nd ending',
    'as bar 1',
    '3rd ending',
  ]);
});

test('a pattern without endings has none', () => {
  expect(listEndingMarks(createPattern('P', { bars: 4 }))).toEqual([]);
});
