import { valueOrThrow } from '../errors/index.ts';
import { parseStringNotation, type StringNotationOptions } from '../formats/index.ts';
import { listSkillUses } from './list-skill-uses.ts';

const SIX_EIGHT = { beats: 6, unit: 8, groups: [3, 3] } as const;
const THREE_FOUR = { beats: 3, unit: 4 } as const;

/**
 * Forty figures every method book has in some form, and what a teacher would say they practise, written down before
 * the computation was asked (common practice, no source).
 */
const STUDIES: readonly (readonly [figure: string, options: StringNotationOptions, skills: string])[] = [
  ['6 6 6 6', { subdivision: 1 }, 'thumb-steady'],
  ['6 5 6 5', { subdivision: 1 }, 'thumb-alternating'],
  ['5 4 6 4', { subdivision: 1 }, 'thumb-alternating'],
  ['6:0 6:2 6:3 5:0', { subdivision: 1 }, 'thumb-alternating thumb-walking'],
  ['6 3 6 3 6 3 6 3', { subdivision: 2 }, 'thumb-steady between-thumbs p-i eighths'],
  ['6 3 4 2 6 3 4 2', { subdivision: 2, school: 'three-finger' }, 'thumb-alternating between-thumbs p-i p-m eighths'],
  ['6 3 4 3 6 3 4 3', { subdivision: 2, school: 'thumb-index' }, 'thumb-alternating between-thumbs p-i eighths'],
  [
    '6+1 - 4 2 6 1 4 -',
    { subdivision: 2, school: 'three-finger' },
    'thumb-alternating pinch-one between-thumbs on-and-between syncopated p-i p-m eighths',
  ],
  [
    '6+2 3 4+2 3 6+2 3 4+2 3',
    { subdivision: 2, school: 'three-finger' },
    'thumb-alternating pinch-one between-thumbs on-and-between m-i eighths',
  ],
  ['5+1 5 5+1 5', { subdivision: 1 }, 'thumb-steady pinch-one'],
  ['5+2+1 5 5+2+1 5', { subdivision: 1 }, 'thumb-steady pinch-two'],
  ['5+3+2+1 - 5+3+2+1 -', { subdivision: 1 }, 'thumb-steady pinch-three'],
  ['6 3+2+1 3+2+1', { subdivision: 1, metre: THREE_FOUR }, 'pluck-three'],
  ['6 3+2 6 3+2', { subdivision: 1 }, 'thumb-steady pluck-two'],
  ['6 - 3+2+1 -', { subdivision: 2, chord: 'Em' }, 'thumb-steady pluck-three'],
  ['5 3 2 1', { subdivision: 1 }, 'p-i i-m m-a roll-forward'],
  ['5 1 2 3', { subdivision: 1 }, 'p-a a-m m-i roll-back'],
  ['6 3 2 1 2 3', { subdivision: 3 }, 'thumb-steady p-i i-m m-a a-m m-i roll-forward roll-back triplets'],
  [
    '6 3 2 1 2 3',
    { subdivision: 3, metre: SIX_EIGHT },
    'thumb-steady p-i i-m m-a a-m m-i roll-forward roll-back triplets',
  ],
  ['5 3 2 3', { subdivision: 1 }, 'p-i i-m m-i roll-forward roll-back'],
  ['5 2 3 2', { subdivision: 1 }, 'p-m m-i i-m'],
  ['5 3 2', { subdivision: 1, metre: THREE_FOUR }, 'p-i i-m roll-forward'],
  ['5 2 1', { subdivision: 1, metre: THREE_FOUR }, 'p-m m-a roll-forward'],
  ['5 1 3 1', { subdivision: 1 }, 'p-a a-i i-a'],
  ['6 1 1 1 6 1 1 1', { subdivision: 4 }, 'thumb-steady p-a a-m m-i one-string tremolo sixteenths'],
  ['1 1 1 1 1 1 1 1', { subdivision: 2, school: 'alternation' }, 'i-m m-i one-string eighths'],
  [
    '3 2 1 3 2 1 3 2',
    { subdivision: 2, school: 'pick-rolling' },
    'm-a pick-and-finger roll-forward eighths odd-groups',
  ],
  ['1 2 3 1 2 3', { subdivision: 3, school: 'pick-rolling' }, 'a-m pick-and-finger roll-back triplets'],
  ['3 2 3 2', { subdivision: 2, school: 'hybrid' }, 'pick-and-finger eighths'],
  ['5+2 - 5+2 -', { subdivision: 1, school: 'hybrid' }, 'thumb-steady pick-pinch'],
  ['1 1 1 1', { subdivision: 4, school: 'alternate' }, 'pick-alternating sixteenths'],
  ['4 3 2 3', { subdivision: 2, school: 'alternate' }, 'pick-crossing eighths'],
  ['5 4 3 -', { subdivision: 2, school: 'economy' }, 'pick-sweep eighths'],
  ['6 5 4 -', { subdivision: 2 }, 'thumb-alternating thumb-falling eighths'],
  ['5 3 5 3 5', { subdivision: 1, metre: { beats: 5, unit: 4 } }, 'thumb-steady p-i odd-metre'],
  ['6 3 2', { subdivision: 1, chord: 'F', metre: THREE_FOUR }, 'p-i i-m roll-forward barre'],
  // Stated first without the way round, a m i.
  ['3 2 1 2', { subdivision: 1 }, 'i-m m-a a-m m-i roll-forward roll-back'],
  ['2 1 2 1', { subdivision: 1 }, 'm-a a-m'],
  ['3 1 3 1', { subdivision: 1 }, 'i-a a-i'],
  ['4 2 1 2 4 2 1 2', { subdivision: 2, chord: 'D' }, 'thumb-steady p-m m-a a-m roll-forward roll-back eighths'],
];

test.each(STUDIES)('%s, %o: %s', (figure, options, skills) => {
  const { pattern } = valueOrThrow(parseStringNotation(figure, { chord: 'Am', tempo: 72, ...options }));
  const found = listSkillUses(pattern).map(({ code }) => code as string);
  expect([...found].sort()).toEqual(skills.split(' ').sort());
});

test('a turn is as long as from the one finger to the other, also where the figure goes round', () => {
  const { pattern } = valueOrThrow(parseStringNotation('6 - 3 2', { subdivision: 2, tempo: 60, chord: 'Em' }));
  const secondsOf = Object.fromEntries(listSkillUses(pattern).map(({ code, seconds }) => [code, seconds]));
  expect(secondsOf['p-i']).toBeCloseTo(1);
  expect(secondsOf['i-m']).toBeCloseTo(0.5);
  const round = valueOrThrow(parseStringNotation('3 2 1 -', { subdivision: 1, tempo: 60, chord: 'Em' })).pattern;
  const turns = listSkillUses({ ...round, metre: { beats: 4, unit: 4 } }).map(({ code }) => code);
  expect(turns).not.toContain('a-i');
});
