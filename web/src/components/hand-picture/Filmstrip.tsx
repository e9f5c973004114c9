import './filmstrip.scss';
import { say, sayMessage } from '@fleet-wren/wording';
import {
  describeScorePosition,
  layOutMotion,
  listMoments,
  stringCount,
  type DrawnDigit,
  type HandMoment,
  type HandMotion,
  type Pattern,
  type Score,
} from '@fleet-wren/core';
import { HandPicture } from './HandPicture.tsx';
import { formatMoment } from './moment-text.ts';

/** The hand of a moment, who plays larger than who waits. */
const markPlaying = (digits: readonly DrawnDigit[], { playing }: HandMoment): readonly DrawnDigit[] =>
  digits.map((digit) => ({ ...digit, isPlaying: playing.some(({ actuator }) => actuator === digit.actuator) }));

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
          <HandPicture
            digits={markPlaying(layOutMotion(motion, moment.at, strings), moment)}
            strings={strings}
            label={formatMoment(moment)}
          />
          <p>
            <b>{sayMessage(describeScorePosition(score, moment.tick))}</b>: {formatMoment(moment)}
          </p>
        </li>
      ))}
    </ol>
  );
};
