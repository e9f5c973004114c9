import { sayMessage, saySentence } from '@fleet-wren/wording';
import { applyPatternEdit } from '../../edit/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { createPattern, type Pattern, type Slur } from '../../pattern/index.ts';
import { analysePattern } from '../pattern/analyse-pattern.ts';
import { findQuickFix } from '../pattern/quick-fixes.ts';
import { findSlurObstacle } from './slur-rules.ts';

/** What a fretting hand can slur (common practice, no source). */
test.each([
  ['hammer-on', 3, 5, undefined],
  ['hammer-on', 0, 2, undefined],
  ['hammer-on', 5, 3, 'not_higher'],
  ['hammer-on', 5, 5, 'not_higher'],
  ['pull-off', 5, 3, undefined],
  ['pull-off', 2, 0, undefined],
  ['pull-off', 3, 5, 'not_lower'],
  ['pull-off', 3, 3, 'not_lower'],
  ['slide', 3, 5, undefined],
  ['slide', 5, 3, undefined],
  ['slide', 0, 5, 'open'],
  ['slide', 5, 0, 'open'],
  ['slide', 5, 5, 'same'],
  ['tap', 9, 5, undefined],
  ['tap', 5, 0, 'open_tap'],
] as const)('a %s from fret %i to fret %i: %s', (slur, from, to, obstacle) => {
  expect(findSlurObstacle(slur, from, to)).toBe(obstacle);
});

const slurred = (slur: Slur, from: number, to: number): Pattern =>
  createPattern('Slurred', {
    cyclic: false,
    strokes: [
      { id: 'a', at: 0, string: 2, fret: from },
      { id: 'b', at: 420, string: 2, fret: to, slur },
    ],
  });

test.each([
  ['hammer-on', 5, 3, 'Make it a pull-off'],
  ['pull-off', 3, 5, 'Make it a hammer-on'],
  ['slide', 0, 5, 'Make it a hammer-on'],
  ['hammer-on', 5, 5, 'Pick the note instead'],
] as const)('a %s from %i to %i is an issue, and is mended', (slur, from, to, words) => {
  const pattern = slurred(slur, from, to);
  const judgement = analysePattern(pattern);
  const finding = judgement.diagnostics.find(({ code }) => code === 'impossible-slur');
  if (!finding) throw new Error('nothing found');
  expect(saySentence(finding.message)).toMatch(/^Beat 1 &: .*\.$/);
  const fix = findQuickFix(pattern, judgement, finding);
  expect(fix && sayMessage(fix.label)).toBe(words);
  const mended = valueOrThrow(applyPatternEdit(pattern, fix?.edit ?? { kind: 'batch', edits: [] })).document;
  expect(analysePattern(mended).diagnostics.map(({ code }) => code)).not.toContain('impossible-slur');
});

test('what can be slurred raises nothing', () => {
  expect(analysePattern(slurred('hammer-on', 3, 5)).diagnostics).toEqual([]);
});
