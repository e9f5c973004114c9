import { say, sayMessage } from '@fleet-wren/wording';
import {
  fingerWord,
  stringCount,
  type Actuator,
  type CustomSchool,
  type Digit,
  type HandMotion,
  type Pattern,
  type Score,
} from '@fleet-wren/core';
import { Play, Square } from 'lucide-react';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { HandPicture } from '../components/hand-picture/HandPicture.tsx';
import { showMotion } from '../components/hand-picture/show-motion.ts';
import { SchoolOptions } from '../components/schools/SchoolOptions.tsx';
import { HandTrail } from './HandTrail.tsx';
import { HAND_SPEEDS, useHandClock } from './useHandClock.ts';
import type { SecondHand } from './useSecondHand.ts';

/** From where the hand is seen, whose way is a trail, and how a second hand stands to it. */
interface HandView {
  readonly isFromFront: boolean;
  readonly trail: Actuator | '';
  readonly isBeside: boolean;
}

interface PicturesProps {
  readonly motion: HandMotion;
  readonly second: SecondHand | null;
  readonly at: number;
  readonly strings: number;
  readonly name: string;
  readonly view: HandView;
}

/** The hand, and another school's over it or beside it at the same time. */
const Pictures = ({ motion, second, at, strings, name, view }: PicturesProps) => {
  const { trail, isFromFront, isBeside } = view;
  const isOver = second && !isBeside;
  return (
    <div className={second && isBeside ? 'hand-pair' : undefined}>
      <figure className="hand-stage">
        <HandPicture
          {...showMotion(motion, at, strings)}
          isFromFront={isFromFront}
          second={isOver ? showMotion(second.motion, at, strings).digits : undefined}
          label={say('hand.picture')}
        >
          {trail !== '' && <HandTrail motion={motion} actuator={trail} strings={strings} />}
        </HandPicture>
        {second && <figcaption>{isBeside ? name : say('hand.over', { school: name, other: second.name })}</figcaption>}
      </figure>
      {second && isBeside && (
        <figure className="hand-stage">
          <HandPicture
            {...showMotion(second.motion, at, strings)}
            isFromFront={isFromFront}
            label={say('hand.second-picture')}
          />
          <figcaption>{second.name}</figcaption>
        </figure>
      )}
    </div>
  );
};

interface ViewProps {
  readonly motion: HandMotion;
  readonly view: HandView;
  readonly change: (part: Partial<HandView>) => void;
  readonly school: string;
  readonly chooseSchool: (school: string) => void;
  readonly own: readonly CustomSchool[];
  readonly without: string;
}

/** From where, with whose trail, and beside which other school the hand is seen. */
const ViewControls = ({ motion, view, change, school, chooseSchool, own, without }: ViewProps) => (
  <div className="hand-controls">
    <Form.Select
      size="sm"
      aria-label={say('hand.view')}
      value={view.isFromFront ? 'front' : 'player'}
      onChange={({ target }) => change({ isFromFront: target.value === 'front' })}
    >
      <option value="player">{say('hand.from-player')}</option>
      <option value="front">{say('hand.from-front')}</option>
    </Form.Select>
    <Form.Select
      size="sm"
      aria-label={say('hand.trail')}
      value={view.trail}
      onChange={({ target }) => change({ trail: target.value as Actuator | '' })}
    >
      <option value="">{say('hand.no-trail')}</option>
      {motion.fingers.map(({ actuator }) => (
        <option key={actuator} value={actuator}>
          {say('hand.trail-of', { finger: sayMessage(fingerWord(actuator)) })}
        </option>
      ))}
    </Form.Select>
    <Form.Select
      size="sm"
      aria-label={say('hand.second')}
      value={school}
      onChange={({ target }) => chooseSchool(target.value)}
    >
      <option value="">{say('hand.no-second')}</option>
      <SchoolOptions own={own} without={[without]} />
    </Form.Select>
    {school !== '' && (
      <Form.Select
        size="sm"
        aria-label={say('hand.second-place')}
        value={view.isBeside ? 'beside' : 'over'}
        onChange={({ target }) => change({ isBeside: target.value === 'beside' })}
      >
        <option value="over">{say('hand.second-over')}</option>
        <option value="beside">{say('hand.second-beside')}</option>
      </Form.Select>
    )}
  </div>
);

interface StageProps extends Pick<ViewProps, 'school' | 'chooseSchool' | 'own'> {
  readonly pattern: Pattern;
  readonly score: Score;
  readonly motion: HandMotion;
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly second: SecondHand | null;
  readonly schoolName: string;
}

/** The hand as it plays, as slowly as asked, or where it is scrubbed to. */
export const HandStage = ({ pattern, score, motion, digits, second, schoolName, ...choice }: StageProps) => {
  const strings = stringCount(pattern.instrument);
  const clock = useHandClock({ pattern, digits, score, motion });
  const [view, setView] = useState<HandView>({ isFromFront: false, trail: '', isBeside: false });
  return (
    <div>
      <Pictures {...{ motion, second, strings, view }} at={clock.at} name={schoolName} />
      <div className="hand-controls">
        <button type="button" className="play" onClick={clock.toggle}>
          {clock.playing ? <Square size={16} aria-hidden /> : <Play size={16} aria-hidden />}
          <span className="visually-hidden">{clock.playing ? say('common.stop') : say('common.play')}</span>
        </button>
        <Form.Select
          size="sm"
          aria-label={say('hand.speed')}
          value={clock.speed}
          onChange={({ target }) => clock.setSpeed(Number(target.value))}
        >
          {HAND_SPEEDS.map((speed) => (
            <option key={speed} value={speed}>
              {say('hand.speed-of', { share: Math.round(100 * speed) })}
            </option>
          ))}
        </Form.Select>
        <input
          type="range"
          aria-label={say('hand.moment')}
          min={0}
          max={1000}
          value={Math.round((1000 * clock.at) / Math.max(1e-9, motion.seconds))}
          onChange={({ target }) => clock.setAt((Number(target.value) / 1000) * motion.seconds)}
        />
        <span className="text-soft">{say('hand.legend')}</span>
      </div>
      <ViewControls
        {...{ motion, view, ...choice }}
        without={pattern.school}
        change={(part) => setView({ ...view, ...part })}
      />
    </div>
  );
};
