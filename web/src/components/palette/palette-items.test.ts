import { findPaletteItems, type PaletteGroup, type PaletteItem } from './palette-items.ts';

const item = (label: string, group: PaletteGroup): PaletteItem => ({ key: label, label, group, run: () => undefined });

const ITEMS = [
  item('Reverse', 'here'),
  item('Patterns', 'place'),
  item('Pattern library', 'place'),
  item('Weir at dusk, thumb in three', 'pattern'),
  item('Dusk roll', 'pattern'),
  item('Café waltz', 'song'),
  item('Osric Penny', 'student'),
];

const labels = (typed: string): readonly string[] => findPaletteItems(ITEMS, typed).map(({ label }) => label);

test('every word is found, in any order, whatever its case and accents', () => {
  expect(labels('three WEIR')).toEqual(['Weir at dusk, thumb in three']);
  expect(labels('cafe')).toEqual(['Café waltz']);
  expect(labels('weir four')).toEqual([]);
});

test('what begins with the word comes before what has it inside', () => {
  expect(labels('dusk')).toEqual(['Dusk roll', 'Weir at dusk, thumb in three']);
});

test('with nothing typed places come first and what can be done here last', () => {
  expect(labels('')[0]).toBe('Patterns');
  expect(labels('').at(-1)).toBe('Reverse');
});

test('no group crowds out the others', () => {
  const many = Array.from({ length: 50 }, (_, index) => item(`Roll ${index}`, 'pattern'));
  const found = findPaletteItems([...many, item('Roll call', 'song')], 'roll');
  expect(found.length).toBeLessThan(10);
  expect(found.at(-1)?.label).toBe('Roll call');
});
