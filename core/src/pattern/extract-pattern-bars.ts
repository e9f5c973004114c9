import { beatsPerBar, ticksPerBar } from '../time/index.ts';
import { listChordSpans, toChordCourse, voicingAt } from './chord-changes.ts';
import type { Pattern } from './pattern.ts';

/**
 * Some bars of a pattern by themselves, with the chords and the cut of the beats they have there; bars from 0.
 * @example
 * extractPatternBars(createPattern('P', { bars: 4 }), 1, 2).bars // => 2
 */
export const extractPatternBars = (pattern: Pattern, from: number, count: number): Pattern => {
  const bars = Math.max(1, Math.min(count, pattern.bars - from));
  const [start, end] = [from * ticksPerBar(pattern.metre), (from + bars) * ticksPerBar(pattern.metre)];
  const [firstBeat, lastBeat] = [from * beatsPerBar(pattern.metre), (from + bars) * beatsPerBar(pattern.metre)];
  const { divisions = [], chordChanges: _changes, endings: _endings, begins, ends, ...rest } = pattern;
  const cuts = divisions
    .filter(({ beat }) => beat >= firstBeat && beat < lastBeat)
    .map(({ beat, parts }) => ({ beat: beat - firstBeat, parts }));
  const spans = listChordSpans(pattern)
    .filter(({ at }) => at > start && at < end)
    .map(({ at, voicing }) => ({ at: at - start, voicing }));
  return {
    ...rest,
    bars,
    ...(begins !== undefined && from === 0 ? { begins } : {}),
    ...(ends !== undefined && ends > start && ends < end ? { ends: ends - start } : {}),
    ...toChordCourse([{ at: 0, voicing: voicingAt(pattern, start) }, ...spans]),
    ...(cuts.length > 0 ? { divisions: cuts } : {}),
    strokes: pattern.strokes
      .filter(({ at }) => at >= start && at < end)
      .map((stroke) => ({ ...stroke, at: stroke.at - start })),
  };
};
