import type { Student } from '@fleet-wren/contract';
import { inGroup, listGroups, parseGroups } from './groups.ts';

const student = (name: string, ...groups: string[]): Student => ({
  id: name,
  name,
  version: 1,
  about: groups.length > 0 ? { groups } : {},
  archivedAt: null,
});

const STUDIO = [student('Ada', 'Tuesday duo'), student('Bo'), student('Cy', 'Beginners', 'Tuesday duo')];

test('the groups of a studio are those of its students, by name', () => {
  expect(listGroups(STUDIO)).toEqual(['Beginners', 'Tuesday duo']);
  expect(listGroups([])).toEqual([]);
});

test('a group has its students, no group has all', () => {
  expect(inGroup(STUDIO, 'Tuesday duo').map(({ name }) => name)).toEqual(['Ada', 'Cy']);
  expect(inGroup(STUDIO, null)).toHaveLength(3);
  expect(inGroup(STUDIO, 'Nobody')).toEqual([]);
});

test.each([
  ['Tuesday duo, Beginners', ['Tuesday duo', 'Beginners']],
  ['  tuesday   DUO ;; , ', ['Tuesday duo']],
  ['Duo, duo, DUO', ['Duo']],
  ['', []],
  ['x'.repeat(60), ['x'.repeat(40)]],
])('“%s” is typed for its groups', (text, groups) => {
  expect(parseGroups(text, ['Tuesday duo'])).toEqual(groups);
});
