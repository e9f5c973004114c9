import { USUAL_THUMB_FROM, highestThumbString, type ThumbStrings } from '../instrument/index.ts';
import { isDeepEqual } from '../pattern/index.ts';
import { getOrCreate, getOrCreateWeak } from './memoise.ts';
import { listBassStringNumbers, stringRange, type School } from './school.ts';

const adapted = new WeakMap<School, Map<string, School>>();

const isOnBasses = (school: School, strings: number): boolean =>
  isDeepEqual(school.home('p', strings), listBassStringNumbers(strings));

/** Where the thumb has string 3 too, the fingers are one string up; where it has less, they are where they were. */
const moveUp = (homes: readonly number[], by: number, most: number): readonly number[] => [
  ...new Set(homes.map((home) => Math.min(most, Math.max(1, home - by)))),
];

const adapt = (school: School, from: number, count: number): School => ({
  ...school,
  thumbFrom: from,
  home: (digit, strings) => {
    if (!isOnBasses(school, strings)) return school.home(digit, strings);
    if (digit === 'p') return stringRange(count, from);
    return from < USUAL_THUMB_FROM
      ? moveUp(school.home(digit, strings), USUAL_THUMB_FROM - from, from - 1)
      : school.home(digit, strings);
  },
});

/**
 * A school on an instrument whose thumb has other strings than 4 and lower: the thumb is at home on its own, and the
 * fingers above them. The same school for the same instrument is the same value.
 */
export const withThumbStrings = (school: School, instrument: ThumbStrings): School => {
  const from = highestThumbString(instrument);
  if (from === USUAL_THUMB_FROM) return school;
  const key = `${from}/${instrument.pitches.length}`;
  const known = getOrCreateWeak(adapted, school, () => new Map<string, School>());
  return getOrCreate(known, key, () => adapt(school, from, instrument.pitches.length));
};
