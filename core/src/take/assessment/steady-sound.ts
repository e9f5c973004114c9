import type { Score } from '../../score/index.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import type { ReferenceStroke } from '../model/reference.ts';
import type { AlignedStroke } from '../model/take-alignment.ts';
import type { SampleSpan } from '../signal/partial-energy.ts';

/** The sound of a stroke that is looked at (est.): seconds after the pluck, and so long at least and at most. */
const SOUND = { after: 0.04, least: 0.12, most: 0.4 } as const;

/** Strokes whose pitch stays where it is. */
export const isSteady = (score: Score, { scoreIndex }: ReferenceStroke): boolean => {
  const stroke = score.strokes[scoreIndex];
  return Boolean(
    stroke &&
    !stroke.bend &&
    !stroke.vibrato &&
    !stroke.slideIn &&
    !stroke.slideOut &&
    !stroke.grace &&
    stroke.trill === undefined &&
    !stroke.damped,
  );
};

/** The sound of a stroke until its string is struck again, as sample numbers; null where that is too short. */
export const spanOf = ({ at }: AlignedStroke, duration: number, samples: Float32Array): SampleSpan | null => {
  if (at === null) return null;
  const end = Math.min(at + duration - 0.01, at + SOUND.after + SOUND.most);
  if (end - at - SOUND.after < SOUND.least) return null;
  const [from, to] = [at + SOUND.after, end].map((seconds) => Math.round(seconds * TAKE_PARAMETERS.sampleRate)) as [
    number,
    number,
  ];
  return from >= 0 && to <= samples.length ? [from, to] : null;
};
