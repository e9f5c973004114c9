import './hand.scss';
import { say, sayMessage } from '@fleet-wren/wording';
import {
  drawTip,
  findHardestMove,
  fingerWord,
  flattenScore,
  layOutMotion,
  locateFingertip,
  moveHand,
  stringCount,
  type Actuator,
  type Digit,
  type HandMotion,
  type Pattern,
  type Score,
} from '@fleet-wren/core';
import { line } from 'd3-shape';
import { Play, Square } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { Filmstrip } from '../components/hand-picture/Filmstrip.tsx';
import { HandPicture } from '../components/hand-picture/HandPicture.tsx';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { usePatternAnalysis } from '../components/pattern-editor/usePatternAnalysis.ts';
import { getDigitColour } from '../components/stroke-symbol/symbol-shapes.ts';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { formatHardestMove, inCentimetres } from './hand-text.ts';
import { HAND_SPEEDS, useHandClock } from './useHandClock.ts';

const colourOf = (actuator: Actuator): string => getDigitColour(actuator === 'pick' ? 'down' : actuator);

/** Points of a trail, and moments of a filmstrip. */
const [TRAIL_POINTS, MOMENTS] = [240, 4] as const;

interface TrailProps {
  readonly motion: HandMotion;
  readonly actuator: Actuator;
  readonly strings: number;
}

/** The way of one fingertip through the whole pattern. */
const Trail = ({ motion, actuator, strings }: TrailProps) => {
  const path = useMemo(() => {
    const points = Array.from({ length: TRAIL_POINTS }, (_, index) => {
      const found = locateFingertip(motion, actuator, (index / TRAIL_POINTS) * motion.seconds);
      return drawTip(actuator, found?.across ?? 0, found?.above ?? 0, strings);
    });
    return line<(typeof points)[number]>(
      ({ x }) => x,
      ({ y }) => y,
    )(points);
  }, [motion, actuator, strings]);
  return <path className="hand-trail" d={path ?? undefined} stroke={colourOf(actuator)} />;
};

interface BarsProps {
  readonly motion: HandMotion;
  readonly value: (finger: HandMotion['fingers'][number]) => number;
  readonly most: number;
  readonly text: (value: number) => string;
}

const Bars = ({ motion, value, most, text }: BarsProps) => (
  <div className="hand-bars">
    {motion.fingers.map((finger) => (
      <div key={finger.actuator} style={{ display: 'contents' }}>
        <b style={{ color: colourOf(finger.actuator) }}>{sayMessage(fingerWord(finger.actuator))}</b>
        <span className="hand-bar" aria-hidden="true">
          <i
            style={{
              width: `${(100 * value(finger)) / Math.max(1e-9, most)}%`,
              background: colourOf(finger.actuator),
            }}
          />
        </span>
        <span>{text(value(finger))}</span>
      </div>
    ))}
  </div>
);

interface HandProps {
  readonly pattern: Pattern;
  readonly score: Score;
  readonly motion: HandMotion;
}

/** What the movement costs: how far in a bar, finger by finger, and who is on its string in time. */
const Costs = ({ pattern, score, motion }: HandProps) => {
  const hardest = findHardestMove(motion);
  const bars = Math.max(1, pattern.bars);
  return (
    <div>
      <p className="hand-number">{say('hand.centimetres', { centimetres: inCentimetres(motion.travel / bars) })}</p>
      <p className="text-soft">{say('hand.in-a-bar')}</p>
      <h2>{say('hand.travel')}</h2>
      <Bars
        motion={motion}
        value={({ travel }) => travel / bars}
        most={Math.max(...motion.fingers.map(({ travel }) => travel / bars))}
        text={(value) => say('hand.centimetres', { centimetres: inCentimetres(value) })}
      />
      <h2>{say('hand.prepared')}</h2>
      <Bars
        motion={motion}
        value={({ preparedShare }) => preparedShare}
        most={1}
        text={(value) => `${Math.round(100 * value)}%`}
      />
      {hardest && <p className="finding finding-notable">{formatHardestMove(score, hardest)}</p>}
      <p className="text-soft">{say('hand.estimated')}</p>
    </div>
  );
};

interface StageProps extends HandProps {
  readonly digits: Readonly<Record<string, Digit | null>>;
}

/** The hand as it plays, as slowly as asked, or where it is scrubbed to. */
const Stage = ({ pattern, score, motion, digits }: StageProps) => {
  const strings = stringCount(pattern.instrument);
  const clock = useHandClock({ pattern, digits, score, motion });
  const [trail, setTrail] = useState<Actuator | ''>('');
  return (
    <div>
      <div className="hand-stage">
        <HandPicture digits={layOutMotion(motion, clock.at, strings)} strings={strings} label={say('hand.picture')}>
          {trail !== '' && <Trail motion={motion} actuator={trail} strings={strings} />}
        </HandPicture>
      </div>
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
        <Form.Select
          size="sm"
          aria-label={say('hand.trail')}
          value={trail}
          onChange={({ target }) => setTrail(target.value as Actuator | '')}
        >
          <option value="">{say('hand.no-trail')}</option>
          {motion.fingers.map(({ actuator }) => (
            <option key={actuator} value={actuator}>
              {say('hand.trail-of', { finger: sayMessage(fingerWord(actuator)) })}
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
    </div>
  );
};

const NO_DIGITS: Readonly<Record<string, Digit | null>> = {};

/** The picking hand that plays a pattern, seen by its player, and what its movement costs. */
const HandScreen = () => {
  const bench = usePatternEditorStore();
  const pattern = usePatternEditor((state) => state.document);
  const { hand } = useSelectedHand();
  const digits = usePatternAnalysis(bench, hand)?.judgement.digits ?? NO_DIGITS;
  const { score, motion } = useMemo(() => {
    const flat = flattenScore(pattern);
    const own = flat.strokes.map(({ sourceStrokeId }) => digits[sourceStrokeId] ?? null);
    return { score: flat, motion: moveHand(flat, own) };
  }, [pattern, digits]);
  return (
    <div className="page hand-screen">
      <header className="page-head">
        <h1>{pattern.name}</h1>
        <Link to=".." relative="path">
          {say('hand.back')}
        </Link>
      </header>
      {motion.fingers.length === 0 ? (
        <p className="text-soft">{say('hand.nothing')}</p>
      ) : (
        <>
          <div className="hand-columns">
            <Stage {...{ pattern, score, motion, digits }} />
            <Costs {...{ pattern, score, motion }} />
          </div>
          <Filmstrip {...{ pattern, score, motion }} moments={MOMENTS} />
        </>
      )}
    </div>
  );
};

export default HandScreen;
