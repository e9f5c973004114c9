import fc from 'fast-check';
import { sayProblem } from '@fleet-wren/wording';
import { valueOrThrow } from '../../errors/index.ts';
import { createSongFromChart, parseChart } from '../index.ts';

/** Song sheets as students bring them (common practice, no source); words and names are invented. */
const read = (...lines: readonly string[]) => valueOrThrow(parseChart(lines.join('\n')));
const bars = (...lines: readonly string[]): readonly string[] =>
  read(...lines).sections.map(
    ({ name, bars: all }) =>
      `${name}: ${all.map(({ chords, lyrics }) => chords.map(({ symbol }) => symbol).join(' ') + (lyrics ? ` “${lyrics}”` : '')).join(' | ')}`,
  );
const formOf = (...lines: readonly string[]): string => {
  const { sections, form } = read(...lines);
  return form.map(({ section, times }) => `${sections[section]?.name}×${times}`).join(' ');
};

describe('chords above words', () => {
  test('a title, a line of the author, headings side by side, sections with and without signs', () => {
    const sheet = [
      'The Ferry at Dusk',
      'Words and music: Nell Sluice',
      '',
      'Key: G   Capo: 2   Tempo: 96',
      '',
      'Verse 1',
      'G              D',
      'Slowly over the water',
      'Em          C',
      'lanterns are lit',
      '',
      'CHORUS:',
      'C     G',
      'Oh, ferry me home',
    ];
    expect(read(...sheet).heading).toEqual({ title: 'The Ferry at Dusk', capo: 2, tempo: { value: 96 }, key: 'G' });
    expect(bars(...sheet)).toEqual([
      'Verse 1: G “Slowly over the” | D “water” | Em “lanterns are” | C “lit”',
      'CHORUS: C “Oh,” | G “ferry me home”',
    ]);
    expect(read(...sheet).unread).toEqual(['Words and music: Nell Sluice']);
  });

  // Names of parts in these languages, from memory.
  test.each([
    ['1. Strophe', 'Kehrvers'],
    ['Couplet 1', 'Pré-refrain'],
    ['Estrofa 1', 'ESTRIBILLO'],
    ['Strofa', 'Ritornello'],
    ['Sloka 1', 'Refrén'],
    ['Zwrotka 2', 'Refren'],
    ['Куплет 1', 'Припев'],
  ])('parts are called as in other languages: %s, %s', (verse, chorus) => {
    expect(bars('Řeka', '', verse, 'G     D', 'pomalu teče', '', chorus, 'C', 'dál')).toEqual([
      `${verse}: G “pomalu” | D “teče”`,
      `${chorus}: C “dál”`,
    ]);
  });

  test('separators, chords in parentheses and marks beside chords are no words', () => {
    expect(bars('C - G – Am  F', 'la la')[0]).toMatch(/^A: C.* \| G.* \| Am.* \| F/);
    expect(bars('G  (D/F#)  Em7*  C (let it ring)')).toEqual(['A: G | D/F# | Em7 | C']);
    expect(bars('N.C.   G', 'wait  go')).toEqual(['A:  “wait” | G “go”']);
  });

  test('strokes of the beat are counted: four to a bar, or as many as the bar has', () => {
    expect(bars('G / / / D / Em /')).toEqual(['A: G | D Em']);
    expect(bars('3/4', 'G / / D / /')).toEqual(['A: G | D']);
  });

  test('a repeat at the end of a line, with or without parentheses', () => {
    for (const mark of ['x2', '(x2)', '2x', '(2x)', '×2', '(2 times)'])
      expect(formOf('Intro', `G D Em C ${mark}`)).toBe('Intro×2');
    expect(bars('Verse', 'C', 'G D x2')).toEqual(['Verse: C | G | D | G | D']);
  });

  test('chords in the line of the section', () => {
    expect(bars('Intro: G D Em C', 'Verse 1', 'G', 'down the lane')).toEqual([
      'Intro: G | D | Em | C',
      'Verse 1: G “down the lane”',
    ]);
    expect(formOf('Intro: G D (x2)', 'Outro: | G | D |')).toBe('Intro×2 Outro×1');
  });
});

describe('chords in brackets among the words', () => {
  test('each chord has the words up to the next; what comes before the first belongs to it', () => {
    expect(bars('[Verse]', 'Oh [G]ferry me [D/F#]over, [Em7]ferry me [C]home')).toEqual([
      'Verse: G “Oh ferry me” | D/F# “over,” | Em7 “ferry me” | C “home”',
    ]);
  });

  test('brackets around a section are told from brackets around a chord', () => {
    expect(bars('[Bridge]', '[Am][F]', '[C] [G]')).toEqual(['Bridge: Am | F | C | G']);
    expect(bars('[A]', '[A]one [D]two')[0]).toBe('A: A “one” | D “two”');
  });

  test('lines in braces are headings, sections or remarks', () => {
    const sheet = [
      '{title: Low water}',
      '{key: Am}',
      '{start_of_chorus}',
      '[Am]Low [G]water',
      '{end_of_chorus}',
      '{comment: softly}',
    ];
    expect(read(...sheet).heading).toEqual({ title: 'Low water', key: 'Am' });
    expect(bars(...sheet)).toEqual(['Chorus: Am “Low” | G “water”']);
  });
});

describe('form', () => {
  const song = ['Verse 1', 'G    D', 'one  two', '', 'Chorus', 'C    G', 'oh   home', ''];

  test('a section that is only named again is played again', () => {
    expect(formOf(...song, 'Verse 2', 'G    D', 'six  ten', '', 'Chorus', '', '(Chorus x2)', 'Repeat Verse 1')).toBe(
      'Verse 1×1 Chorus×1 Verse 2×1 Chorus×1 Chorus×2 Verse 1×1',
    );
  });

  test('a verse of words alone has the chords of the verse before, line by line', () => {
    expect(bars(...song, 'Verse 2', 'new words now', '')).toEqual([
      'Verse 1: G “one” | D “two”',
      'Chorus: C “oh” | G “home”',
      'Verse 2: G “new words now” | D',
    ]);
  });

  test('a line of words without chords goes on below the bar before', () => {
    expect(bars('Verse', 'G    D', 'one  two', 'and three')).toEqual(['Verse: G “one” | D “two / and three”']);
  });
});

describe('what cannot be read is said, with its place', () => {
  const problems = (...lines: readonly string[]): string => {
    const chart = parseChart(lines.join('\n'));
    return chart.ok ? '' : chart.problems.map(sayProblem).join('\n');
  };

  test('a chord that is none among chords', () => {
    expect(problems('Verse', 'G  D  Emq7  C', 'one two')).toMatch(/^Line 2, column 7: “Emq7” is not a chord/);
    expect(problems('[G]one [Gq]two')).toMatch(/^Line 1, column 9/);
  });

  test('words alone are no chart', () => {
    expect(problems('hello there', 'and so on')).toMatch(/^Line 1, column 1/);
  });
});

test('a song sheet becomes a song: title, capo, form and words', () => {
  const chart = read('Low Water', 'Capo 2', 'Verse', 'C   G', 'low water', 'Chorus', 'F', 'rise', 'Verse', 'Chorus x2');
  const song = valueOrThrow(createSongFromChart(chart, 'Song'));
  expect(song.name).toBe('Low Water');
  expect(song.instrument.capo).toBe(2);
  expect(song.sections.map(({ name, bars: all }) => `${name} ${all.map(({ words }) => words).join('|')}`)).toEqual([
    'Verse low|water',
    'Chorus rise',
  ]);
  expect(song.form.map(({ section, times }) => `${section}×${times}`)).toEqual([
    'section-1×1',
    'section-2×1',
    'section-1×1',
    'section-2×2',
  ]);
});

test('whatever is made of a sheet, it is read or refused with a place, never thrown at', () => {
  const sheet = [
    'Low Water',
    'Key: G  Capo 2',
    '[Verse 1]',
    'G   D/F# (x2)',
    'one two',
    '[Em]three [C]four',
    'Chorus x2',
  ];
  const piece = fc.constantFrom(
    ...sheet,
    '|',
    '[',
    ']',
    '{',
    '}',
    '(',
    ')',
    ' '.repeat(9),
    'x9',
    ':',
    '%',
    '/',
    '\t',
    '\n',
    'é',
    '🎸',
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 40 }), fc.constantFrom('\n', ' ', ''), (pieces, between) => {
      const chart = parseChart(pieces.join(between));
      if (!chart.ok) expect(chart.problems.map(sayProblem).join('')).not.toBe('');
      else for (const { section } of chart.value.form) expect(chart.value.sections[section]).toBeDefined();
    }),
    { numRuns: 2000 },
  );
});
