import { findShape, type Voicing } from '../../harmony/index.ts';
import type { Instrument } from '../../instrument/index.ts';
import { isDeepEqual, listChordSpans, type ChordChange, type Pattern } from '../../pattern/index.ts';
import { beatsPerBar, ticksPerBar, ticksPerBeat } from '../../time/index.ts';

const fretsOf = ({ frets }: Voicing): string => {
  const words = frets.map((fret) => fret ?? 'x');
  return words.join(words.some((word) => String(word).length > 1) ? '-' : '');
};

/** A chord by its name where that gives the same shape again, else with its frets. */
const chordWord = (voicing: Voicing, instrument: Instrument): string => {
  const { chord, frets } = voicing;
  const isPlain = isDeepEqual(findShape(instrument, chord)?.frets, frets);
  if (isPlain) return chord;
  return /^[A-H][^\s=()|,;]*$/.test(chord) ? `${chord}=${fretsOf(voicing)}` : fretsOf(voicing);
};

/** The words of one bar: its one chord, or one word a beat with `.` where the chord goes on. */
const barWords = (pattern: Pattern, spans: readonly ChordChange[], bar: number): string => {
  const from = bar * ticksPerBar(pattern.metre);
  const inside = spans.filter(({ at }) => at >= from && at < from + ticksPerBar(pattern.metre));
  if (inside.length === 0) return '%';
  const [only] = inside;
  if (inside.length === 1 && only?.at === from) return chordWord(only.voicing, pattern.instrument);
  return Array.from({ length: beatsPerBar(pattern.metre) }, (_, beat) => {
    const at = from + beat * ticksPerBeat(pattern.metre);
    const span = inside.find((one) => one.at >= at && one.at < at + ticksPerBeat(pattern.metre));
    return span ? chordWord(span.voicing, pattern.instrument) : '.';
  }).join(' ');
};

/**
 * The chords of a pattern as they can be read again, bar by bar; a change inside a beat is written on that beat.
 * @example
 * writeChordLine(createPattern('P', { bars: 2 })) // => 'C | %'
 */
export const writeChordLine = (pattern: Pattern): string => {
  const spans = listChordSpans(pattern);
  return Array.from({ length: pattern.bars }, (_, bar) => barWords(pattern, spans, bar)).join(' | ');
};
