import { createSegments, notateRhythm } from './notate-rhythm.ts';

test('a beam does not lead out of a triplet that begins with a rest', () => {
  // 4/8: a rest of a sixteenth triplet, a note over the rest of it that is tied on, then two eighths.
  const metre = { beats: 4, unit: 8 } as const;
  const pieces = notateRhythm(
    createSegments(
      [
        [140, 'a'],
        [840, 'b'],
        [1260, 'c'],
      ] as const,
      metre,
    ),
    metre,
  );
  expect(pieces.map(({ at, value, beams }) => [at, value?.tuplet !== undefined, ...beams])).toEqual([
    [0, true],
    [140, true],
    [420, false],
    [840, false, 'begin'],
    [1260, false, 'end'],
  ]);
});

test('a whole triplet may be beamed with what stands beside it', () => {
  const metre = { beats: 2, unit: 4 } as const;
  const starts = [0, 140, 280, 420].map((at) => [at, `${at}`] as const);
  const pieces = notateRhythm(createSegments(starts, metre), metre).filter(({ at }) => at < 840);
  expect(pieces.slice(0, 4).map(({ beams }) => beams[0])).toEqual(['begin', 'continue', 'continue', 'end']);
});
