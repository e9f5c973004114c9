import { saySentence } from '@fleet-wren/wording';
import { parseStringNotation } from '../../formats/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { message, type Message } from '../../message/index.ts';
import { fingerWord } from '../../pattern/index.ts';
import { formatBarPosition } from '../../time/index.ts';
import { groupDiagnostics, analysePattern, type Diagnostic } from '../index.ts';

const beat = (number: number): Message => formatBarPosition({ beats: 4, unit: 4 }, (number - 1) * 840, 2);

const doubled = (number: number, severity = 0.3): Diagnostic => ({
  code: 'doubled',
  strokeIds: [String(number)],
  message: message('finding.doubled', { place: beat(number), finger: fingerWord('m') }),
  severity,
});

const crossing: Diagnostic = {
  ...doubled(2),
  code: 'crossing',
  message: message('finding.crossing', { place: beat(2), finger: fingerWord('i'), other: fingerWord('m') }),
};

test('what is the same but for its place is said once, with its places and the worst of them', () => {
  const [one, other] = groupDiagnostics([doubled(1), crossing, doubled(3, 0.7)]);
  expect(one?.severity).toBe(0.7);
  expect(one && saySentence(one.message)).toBe(
    'Bar 1 beat 1 and bar 1 beat 3: the middle finger plays twice in a row.',
  );
  expect(one?.diagnostics).toHaveLength(2);
  expect(other && saySentence(other.message)).toBe('Bar 1, beat 2: the index finger crosses the middle finger.');
});

test('more than four places are counted', () => {
  const [four] = groupDiagnostics([1, 2, 3, 4].map((number) => doubled(number)));
  expect(four && saySentence(four.message)).toMatch(/^Bar 1 beat 1, bar 1 beat 2, bar 1 beat 3 and bar 1 beat 4: /);
  const [six] = groupDiagnostics([1, 2, 3, 4, 5, 6].map((number) => doubled(number)));
  expect(six && saySentence(six.message)).toMatch(/^Bar 1 beat 1, bar 1 beat 2, bar 1 beat 3 and 3 more places: /);
});

test('no finding is lost', () => {
  const hard = valueOrThrow(
    parseStringNotation('1 1 1 1 2 2 1 1', { school: 'thumb-index:strict', tempo: 140 }),
  ).pattern;
  const { diagnostics } = analysePattern(hard);
  const causes = groupDiagnostics(diagnostics);
  expect(diagnostics.length).toBeGreaterThan(2);
  expect(causes.length).toBeLessThan(diagnostics.length);
  expect(causes.flatMap((cause) => cause.diagnostics).length).toBe(diagnostics.length);
});
