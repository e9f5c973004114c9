import { layOutChordDiagram } from './chord-diagram-layout.ts';

const fingers = (frets: readonly (number | null)[]): readonly (number | null)[] =>
  layOutChordDiagram({ chord: '', frets }).marks.map(({ finger }) => finger);

test('a shape shows its fingers, its open and its muted strings', () => {
  const { marks, from, barres } = layOutChordDiagram({ chord: 'C', frets: [null, 3, 2, 0, 1, 0] });
  expect(marks.map(({ kind }) => kind)).toEqual(['muted', 'stopped', 'stopped', 'open', 'stopped', 'open']);
  expect(marks.map(({ finger }) => finger)).toEqual([null, 3, 2, null, 1, null]);
  expect([from, barres]).toEqual([1, []]);
});

test('a barre lies over its strings, and high shapes begin at their fret', () => {
  const { barres, from, strings } = layOutChordDiagram({ chord: 'Bm', frets: [7, 9, 9, 7, 7, 7] });
  expect(from).toBe(7);
  expect(barres).toEqual([{ along: expect.any(Number), from: strings[0], to: strings[5] }]);
});

test('a shape no hand can hold shows no fingers', () => {
  expect(fingers([1, 2, 3, 4, 5, 6])).toEqual([null, null, null, null, null, null]);
});

test('marks keep inside the neck whatever the number of strings (law)', () => {
  for (const strings of [3, 4, 6, 10]) {
    const frets = Array.from({ length: strings }, (_, place) => (place === 1 ? 5 : 0));
    const { marks, breadth } = layOutChordDiagram({ chord: '', frets });
    expect(marks.every(({ across }) => across > 0 && across < breadth)).toBe(true);
  }
});
