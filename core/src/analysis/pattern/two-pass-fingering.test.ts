import { sayMessage } from '@fleet-wren/wording';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { digitSymbol, type Digit } from '../../pattern/index.ts';
import { analysePattern } from './analyse-pattern.ts';
import { type PatternAnalysis } from './pattern-analysis.ts';

const judged = (figure: string, school: string, subdivision = 3): PatternAnalysis =>
  analysePattern(valueOrThrow(parseStringNotation(figure, { school, subdivision, wholeBeats: true })).pattern);

const inWords = (digits: Readonly<Record<string, Digit | null>> | undefined): string =>
  Object.values(digits ?? {})
    .map((digit) => (digit ? digitSymbol(digit) : '–'))
    .join(' ');

// Common practice, no source: strict turn is never broken; an odd figure comes out over two times.
test.each([
  ['3 2 1', 'alternation:i-m', 'i m i', 'm i m'],
  ['1 1 1', 'alternation:m-a', 'm a m', 'a m a'],
  ['3 3 3', 'alternate', 'v ^ v', '^ v ^'],
  ['5 3 2', 'hybrid:pick-alternating', 'v m a', '^ m a'],
])('%s in %s: %s, then %s', (figure, school, once, twice) => {
  const { digits, secondPassDigits, diagnostics, warnings } = judged(figure, school);
  expect([inWords(digits), inWords(secondPassDigits)]).toEqual([once, twice]);
  expect(diagnostics.filter(({ code }) => code === 'doubled' || code === 'rule-broken')).toEqual([]);
  expect(warnings).toEqual([]);
});

test.each([
  ['3 2', 'alternation:i-m', 2],
  ['3 2 1', 'rolling', 3],
  ['5 3 2', 'one-per-string', 3],
])('%s in %s comes out the first time', (figure, school, subdivision) => {
  expect(judged(figure, school, subdivision).secondPassDigits).toBeUndefined();
});

test('a figure that ends has no second time', () => {
  const { pattern } = valueOrThrow(
    parseStringNotation('3 2 1', { school: 'alternate', subdivision: 3, wholeBeats: true }),
  );
  expect(analysePattern({ ...pattern, cyclic: false }).secondPassDigits).toBeUndefined();
});

test('what the second time brings is said of the strokes and places there are', () => {
  const { diagnostics, limit, transitions } = judged('6 5 4 3 2 1 1 1 1', 'alternate', 3);
  const ids = new Set(
    valueOrThrow(parseStringNotation('6 5 4 3 2 1 1 1 1', { subdivision: 3 })).pattern.strokes.map(({ id }) => id),
  );
  for (const { strokeIds } of diagnostics) expect(strokeIds.every((id) => ids.has(id))).toBe(true);
  expect(transitions.every(({ from, to }) => ids.has(from) && ids.has(to))).toBe(true);
  expect(limit && sayMessage(limit.reason)).not.toMatch(/²|bar 3/);
});
