import type { ScoreBar } from '../../score/index.ts';
import { createSegments, notateRhythm, type NotatedDuration } from './notate-rhythm.ts';
import type { BarVoices, NotatedStroke } from './split-voices.ts';

/** A voice of a bar as it is written. */
export type VoicePieces = readonly NotatedDuration<readonly NotatedStroke[]>[];

const isInTuplet = ({ value }: VoicePieces[number]): boolean => value?.tuplet !== undefined;

/** Tuplets that the start or the end of a cut bar goes through begin and end with it. */
const closeTuplets = (pieces: VoicePieces): VoicePieces =>
  pieces.map((piece, index) => {
    if (!isInTuplet(piece)) return piece;
    const [before, after] = [pieces[index - 1], pieces[index + 1]];
    const tupletBegins = piece.tupletBegins || !before || !isInTuplet(before);
    const tupletEnds = piece.tupletEnds || !after || !isInTuplet(after);
    return { ...piece, tupletBegins, tupletEnds };
  });

/** A voice of a bar in notes; a bar that is cut is notated where its notes stand in the whole bar. */
export const notateBar = (voice: BarVoices[number], bar: ScoreBar): VoicePieces => {
  const shift = bar.skippedTicks ?? 0;
  const starts = voice.map(([at, content]) => [at + shift, content] as const);
  const segments = createSegments(starts, bar.metre, { from: shift, to: shift + bar.ticks });
  const pieces = notateRhythm(segments, bar.metre).map((piece) => ({ ...piece, at: piece.at - shift }));
  return closeTuplets(pieces);
};
