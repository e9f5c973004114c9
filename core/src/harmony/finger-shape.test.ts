import { fingerShape, listOpenShapes } from './index.ts';

const frets = (text: string): readonly (number | null)[] =>
  text.split(' ').map((fret) => (fret === 'x' ? null : Number(fret)));

const fingering = (text: string): string =>
  fingerShape({ chord: '', frets: frets(text) })
    ?.fingers.map((finger) => finger ?? '-')
    .join(' ') ?? 'none';

/** Shapes with the fingers every chord chart gives them (common practice, no source). */
test.each([
  ['C', 'x 3 2 0 1 0', '- 3 2 - 1 -'],
  ['G', '3 2 0 0 0 3', '2 1 - - - 3'],
  ['D', 'x x 0 2 3 2', '- - - 1 3 2'],
  ['A', 'x 0 2 2 2 0', '- - 1 2 3 -'],
  ['E', '0 2 2 1 0 0', '- 2 3 1 - -'],
  ['Am', 'x 0 2 2 1 0', '- - 2 3 1 -'],
  ['Dm', 'x x 0 2 3 1', '- - - 2 3 1'],
  ['F', '1 3 3 2 1 1', '1 3 4 2 1 1'],
  ['Fmaj7', 'x x 3 2 1 0', '- - 3 2 1 -'],
  ['B7', 'x 2 1 2 0 2', '- 2 1 3 - 4'],
  ['C7', 'x 3 2 3 1 0', '- 3 2 4 1 -'],
  ['G7', '3 2 0 0 0 1', '3 2 - - - 1'],
  ['Bm', 'x 2 4 4 3 2', '- 1 3 4 2 1'],
  ['F#m', '2 4 4 2 2 2', '1 3 4 1 1 1'],
  ['Cadd9', 'x 3 2 0 3 3', '- 2 1 - 3 4'],
  ['B', 'x 2 4 4 4 2', '- 1 2 3 4 1'],
  ['Bb', 'x 1 3 3 3 1', '- 1 2 3 4 1'],
  ['Bb7', 'x 1 3 1 3 1', '- 1 3 1 4 1'],
  ['F, four strings', 'x x 3 2 1 1', '- - 3 2 1 1'],
  ['F/C', 'x 3 3 2 1 1', '- 3 4 2 1 1'],
  ['Dm7', 'x x 0 2 1 1', '- - - 2 1 1'],
])('%s', (_name, shape, fingers) => expect(fingering(shape)).toBe(fingers));

test('a barre goes from its first string to its last', () => {
  expect(fingerShape({ chord: 'Bm', frets: frets('x 2 4 4 3 2') })?.barres).toEqual([
    { finger: 1, fret: 2, from: 1, to: 5 },
  ]);
});

test('a shape that no hand can hold has none', () => {
  expect(fingerShape({ chord: '', frets: frets('1 2 3 4 5 6') })).toBeUndefined();
});

test('fingers go up with the frets, and none is used twice but for a barre (law)', () => {
  for (const voicing of ['standard', 'drop-d', 'open-g', 'open-d', 'modal-d'].flatMap((key) =>
    listOpenShapes(key, 6),
  )) {
    const found = fingerShape(voicing);
    if (!found) throw new Error(voicing.chord);
    const stops = voicing.frets.flatMap((fret, place) => (fret ? [[fret, found.fingers[place]] as const] : []));
    for (const [fret, finger] of stops)
      for (const [other, another] of stops) {
        if (fret < other) expect(finger).toBeLessThan(another as number);
        if (finger === another) expect(fret).toBe(other);
      }
  }
});
