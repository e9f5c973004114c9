import type { ScoreBar } from '../../score/index.ts';
import { createSegments, notateRhythm, type NotatedDuration } from './notate-rhythm.ts';
import type { BarVoices, NotatedStroke } from './split-voices.ts';

/** A voice of a bar as it is written. */
export type VoicePieces = readonly NotatedDuration<readonly NotatedStroke[]>[];

/** A voice of a bar in notes; a bar that is cut is notated where its notes stand in the whole bar. */
export const notateBar = (voice: BarVoices[number], bar: ScoreBar): VoicePieces => {
  const shift = bar.skippedTicks ?? 0;
  const starts = voice.map(([at, content]) => [at + shift, content] as const);
  const segments = createSegments(starts, bar.metre, { from: shift, to: shift + bar.ticks });
  return notateRhythm(segments, bar.metre).map((piece) => ({ ...piece, at: piece.at - shift }));
};
