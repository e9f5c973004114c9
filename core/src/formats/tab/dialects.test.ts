import { valueOrThrow } from '../../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { findStoppedFret, type Pattern } from '../../pattern/index.ts';
import { importTab, parseTab } from '../index.ts';

const BAR = [
  'e|-----0-------0---|',
  'B|---1---1---1---1-|',
  'G|-0-------0-------|',
  'D|-----------------|',
  'A|-3-------3-------|',
  'E|-----------------|',
];

/** The same bar as it should be read: eighth, string, fret. */
const EXPECTED = ['0:5/3', '0:3/0', '1:2/1', '2:1/0', '3:2/1', '4:5/3', '4:3/0', '5:2/1', '6:1/0', '7:2/1'];

const notesOf = (pattern: Pattern): readonly string[] =>
  pattern.strokes.map((stroke) => `${stroke.at / 420}:${stroke.string}/${findStoppedFret(pattern, stroke)}`);

const read = (text: string | readonly string[], choice = {}) =>
  valueOrThrow(importTab(typeof text === 'string' ? text : text.join('\n'), choice));

const relabelled = (labels: readonly string[]): readonly string[] =>
  BAR.map((line, index) => (labels[index] as string) + line.slice(1));

describe('one bar in many dialects (common practice, no source)', () => {
  test.each<[string, string]>([
    ['as it is', BAR.join('\n')],
    ['old line ends', BAR.join('\r')],
    ['both line ends', BAR.join('\r\n')],
    ['quoted twice', BAR.map((line) => `>> ${line}`).join('\n')],
    ['bars and rules drawn', BAR.join('\n').replaceAll('|', '┃').replaceAll('-', '—')],
    ['capital labels', relabelled(['E', 'B', 'G', 'D', 'A', 'E']).join('\n')],
    ['h for b', relabelled(['e', 'h', 'g', 'd', 'a', 'E']).join('\n')],
    ['no labels', BAR.map((line) => line.slice(1)).join('\n')],
    ['numbers for labels', BAR.map((line, index) => `${index + 1}${line.slice(1)}`).join('\n')],
    ['octaves at the labels', relabelled(['E4', 'B3', 'G3', 'D3', 'A2', 'E2']).join('\n')],
    ['a space behind the label', BAR.map((line) => `${line.slice(0, 1)} ${line.slice(1)}`).join('\n')],
    ['a space for the bar line', BAR.map((line) => `${line.slice(0, 1)} ${line.slice(2, -1)}`).join('\n')],
    ['double lines at both ends', BAR.map((line) => line.replaceAll('|', '||')).join('\n')],
    ['indented', BAR.map((line) => `      ${line}`).join('\n')],
    ['counts with plus signs below', [...BAR, '   1 + 2 + 3 + 4 +'].join('\n')],
    ['counts and digits', ['   1 & 2 & 3 & 4 &', ...BAR, '   i m a m i m a m', '   p       p'].join('\n')],
    ['note values above', ['   E E E E E E E E', ...BAR].join('\n')],
  ])('%s', (_name, text) => {
    const { pattern } = read(text);
    expect(notesOf(pattern)).toEqual(EXPECTED);
    expect(pattern.instrument.pitches).toEqual([40, 45, 50, 55, 59, 64]);
    expect(pattern.bars).toBe(1);
  });
});

describe('strings by their names', () => {
  test.each<[string, readonly string[], readonly number[]]>([
    ['half a step down', ['Eb', 'Bb', 'Gb', 'Db', 'Ab', 'Eb'], [39, 44, 49, 54, 58, 63]],
    ['a whole step down', ['D', 'A', 'F', 'C', 'G', 'D'], [38, 43, 48, 53, 57, 62]],
    ['double drop D', ['D', 'B', 'G', 'D', 'A', 'D'], [38, 45, 50, 55, 59, 62]],
    ['open C', ['E', 'C', 'G', 'C', 'G', 'C'], [36, 43, 48, 55, 60, 64]],
  ])('%s', (_name, labels, pitches) => {
    const text = labels.map((label, index) => label.padEnd(2) + (BAR[index] as string).slice(1)).join('\n');
    expect(read(text).pattern.instrument.pitches).toEqual(pitches);
    expect(notesOf(read(text).pattern)).toEqual(EXPECTED);
  });

  test('a bass', () => {
    const { pattern } = read(['G|----0---|', 'D|--2---2-|', 'A|3-------|', 'E|--------|']);
    expect(pattern.instrument.pitches).toEqual([28, 33, 38, 43]);
  });

  test('the lowest string on top is turned over, and that is said', () => {
    const { pattern, warnings } = read([...relabelled(['E', 'A', 'D', 'G', 'B', 'e'])]);
    expect(pattern.instrument.pitches).toEqual([40, 45, 50, 55, 59, 64]);
    expect(notesOf(pattern)).toContain('2:6/0');
    expect(warnings.map(({ code }) => code)).toContain('tab-upside-down');
  });

  test.each([
    ['Capo 3', 3],
    ['capo: 2nd fret', 2],
    ['Capo at the 5th fret', 5],
    ['CAPO IV', 4],
    ['no capo', 0],
    ['2nd fret capo', 2],
  ])('%s', (words, capo) => expect(read([words, '', ...BAR]).pattern.instrument.capo).toBe(capo));

  test('a tuning in words', () => {
    const plain = BAR.map((line) => line.slice(1));
    expect(read(['Tuning: D A D G A D', '', ...plain]).pattern.instrument.tuning).toBe('modal-d');
    expect(read(['half step down', '', ...BAR]).pattern.instrument.pitches[0]).toBe(39);
  });
});

describe('tunings that are said above, whatever the lines are called', () => {
  const DROP_D = [38, 45, 50, 55, 59, 64];
  const OPEN_D = [38, 45, 50, 54, 57, 62];
  const DADGAD = [38, 45, 50, 55, 57, 62];
  const LOWERED = [39, 44, 49, 54, 58, 63];
  const plain = BAR.map((line) => line.slice(1));

  test.each<[string, readonly number[]]>([
    ['Tuning: DADGAD', DADGAD],
    ['Tuning - D A D F# A D', OPEN_D],
    ['tuning = D-A-D-G-A-D', DADGAD],
    ['Tuned to D, A, D, F#, A, D', OPEN_D],
    ['Drop D', DROP_D],
    ['(Drop D tuning)', DROP_D],
    ['Open D tuning', OPEN_D],
    ['DADGAD', DADGAD],
    ['D A D G B E', DROP_D],
    ['Tuning: half step down', LOWERED],
    ['Half-step down', LOWERED],
    ['Eb tuning', LOWERED],
    ['Capo 2, Drop D, 4/4', DROP_D],
    ['Standard tuning · Capo 2', [40, 45, 50, 55, 59, 64]],
    ['Drop D, half step down', DROP_D.map((pitch) => pitch - 1)],
  ])('%s', (heading, pitches) => {
    for (const bar of [BAR, plain]) {
      const { pattern } = read(['River song', heading, '', ...bar]);
      expect(pattern.instrument.pitches).toEqual(pitches);
      expect(pattern.name).toBe('River song');
    }
  });

  test('where the names of the lines say something else, it is said which was taken', () => {
    const codes = (heading: string, bar: readonly string[]): readonly string[] =>
      read([heading, '', ...bar]).warnings.map(({ code }) => code);
    expect(codes('Drop D', BAR)).toContain('tab-tuning-disputed');
    expect(codes('Drop D', relabelled(['E', 'B', 'G', 'D', 'A', 'D']))).not.toContain('tab-tuning-disputed');
    expect(codes('Standard tuning', BAR)).not.toContain('tab-tuning-disputed');
    expect(codes('Drop D', plain)).not.toContain('tab-tuning-disputed');
  });

  test('the lowest string on top stays that under a heading', () => {
    const { pattern, warnings } = read(['Drop D', '', ...relabelled(['D', 'A', 'D', 'G', 'B', 'e'])]);
    expect(pattern.instrument.pitches).toEqual(DROP_D);
    expect(warnings.map(({ code }) => code)).toContain('tab-upside-down');
  });

  test.each(['Open Road', 'Drop it', 'A B A C', 'Standard March', 'E', 'Half of it down there'])(
    '%s is a title, no tuning',
    (title) => {
      const { pattern } = read([title, '', ...BAR]);
      expect(pattern.instrument.pitches).toEqual([40, 45, 50, 55, 59, 64]);
    },
  );

  test.each(['Legend: h hammer-on', 'No capo', 'P.M.', 'Drop D', 'half step down'])('%s is no title', (line) =>
    expect(read([line, '', ...BAR]).pattern.name).not.toBe(line),
  );
});

describe('repeats', () => {
  const repeated = BAR.map((line, index) => {
    const dots = index === 2 || index === 3;
    return `${line.charAt(0)}|${dots ? ':' : '-'}${line.slice(2, -1)}${dots ? ':' : '-'}|`;
  });

  test('dots on two lines only', () => {
    const { bars } = valueOrThrow(parseTab(repeated.join('\n')));
    expect(bars.map(({ repeatBegins, repeatEnds }) => [repeatBegins, repeatEnds])).toEqual([[true, 2]]);
    expect(notesOf(read(repeated).pattern)).toEqual(EXPECTED);
  });

  test.each([
    ['x4', 4],
    ['(3x)', 3],
    ['play twice', 2],
    ['× 3', 3],
  ])('words behind: %s', (words, times) => {
    const text = BAR.map((line, index) => (index === 5 ? `${line} ${words}` : line));
    const { bars } = valueOrThrow(parseTab(text.join('\n')));
    expect(bars.map(({ repeatEnds }) => repeatEnds)).toEqual([times]);
    expect(read(text, { repeats: 'played' }).pattern.bars).toBe(times);
    expect(read(text).pattern).toMatchObject({ bars: 1, cyclic: true });
  });
});

describe('signs', () => {
  const on = (line: string): string =>
    ['e|', 'B|', 'G|', 'D|', 'A|'].map((one) => `${one}${'-'.repeat(line.length)}|`).join('\n') + `\nE|${line}|`;
  const strokes = (line: string) =>
    read(on(line)).pattern.strokes.map(({ fret, slur, dead, tapped, loudness, harmonic }) =>
      [fret ?? 0, slur, dead && 'dead', tapped && 'tapped', loudness, harmonic?.touch]
        .filter((one) => one !== undefined)
        .join(' '),
    );

  test.each<[string, readonly string[]]>([
    ['-1-h3-p1-----', ['1', '3 hammer-on', '1 pull-off']],
    ['-1/3-3\\1------', ['1', '3 slide', '3', '1 slide']],
    ['-/5---7/------', ['5', '7']],
    ['-8b10--r8-----', ['8']],
    ['-7b(9)r7--5---', ['7', '5']],
    ['-x---(x)--(3)-', ['0 dead', '0 dead', '3 soft']],
    ['-<12>-<7>-----', ['0 12', '0 7']],
    ['-g2h4---2-----', ['4', '2']],
    ['-5-t12p5------', ['5', '12 tapped', '5 pull-off']],
    ['-5~~~-7v--9---', ['5', '7', '9']],
    ['-10--12-24----', ['10', '12', '24']],
  ])('%s', (line, expected) => expect(strokes(line)).toEqual(expected));

  test('what is not known is named with its place, and the rest is read', () => {
    const { pattern, warnings } = read(on('-1--?--3-----'));
    expect(pattern.strokes.map(({ fret }) => fret)).toEqual([1, 3]);
    expect(warnings.map(sayProblem).join(' ')).toContain('Line 6, column 7: “?” is unknown');
  });
});

test('a symbol over a bar line is of the bar after it', () => {
  const two = BAR.map((line) => line + line.slice(2));
  const { bars } = valueOrThrow(parseTab(['   C               G/B', ...two].join('\n')));
  expect(bars.map(({ chords }) => chords.map(({ symbol }) => symbol).join(' '))).toEqual(['C', 'G/B']);
});

test('systems on one another without a line between, with names of parts and chords over them', () => {
  const music = valueOrThrow(
    parseTab(['[Verse]', '   C       Am', ...BAR, ...BAR, '', 'Chorus:', '  F', ...BAR].join('\n')),
  );
  expect(music.bars.map(({ section }) => section)).toEqual(['Verse', undefined, 'Chorus']);
  expect(music.bars.map(({ chords }) => chords.map(({ symbol, at }) => `${symbol}@${at}`).join(' '))).toEqual([
    'C@0 Am@1680',
    '',
    'F@0',
  ]);
});

test('counts decide where columns mislead: a dotted rhythm, thirds, gaps', () => {
  const of = (counts: string, line: string) =>
    read([
      counts,
      ...['e', 'B', 'G', 'D', 'A'].map((one) => `${one}|${'-'.repeat(line.length)}|`),
      `E|${line}|`,
    ]).pattern.strokes.map(({ at }) => at);
  expect(of('   1   e & a 2 3 4 &', '-1-------3-1-3-1-3-')).toEqual([0, 630, 840, 1680, 2520, 2940]);
  expect(of('   1 trip let 2 trip let 3 4', '-1-3----1---3-3----1---3-1-')).toEqual([
    0, 280, 560, 840, 1120, 1400, 1680, 2520,
  ]);
});

describe('three to ten lines (pitches by arithmetic: fourths downward below eight strings)', () => {
  const rowsOf = (labels: readonly string[]): string =>
    labels.map((label, index) => `${label}|-${index}---${index}---|`).join('\n');

  test.each<[string, readonly string[], readonly number[]]>([
    ['nine strings by name', ['e', 'B', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'], [25, 30, 35, 40, 45, 50, 55, 59, 64]],
    ['nine without names', Array<string>(9).fill(''), [25, 30, 35, 40, 45, 50, 55, 59, 64]],
    ['ten without names', Array<string>(10).fill(''), [20, 25, 30, 35, 40, 45, 50, 55, 59, 64]],
    ['three by name', ['G', 'D', 'G'], [43, 50, 55]],
    ['three without names', ['', '', ''], [43, 50, 55]],
    ['four without names', ['', '', '', ''], [50, 55, 59, 64]],
  ])('%s', (_name, labels, pitches) => {
    const { pattern } = read(rowsOf(labels));
    expect(pattern.instrument.pitches).toEqual(pitches);
    expect(pattern.strokes.slice(0, labels.length).map(({ string }) => string)).toEqual(
      labels.map((_, index) => labels.length - index),
    );
    expect(pattern.strokes.map((stroke) => findStoppedFret(pattern, stroke)).slice(0, 2)).toEqual([
      labels.length - 1,
      labels.length - 2,
    ]);
  });

  test('three lines without names are said to be of a supposed tuning', () => {
    const codes = read(rowsOf(['', '', ''])).warnings.map(({ code }) => code);
    expect(codes).toContain('tuning-unknown');
  });
});
