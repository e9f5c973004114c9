import { readFigure } from '../formats/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { newPattern } from '../pattern/index.ts';
import { causesOf, judge, type NamedFinding } from './index.ts';

const finding = (id: string, sentence: string, severity = 0.3): NamedFinding => ({
  kind: 'doubled',
  strokes: [id],
  sentence,
  severity,
});

const pattern = newPattern('P', {
  strokes: [0, 840, 1680, 2520].map((at) => ({ id: String(at), at, string: 2 })),
});

test('what is the same but for its place is said once, with its places and the worst of them', () => {
  const [one, other] = causesOf(pattern, [
    finding('0', 'On beat 1, m plays twice running.'),
    finding('840', 'On beat 2, i crosses m.'),
    finding('1680', 'On beat 3, m plays twice running.', 0.7),
  ]);
  expect(one).toMatchObject({ sentence: 'On beat 1 and beat 3, m plays twice running.', severity: 0.7 });
  expect(one?.findings).toHaveLength(2);
  expect(other?.sentence).toBe('On beat 2, i crosses m.');
});

test('more than three places are counted', () => {
  const [cause] = causesOf(
    pattern,
    pattern.strokes.map(({ id }, index) => finding(id, `On beat ${index + 1}, m plays twice running.`)),
  );
  expect(cause?.sentence).toBe('On beat 1, beat 2, beat 3 and 1 more place, m plays twice running.');
});

test('no finding is lost', () => {
  const hard = valueOrThrow(readFigure('1 1 1 1 2 2 1 1', { school: 'thumb-index:strict', tempo: 140 })).pattern;
  const { findings } = judge(hard);
  const causes = causesOf(hard, findings);
  expect(findings.length).toBeGreaterThan(2);
  expect(causes.length).toBeLessThan(findings.length);
  expect(causes.flatMap((cause) => cause.findings).length).toBe(findings.length);
});
