import './filmstrip.scss';
import { say, sayMessage } from '@fleet-wren/wording';
import {
  describeScorePosition,
  listMoments,
  stringCount,
  type HandMotion,
  type Pattern,
  type Score,
} from '@fleet-wren/core';
import { MomentPicture } from './MomentPicture.tsx';
import { formatMoment } from './moment-text.ts';

interface FilmstripProps {
  readonly pattern: Pattern;
  readonly score: Score;
  readonly motion: HandMotion;
  /** How many at most. */
  readonly moments: number;
}

/** Moments of the pattern as still pictures, each with what happens. */
export const Filmstrip = ({ pattern, score, motion, moments }: FilmstripProps) => {
  const strings = stringCount(pattern.instrument);
  return (
    <ol className="hand-film" aria-label={say('hand.filmstrip')}>
      {listMoments(motion, moments).map((moment) => (
        <li key={moment.tick}>
          <MomentPicture {...{ motion, moment, strings }} />
          <p>
            <b>{sayMessage(describeScorePosition(score, moment.tick))}</b>: {formatMoment(moment)}
          </p>
        </li>
      ))}
    </ol>
  );
};
