import { SaxesParser } from 'saxes';
import { valueOrThrow } from '../../errors/index.ts';
import { parseMusicXmlText } from '../musicxml/import-musicxml.ts';
import type { FormSigns, ParsedBar } from './parsed-music.ts';
import { expandRepeats } from './repeats.ts';

const METRE = { beats: 4, unit: 4 } as const;

type Written = Pick<ParsedBar, 'repeatBegins' | 'repeatEnds' | 'endings' | 'signs'>;

/** Bars that are known by a word each, and the words in the order they are played. */
const play = (...written: readonly (Written & { readonly word: string })[]): string => {
  const bars = written.map(({ word, ...bar }): ParsedBar => ({
    ...bar,
    ...{ metre: METRE, ticks: 3360, notes: [], chords: [], lyrics: word },
  }));
  return expandRepeats(bars, 99)
    .map(({ lyrics }) => lyrics)
    .join(' ');
};

const bar = (word: string, signs?: FormSigns, rest: Written = {}) => ({ word, ...(signs ? { signs } : {}), ...rest });

// The orders a player takes; repeats are not taken again after a D.C. or D.S. (common practice, no source).
test('D.C. al Fine: from the beginning to the Fine', () => {
  expect(play(bar('a'), bar('b', { fine: true }), bar('c'), bar('d', { back: 'start' }))).toBe('a b c d a b');
});

test('D.S. al Coda: from the sign to where one leaves, then the coda', () => {
  const bars = [
    ...[bar('a'), bar('b', { segno: true }), bar('c', { toCoda: true }), bar('d')],
    ...[bar('e', { back: 'segno' }), bar('f', { coda: true }), bar('g')],
  ];
  expect(play(...bars)).toBe('a b c d e b c f g');
});

test('two coda signs without words: the first is where one leaves', () => {
  const bars = [bar('a', { coda: true }), bar('b', { back: 'start' }), bar('c', { coda: true })];
  expect(play(...bars)).toBe('a b a c');
});

test('repeats are played out before, not after; endings are the last ones then', () => {
  expect(
    play(
      bar('a', undefined, { repeatBegins: true }),
      bar('b', undefined, { endings: [1], repeatEnds: 2 }),
      bar('c', { fine: true }, { endings: [2] }),
      bar('d', { back: 'start' }),
    ),
  ).toBe('a b a c d a c');
});

test('three endings; a sign after the last one does not send back once more', () => {
  const first = [bar('a', undefined, { repeatBegins: true }), bar('b', undefined, { endings: [1], repeatEnds: 2 })];
  const second = bar('c', undefined, { endings: [2], repeatEnds: 2 });
  expect(play(...first, second, bar('d'))).toBe('a b a c d');
  expect(play(...first, second, bar('d', undefined, { endings: [3] }), bar('e'))).toBe('a b a c a d e');
});

test('a coda with a repeat of its own is played out', () => {
  const bars = [
    ...[bar('a', { toCoda: true }), bar('b', { back: 'start' })],
    ...[bar('c', { coda: true }, { repeatBegins: true }), bar('d', undefined, { repeatEnds: 2 })],
  ];
  expect(play(...bars)).toBe('a b a c d c d');
});

test('what is written after a D.C. is never lost, whatever sign is missing', () => {
  expect(play(bar('a'), bar('b', { back: 'segno' }), bar('c'))).toBe('a b a b c');
});

const ATTRIBUTES =
  '<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';

const measure = (inside: string, index: number): string => {
  const pitch = `<pitch><step>${'CDEFGAB'[index]}</step><octave>4</octave></pitch>`;
  const note = `<note>${pitch}<duration>4</duration><voice>1</voice></note>`;
  return `<measure number="${index + 1}">${index === 0 ? ATTRIBUTES : ''}${inside}${note}</measure>`;
};

const PARTS = '<part-list><score-part id="P1"><part-name>Guitar</part-name></score-part></part-list>';

const score = (...inside: readonly string[]): string =>
  `<score-partwise version="4.0">${PARTS}<part id="P1">${inside.map(measure).join('')}</part></score-partwise>`;

const direction = (type: string, sound = ''): string =>
  `<direction><direction-type>${type}</direction-type>${sound}</direction>`;

test.each([
  [
    'by what sounds',
    score(
      '',
      direction('<segno/>', '<sound segno="s"/>'),
      direction('<words>To Coda</words>', '<sound tocoda="c"/>') + direction('<coda/>'),
      direction('<words>D.S. al Coda</words>', '<sound dalsegno="s"/>'),
      direction('<coda/>', '<sound coda="c"/>'),
    ),
  ],
  [
    'by words and signs alone',
    score(
      '',
      direction('<segno/>'),
      direction('<words>To Coda</words><coda/>'),
      direction('<words>D.S. al Coda</words>'),
      direction('<coda/>'),
    ),
  ],
])('MusicXML 4.0 %s: D.S. al Coda', (_, text) => {
  const music = valueOrThrow(parseMusicXmlText(text, new SaxesParser()));
  const names: Readonly<Record<number, string>> = { 0: 'C', 2: 'D', 4: 'E', 5: 'F', 7: 'G' };
  const played = expandRepeats(music.bars, 99).map(({ notes }) => names[(notes[0]?.midi ?? 0) % 12]);
  expect(played.join(' ')).toBe('C D E F D E G');
});

test('D.C. al Fine in words', () => {
  const text = score(direction('<words>Fine</words>'), '', direction('<words>D. C. al Fine</words>'));
  const music = valueOrThrow(parseMusicXmlText(text, new SaxesParser()));
  expect(expandRepeats(music.bars, 99).map(({ notes }) => notes[0]?.midi)).toEqual([60, 62, 64, 60]);
});
