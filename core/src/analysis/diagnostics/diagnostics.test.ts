import { sayMessage, saySentence } from '@fleet-wren/wording';
import { valueOrThrow } from '../../errors/index.ts';
import { buildCustomSchool } from '../../fingering/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { applyPatternEdit, type AnyPatternEdit } from '../../edit/index.ts';
import { type Pattern, type Stroke } from '../../pattern/index.ts';
import { findQuickFix, analysePattern, type Diagnostic } from '../index.ts';
import type { DiagnosticKind } from './diagnostic.ts';

const figure = (strings: string, school: string, tempo: number, subdivision = 4): Pattern =>
  valueOrThrow(parseStringNotation(strings, { school, tempo, subdivision, wholeBeats: true })).pattern;

const marked = (pattern: Pattern, marks: Readonly<Record<number, Partial<Stroke>>>): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map((stroke, index) => ({ ...stroke, ...marks[index] })),
});

const after = (pattern: Pattern, change: AnyPatternEdit): { document: Pattern; inverse: AnyPatternEdit } => {
  const done = applyPatternEdit(pattern, change);
  if (!done.ok) throw new Error('refused');
  return done.value;
};

/** Figures that any book would print as standard, at their usual tempo (common practice, no source). */
const STANDARD: readonly (readonly [school: string, figure: string, subdivision: number, tempo: number])[] = [
  ['one-per-string', '6 3 2 1 2 3', 3, 92],
  ['one-per-string', '5 3 2 1', 4, 80],
  ['one-per-string', '5 3 2 3 1 3 2 3', 4, 76],
  ['one-per-string', '5+1 - 4 2 5 3 4 2', 2, 110],
  ['one-per-string', '6+3+2+1 - 3 - 2 - 3 -', 4, 66],
  ['one-per-string', '4 1 2 3', 4, 76],
  ['three-finger', '6 3 4 2 5 3 4 1', 4, 76],
  ['three-finger', '5 3 2 3', 4, 84],
  ['three-finger', '6 3 2 6 3 2 6 3', 2, 112],
  ['thumb-index', '6 1 4 2', 2, 100],
  ['thumb-index', '5 3 4 2 5 1 4 2', 2, 100],
  ['alternation:i-m', '1 2 3 2 1 2 3 2', 4, 84],
  ['alternation:i-m', '3 3 2 2 1 1 2 2', 4, 84],
  ['rolling', '3 2 1 3 2 1 3 1', 2, 140],
  ['rolling', '3 2 1 2', 4, 100],
  ['rolling', '1 2 3', 3, 100],
  ['finger-sweep', '4 3 2 1 2 3', 4, 70],
  ['hybrid', '4 3 2', 3, 96],
  ['hybrid', '5 3+2 4 3+2', 2, 112],
  ['hybrid', '5 3 2 3', 4, 84],
  ['hybrid-legato', '5 - 4 - 3 - 2 -', 4, 90],
  ['alternate', '6 6 6 5 5 5 4 4', 4, 90],
  ['alternate', '4 4 4 4 3 3 3 3', 4, 90],
  ['economy', '6 6 6 5 5 5 4 4 4', 3, 100],
  ['pick-legato', '5 - 4 - 3 - 2 -', 4, 100],
];

test.each(STANDARD)('all is well: %s playing %s', (school, strings, subdivision, tempo) => {
  expect(
    analysePattern(figure(strings, school, tempo, subdivision)).diagnostics.map((finding) =>
      saySentence(finding.message),
    ),
  ).toEqual([]);
});

/** For each kind a pattern that has it. */
const CASES: Readonly<Partial<Record<DiagnosticKind, () => Pattern>>> = {
  doubled: () => marked(figure('2 2 3 1', 'one-per-string', 110), { 0: { pin: 'm' }, 1: { pin: 'm' } }),
  crossing: () => marked(figure('5 3 2 1', 'one-per-string', 90), { 1: { pin: 'a' }, 2: { pin: 'i' } }),
  rushed: () => figure('1 1 1 1', 'alternation:m-a', 120),
  cramped: () => marked(figure('3 2 3 2', 'hybrid:pick-pick-m', 110), { 0: { pin: 'down' }, 1: { pin: 'm' } }),
  'thumb-on-treble': () => figure('2 1 2 1 2 1 2 1', 'thumb-index', 90),
  'off-home': () => marked(figure('6 3 1 2', 'one-per-string', 80), { 2: { pin: 'm' } }),
  'inside-change': () => figure('4 4 3 3 2 2 1 1', 'alternate', 140),
  'string-skip': () => figure('6 4 6 4', 'alternate', 120),
  'ring-cut-by-note': () => marked(figure('5 3 2 3', 'one-per-string', 80), { 1: { ring: true } }),
  'ring-cut-by-planting': () =>
    marked(figure('5 3 2 1 - - - - - - - - - - - -', 'one-per-string', 80), { 3: { ring: true }, 0: { ring: true } }),
  'weak-accent': () => marked(figure('6 - 6 -', 'hybrid:pick-up', 80), { 1: { accent: true, pin: 'up' } }),
  'accent-on-slur': () => marked(figure('4 4 3 3', 'pick-legato', 80), { 1: { slur: 'hammer-on', accent: true } }),
  'attack-beside-accent': () =>
    marked(figure('4 4 3 3', 'pick-legato', 80), {
      1: { slur: 'hammer-on' },
      2: {},
      3: { slur: 'hammer-on', accent: true },
    }),
};

describe.each(Object.entries(CASES) as [DiagnosticKind, () => Pattern][])('%s', (kind, make) => {
  const pattern = make();
  const judgement = analysePattern(pattern);
  const finding = judgement.diagnostics.find((one) => one.code === kind) as Diagnostic;

  test('is found where it is, with a reason and how bad it is', () => {
    expect(judgement.diagnostics.map((one) => one.code)).toContain(kind);
    expect(saySentence(finding.message)).toMatch(/^(Bar \d+, b|B)eat \d.*: .*\.$/);
    expect(finding.severity).toBeGreaterThanOrEqual(0);
    expect(finding.severity).toBeLessThanOrEqual(1);
    for (const id of finding.strokeIds) expect(pattern.strokes.some((stroke) => stroke.id === id)).toBe(true);
  });

  test('has a cure after which it is gone, and which can be taken back', () => {
    const cure = findQuickFix(pattern, judgement, finding);
    expect(cure && sayMessage(cure.label)).toMatch(/\w/);
    const cured = after(pattern, cure?.edit as AnyPatternEdit);
    const last = finding.strokeIds[finding.strokeIds.length - 1];
    expect(
      analysePattern(cured.document).diagnostics.filter((one) => one.code === kind && one.strokeIds.at(-1) === last),
    ).toEqual([]);
    expect(after(cured.document, cured.inverse).document).toEqual(pattern);
  });
});

test('a figure of odd length in strict alternation comes again the other way round', () => {
  const bar = '1 2 3 1 2 3 2 - ';
  const pattern = figure(`${bar}${bar}`.trim().replace(/ - 1/, ' - 1'), 'alternation:i-m', 70, 2);
  const judgement = analysePattern(pattern);
  const finding = judgement.diagnostics.find(({ code }) => code === 'fingered-two-ways');
  expect(finding && saySentence(finding.message)).toBe(
    'Bar 2, beat 1: the figure from bar 1, beat 1 returns here with different fingers.',
  );
  const cure = findQuickFix(pattern, judgement, finding as Diagnostic);
  const cured = after(pattern, cure?.edit as AnyPatternEdit);
  expect(analysePattern(cured.document).diagnostics.filter(({ code }) => code === 'fingered-two-ways')).toEqual([]);
});

test('a digit that is idle while another can hardly keep up is offered the work', () => {
  const school = valueOrThrow(
    buildCustomSchool({
      id: 'far',
      name: 'Never leaves home',
      base: 'one-per-string',
      digits: ['p', 'i', 'm', 'a'],
      homes: {},
      weights: { home: 60 },
    }),
  );
  const pattern = figure('3 1 2 1 2 1 2 1 2 1 2 1 2 1 2 1', 'one-per-string', 100);
  const judgement = analysePattern(pattern, { school });
  const finding = judgement.diagnostics.find(({ code }) => code === 'hardly-used') as Diagnostic;
  expect(saySentence(finding.message)).toMatch(
    /^Beat \d.*: the (ring|middle) finger can barely keep up while the (thumb|index finger|middle finger) is hardly used\.$/,
  );
  const cure = findQuickFix(pattern, judgement, finding, { school });
  expect(cure && sayMessage(cure.label)).toMatch(
    /^(Give it to the (thumb|index finger|middle finger)|Slow down to \d+ bpm)$/,
  );
});
