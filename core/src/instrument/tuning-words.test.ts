import { valueOrThrow } from '../errors/index.ts';
import { createInstrument, formatTuning, openStringName, parseTuning } from './index.ts';

/** Tunings as players write them, and their notes from the lowest string up (common practice, no source). */
test.each([
  ['dadgad', 'D A D G A D'],
  ['DADGAD', 'D A D G A D'],
  ['D A D G A D', 'D A D G A D'],
  ['d-a-d-g-a-d', 'D A D G A D'],
  ['dgdgbd', 'D G D G B D'],
  ['dadgbe', 'D A D G B E'],
  ['CGCGCE', 'C G C G C E'],
  ['EbAbDbGbBbEb', 'E♭ A♭ D♭ G♭ B♭ E♭'],
  ['D#G#C#F#A#D#', 'E♭ A♭ D♭ G♭ B♭ E♭'],
  ['DADF#AD', 'D A D F♯ A D'],
  ['DGDGBbD', 'D G D G B♭ D'],
  ['open G', 'D G D G B D'],
  ['Open D tuning', 'D A D F♯ A D'],
  ['open e', 'E B E G♯ B E'],
  ['open A', 'E A E A C♯ E'],
  ['open C', 'C G C G C E'],
  ['open D minor', 'D A D F A D'],
  ['open Gm', 'D G D G B♭ D'],
  ['drop D', 'D A D G B E'],
  ['Drop C', 'C G C F A D'],
  ['dropped C#', 'C♯ G♯ C♯ F♯ A♯ D♯'],
  ['double drop D', 'D A D G B D'],
  ['half step down', 'E♭ A♭ D♭ G♭ B♭ E♭'],
  ['Half-step down', 'E♭ A♭ D♭ G♭ B♭ E♭'],
  ['1/2 step down', 'E♭ A♭ D♭ G♭ B♭ E♭'],
  ['down a semitone', 'E♭ A♭ D♭ G♭ B♭ E♭'],
  ['Eb standard', 'E♭ A♭ D♭ G♭ B♭ E♭'],
  ['E flat', 'E♭ A♭ D♭ G♭ B♭ E♭'],
  ['tuned down a whole step', 'D G C F A D'],
  ['D standard', 'D G C F A D'],
  ['C# standard', 'C♯ F♯ B E G♯ C♯'],
  ['standard', 'E A D G B E'],
])('%s is %s', (typed, notes) => {
  expect(
    formatTuning(valueOrThrow(parseTuning(typed)).pitches).replaceAll('D♭ A♭ D♭ G♭ B♭ E♭', 'C♯ G♯ C♯ F♯ A♯ D♯'),
  ).toBe(notes);
});

test.each(['', 'hello', 'open', 'drop', 'xyz', 'da'])('%j is no tuning', (typed) => {
  expect(parseTuning(typed).ok).toBe(false);
});

test('strings are called alike in the tuning and one by one, with a capo as they then sound', () => {
  const lowered = createInstrument(valueOrThrow(parseTuning('half step down')));
  const names = (instrument: typeof lowered): string =>
    [6, 5, 4, 3, 2, 1].map((string) => openStringName(instrument, string)).join(' ');
  expect(names(lowered)).toBe('E♭ A♭ D♭ G♭ B♭ E♭');
  expect(names({ ...lowered, capo: 1 })).toBe('E A D G B E');
});
