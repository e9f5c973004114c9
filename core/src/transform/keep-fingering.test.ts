import { analysePattern, listDigitsInOrder } from '../analysis/index.ts';
import { applyPatternEdit, createIdGenerator } from '../edit/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import { SCHOOL_GUIDES } from '../library/index.ts';
import { createSeededRandom } from '../sound/index.ts';
import type { Pattern } from '../pattern/index.ts';
import { doubleNoteValues, halveNoteValues } from './index.ts';

const random = createSeededRandom(5);
const oneOf = <T>(values: readonly T[]): T => values[Math.floor(random() * values.length)] as T;

const figure = (): Pattern =>
  valueOrThrow(
    parseStringNotation(
      Array.from({ length: 4 + Math.floor(random() * 13) }, () => 1 + Math.floor(random() * 6)).join(' '),
      {
        subdivision: oneOf([1, 2, 4]),
        school: oneOf(SCHOOL_GUIDES.map(({ school }) => school.key)),
      },
    ),
  ).pattern;

const digitsOf = (pattern: Pattern) => listDigitsInOrder(pattern, analysePattern(pattern));

const FIGURES = Array.from({ length: 80 }, figure);

test.each(FIGURES.map((pattern, index) => [index, pattern] as const))(
  'half and double values change no digit of figure %i (seeded), and are taken back as one',
  (_index, pattern) => {
    const doubled = valueOrThrow(
      applyPatternEdit(pattern, valueOrThrow(doubleNoteValues(pattern, [], createIdGenerator(pattern)))),
    );
    expect(digitsOf(doubled.document)).toEqual(digitsOf(pattern));
    expect(valueOrThrow(applyPatternEdit(doubled.document, doubled.inverse)).document).toEqual(pattern);
    const halved = halveNoteValues(doubled.document, [], createIdGenerator(pattern));
    const back = valueOrThrow(applyPatternEdit(doubled.document, valueOrThrow(halved))).document;
    expect(digitsOf(back)).toEqual(digitsOf(pattern));
    expect(back.strokes.map(({ at, string }) => [at, string])).toEqual(
      pattern.strokes.map(({ at, string }) => [at, string]),
    );
  },
);
