import { say, sayMessage } from '@fleet-wren/wording';
import './finger-lanes.scss';
import { secondsPerTick, fingerName } from '@fleet-wren/core';
import { memo, useCallback, useMemo } from 'react';
import type { AnalysedPattern } from '../analysed-pattern.ts';
import type { PlayerControls } from '../../audio/usePlayer.ts';
import {
  DIAGRAM_SPACING,
  formatBarRange,
  tickToCursor,
  layOutDiagram,
  findSystemAt,
  type DiagramLayout,
  type DiagramSystem,
} from '../fingering-diagram/diagram-layout.ts';
import { useStablePatternFrame } from '../fingering-diagram/useStablePatternFrame.ts';
import { usePlaybackCursor } from '../fingering-diagram/usePlaybackCursor.ts';
import { getDigitColour } from '../stroke-symbol/symbol-shapes.ts';
import { LANE_HEIGHT, layOutLanes, type Lane, type LaneTransition } from './finger-lanes-layout.ts';

interface LanesProps {
  readonly judged: AnalysedPattern;
  readonly width: number;
  /** The lanes show the row of bars this tick is in. */
  readonly at: number;
  readonly playing: PlayerControls;
}

const Way = ({ way, colour }: { readonly way: LaneTransition; readonly colour: string }) => {
  const { from, to, strain, plant } = way;
  const tight = strain > 0.9;
  return (
    <>
      <line
        className={tight ? 'way way-tight' : 'way'}
        x1={from}
        x2={to}
        y1={0}
        y2={0}
        stroke={tight ? undefined : colour}
        strokeWidth={2 + 10 * Math.min(1, strain)}
      />
      {plant && plant.to - plant.from > 12 && (
        <rect
          className="plant"
          x={plant.from}
          width={plant.to - plant.from - 9}
          y={-9}
          height={18}
          rx={3}
          stroke={colour}
        />
      )}
    </>
  );
};

const Row = ({ lane, index, width }: { readonly lane: Lane; readonly index: number; readonly width: number }) => {
  const colour = getDigitColour(lane.striker === 'pick' ? 'down' : lane.striker);
  return (
    <g transform={`translate(0 ${LANE_HEIGHT * (index + 0.5)})`}>
      <text className="lane-digit" x={8} dy="0.34em" fill={colour}>
        {lane.striker === 'pick' ? '' : lane.striker}
      </text>
      <text className="lane-name" x={lane.striker === 'pick' ? 8 : 26} dy="0.34em">
        {sayMessage(fingerName(lane.striker)).split(' ')[0]}
      </text>
      <line className="lane-line" x1={DIAGRAM_SPACING.left} x2={width - DIAGRAM_SPACING.right} y1={0} y2={0} />
      {lane.ways.map((way) => (
        <Way key={way.key} way={way} colour={colour} />
      ))}
      {lane.marks.map(({ id, x, string }) => (
        <g key={id} transform={`translate(${x.toFixed(1)} 0)`}>
          <circle className="mark" r={9.5} stroke={colour} />
          <text className="mark-string" dy="0.34em" fill={colour}>
            {string}
          </text>
        </g>
      ))}
    </g>
  );
};

const Rows = memo(
  ({
    judged,
    layout,
    system,
  }: {
    readonly judged: AnalysedPattern;
    readonly layout: DiagramLayout;
    readonly system: DiagramSystem;
  }) => {
    const { pattern, judgement } = judged;
    const lanes = useMemo(
      () =>
        layOutLanes(
          {
            pattern,
            digits: judgement.digits,
            motions: judgement.transitions,
            layout,
            system,
            secondsPerTick: secondsPerTick(pattern.metre, pattern.tempo),
          },
          judgement.actuatorLoads.map(({ actuator }) => actuator),
        ),
      [pattern, judgement, layout, system],
    );
    return lanes.map((lane, index) => <Row key={lane.striker} lane={lane} index={index} width={layout.width} />);
  },
);

/** The play cursor on the lanes, where the row of bars that is shown is the one that sounds. */
const LaneCursor = ({
  judged,
  layout,
  system,
  playing,
  height,
}: {
  readonly judged: AnalysedPattern;
  readonly layout: DiagramLayout;
  readonly system: DiagramSystem;
  readonly playing: PlayerControls;
  readonly height: number;
}) => {
  const place = useCallback(
    (tick: number): string | undefined =>
      tick >= system.fromTick && tick < system.toTick
        ? `translate(${tickToCursor(judged.pattern, layout, tick).x.toFixed(1)} 0)`
        : undefined,
    [judged, layout, system],
  );
  const line = usePlaybackCursor(playing, place);
  return playing.playing ? <line ref={line} className="lane-cursor" visibility="hidden" y1={0} y2={height} /> : null;
};

/**
 * One row a digit under the threads, on the same time axis: its work, its rest, where it can plant, where it is rushed.
 */
export const FingerLanes = ({ judged, width, at, playing }: LanesProps) => {
  const frame = useStablePatternFrame(judged.pattern);
  const layout = useMemo(() => layOutDiagram(frame, width), [frame, width]);
  const system = findSystemAt(layout, at);
  if (judged.pattern.strokes.length === 0) return null;
  const height = LANE_HEIGHT * judged.judgement.actuatorLoads.length;
  return (
    <figure className="lanes" aria-label={say('common.fingers')}>
      <figcaption>
        {say('parts.lanes-caption')}
        {formatBarRange(system, judged.pattern.bars)}
      </figcaption>
      <svg width={width} height={height} aria-hidden="true">
        <Rows judged={judged} layout={layout} system={system} />
        <LaneCursor judged={judged} layout={layout} system={system} playing={playing} height={height} />
      </svg>
    </figure>
  );
};
