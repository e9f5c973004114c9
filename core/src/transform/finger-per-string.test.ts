import { analysePattern } from '../analysis/index.ts';
import { applyPatternEdit, createIdGenerator } from '../edit/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import type { Pattern } from '../pattern/index.ts';
import { keepFingerPerString } from './index.ts';

const riff = (figure: string, school: string): Pattern =>
  valueOrThrow(parseStringNotation(figure, { subdivision: 4, school })).pattern;

const kept = (pattern: Pattern, ids: readonly string[] = []): Pattern =>
  valueOrThrow(applyPatternEdit(pattern, valueOrThrow(keepFingerPerString(pattern, ids, createIdGenerator(pattern)))))
    .document;

/** The digits of each string, as `4:p 3:i`. */
const digitsByString = (pattern: Pattern): string => {
  const { digits } = analysePattern(pattern);
  const strings = [...new Set(pattern.strokes.map(({ string }) => string))].sort((a, b) => b - a);
  const of = (string: number): string =>
    [...new Set(pattern.strokes.flatMap((stroke) => (stroke.string === string ? [digits[stroke.id]] : [])))].join('');
  return strings.map((string) => `${string}:${of(string)}`).join(' ');
};

// Common practice, no source: one finger a string, neighbours on neighbouring strings, the thumb on a bass string.
test.each([
  ['2 1 2 2 1 1 2 1', 'alternation:i-m', '2:i 1:m'],
  ['3 2 1 2 3 3 2 1', 'one-per-string', '3:i 2:m 1:a'],
  ['5 3 3 5 3 5 5 3', 'alternation:i-m', '5:p 3:i'],
  ['4 2 2 4 2 4 4 2', 'hybrid', '4:down 2:m'],
])('%s in %s', (figure, school, expected) => {
  expect(digitsByString(kept(riff(figure, school)))).toBe(expected);
});

test('without it a riff on two strings is played by more than one digit a string', () => {
  expect(digitsByString(riff('2 1 2 2 1 1 2 1', 'alternation:i-m'))).not.toBe('2:i 1:m');
});

test('only what is chosen is pinned, and what is hammered on belongs to the other hand', () => {
  const pattern = riff('2 1 2 2 1 1 2 1', 'alternation:i-m');
  const slurred = {
    ...pattern,
    strokes: pattern.strokes.map((stroke, index) => (index === 3 ? { ...stroke, slur: 'hammer-on' as const } : stroke)),
  };
  const ids = slurred.strokes.slice(0, 4).map(({ id }) => id);
  expect(
    kept(slurred, ids)
      .strokes.map(({ pin }) => pin ?? '-')
      .join(' '),
  ).toBe('i m i - - - - -');
});

test('more strings than the school has digits are refused', () => {
  const pattern = riff('6 5 4 3 2 1 2 3', 'one-per-string');
  const made = keepFingerPerString(pattern, [], createIdGenerator(pattern));
  expect(made.ok ? 'done' : made.problems[0]?.code).toBe('cannot-transform');
});
