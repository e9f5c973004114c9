import type { Assignment } from '@fleet-wren/contract';
import { say, sayMessage } from '@fleet-wren/wording';
import {
  describeScorePosition,
  findSlipPlaces,
  flattenScore,
  stringCount,
  patternLength,
  type HandProfile,
  type Pattern,
  type PracticeProgress,
  type SlipPlace,
} from '@fleet-wren/core';
import { scaleLinear } from 'd3-scale';
import { useMemo } from 'react';
import { CreateDrillButton } from '../components/drill/CreateDrillButton.tsx';
import { getDigitColour } from '../components/stroke-symbol/symbol-shapes.ts';
import { patternOfStage, useLadder } from '../workers/useLadder.ts';

/** Places that are named. */
const NAMED = 3;

const reasonsText = ({ reasons }: SlipPlace): string =>
  reasons
    .filter(({ reason }) => reason !== 'marked')
    .map(({ reason, count }) => say('students.slip-reason', { reason, count }))
    .join(', ');

/** The strokes of a place and those right before it: what has to be practised is the way there. */
const strokesOfPlace = ({ strokes }: Pattern, tick: number): readonly string[] => {
  const before = Math.max(-1, ...strokes.flatMap(({ at }) => (at < tick ? [at] : [])));
  const from = before < 0 ? Math.max(...strokes.map(({ at }) => at)) : before;
  return strokes.flatMap(({ id, at }) => (at === tick || at === from ? [id] : []));
};

interface NamedProps {
  readonly pattern: Pattern;
  readonly hand: HandProfile | undefined;
  readonly places: readonly SlipPlace[];
}

const Named = ({ pattern, hand, places }: NamedProps) => {
  const score = useMemo(() => flattenScore(pattern), [pattern]);
  return (
    <ol className="slip-places">
      {places.slice(0, NAMED).map((place) => (
        <li key={place.tick}>
          <b>{sayMessage(describeScorePosition(score, place.tick))}</b>{' '}
          {say('students.slip-count', { count: place.count, share: Math.round(100 * place.share) })}{' '}
          <span className="text-soft">{reasonsText(place)}</span>{' '}
          <CreateDrillButton pattern={pattern} hand={hand} strokes={strokesOfPlace(pattern, place.tick)} />
        </li>
      ))}
    </ol>
  );
};

const STRIP = { width: 560, side: 14, top: 18, string: 10, dot: 3.6, heat: 18 } as const;

/** The figure in small, with how often each of its places slipped: the redder, the more often. */
const HeatStrip = ({ pattern, places }: { readonly pattern: Pattern; readonly places: readonly SlipPlace[] }) => {
  const x = scaleLinear([0, patternLength(pattern)], [STRIP.side, STRIP.width - STRIP.side]);
  const strings = stringCount(pattern.instrument);
  const height = STRIP.top + strings * STRIP.string;
  const most = Math.max(...places.map(({ share }) => share));
  const y = (string: number): number => STRIP.top + (string - 0.5) * STRIP.string;
  return (
    <svg
      className="slip-strip"
      viewBox={`0 0 ${STRIP.width} ${height}`}
      role="img"
      aria-label={say('students.slip-figure', { count: places.reduce((sum, { count }) => sum + count, 0) })}
    >
      {Array.from({ length: strings }, (_, index) => (
        <line key={index} className="slip-string" x1={0} x2={STRIP.width} y1={y(index + 1)} y2={y(index + 1)} />
      ))}
      {places.map(({ tick, share, count }) => (
        <g key={tick}>
          <rect
            className="slip-heat"
            x={x(tick) - STRIP.heat / 2}
            y={STRIP.top}
            width={STRIP.heat}
            height={height - STRIP.top}
            rx={4}
            opacity={0.12 + 0.5 * (share / most)}
          />
          <text className="slip-number" x={x(tick)} y={12} textAnchor="middle">
            {count}
          </text>
        </g>
      ))}
      {pattern.strokes.map(({ id, at, string, pin }) => (
        <circle key={id} cx={x(at)} cy={y(string)} r={STRIP.dot} fill={pin ? getDigitColour(pin) : 'currentColor'} />
      ))}
    </svg>
  );
};

/** Where the stage at hand slips and why, as it was heard or marked. */
export const SlipPlaces = ({ item, progress }: { readonly item: Assignment; readonly progress: PracticeProgress }) => {
  const { pattern, target, way, plan } = item;
  const { value } = useLadder({ pattern, target, way, hand: plan.hand });
  const stage = plan.stages[progress.stage];
  const places = stage ? findSlipPlaces(progress.slipPlaces, stage.key) : [];
  if (!stage || places.length === 0) return null;
  const played = patternOfStage(value?.ok ? value.value : undefined, stage.key, stage.gate, pattern);
  return (
    <section aria-label={say('students.slips')}>
      <h4 className="ladder-title">{say('students.slips')}</h4>
      <HeatStrip pattern={played} places={places} />
      <Named pattern={played} hand={plan.hand} places={places} />
    </section>
  );
};
