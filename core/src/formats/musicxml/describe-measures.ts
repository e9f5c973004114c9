import { message, type Message } from '../../message/index.ts';
import { fingerName, type Digit } from '../../pattern/index.ts';
import type { Score, ScoreBar, ScoreStroke } from '../../score/index.ts';
import { formatBarPosition } from '../../time/index.ts';
import type { ScoreAnnotations } from '../score-annotations.ts';
import { foldScore } from '../notation/fold-score.ts';
import { splitLongBars } from './split-long-bars.ts';

/** A stroke with who plays it. */
interface PlayedStroke {
  readonly stroke: ScoreStroke;
  readonly digit: Digit | null;
}

const describeNote = ({ stroke: { string, fret }, digit }: PlayedStroke): Message => {
  const place = { string, fret: fret ?? 0 };
  return digit ? message('spoken.note', { ...place, finger: fingerName(digit) }) : message('spoken.unplucked', place);
};

/** What is heard in a bar at a time: when, a chord that begins, who plays what. */
const describeMoment = (
  { chords }: Score,
  bar: ScoreBar,
  at: number,
  strokes: readonly PlayedStroke[],
): readonly Message[] => {
  const chord = chords.find((span) => span.at === at)?.voicing.chord;
  return [
    formatBarPosition(bar.metre, at - bar.at + (bar.skippedTicks ?? 0), 1),
    ...(chord ? [message('spoken.chord', { chord })] : []),
    ...strokes.map(describeNote),
  ];
};

/**
 * The measures of a score as `exportMusicXml` writes them, in words: of each its bar’s number, then every time at which
 * something is played, with who plays which string at which fret. `digits` come in the order of the strokes.
 * @example
 * describeMeasures(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'])
 *   .length // => 1
 */
export const describeMeasures = (
  given: Score,
  digits: readonly (Digit | null)[],
  words: ScoreAnnotations = {},
  maxStrokesPerSystem = Infinity,
): readonly (readonly (readonly Message[])[])[] => {
  const folded = foldScore(given, digits, words);
  const { score, pieces } = splitLongBars(folded.score, folded.words, maxStrokesPerSystem);
  const played = score.strokes.map((stroke, index) => ({ stroke, digit: folded.digits[index] ?? null }));
  return score.bars.map((bar, index) => {
    const { whole, bar: own } = pieces[index] as (typeof pieces)[number];
    const inside = played.filter(
      ({ stroke: { at, pitch } }) => pitch !== null && at >= bar.at && at < bar.at + bar.ticks,
    );
    const times = [...new Set(inside.map(({ stroke }) => stroke.at))];
    return [
      [message('spoken.bar', { bar: whole + 1 })],
      ...times.map((at) =>
        describeMoment(
          score,
          own,
          at,
          inside.filter(({ stroke }) => stroke.at === at),
        ),
      ),
    ];
  });
};
