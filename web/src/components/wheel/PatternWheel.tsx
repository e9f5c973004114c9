import { say, sayMessage } from '@fleet-wren/wording';
import './wheel.scss';
import { subdivisionTicks, type Digit, type Pattern, fingerName } from '@fleet-wren/core';
import { RotateCcw, RotateCw } from 'lucide-react';
import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { StrokeSymbol } from '../stroke-symbol/StrokeSymbol.tsx';
import { WHEEL_SIZE, layOutStrokes, layOutGroupArcs, getStringRadius, layOutSlots } from './wheel-layout.ts';

interface WheelProps {
  readonly pattern: Pattern;
  readonly digits: Readonly<Record<string, Digit | null>>;
  /** Turns the figure by some ticks, so that it begins elsewhere. */
  readonly turn: (ticks: number) => void;
}

const groupsText = (labels: readonly string[]): string =>
  labels.length > 0 ? labels.join(' + ') : say('parts.1-group');

/** One cycle as a ring: digits as beads on their strings, groups as arcs; shifting the start is turning the ring. */
export const PatternWheel = ({ pattern, digits, turn }: WheelProps) => {
  const strings = pattern.instrument.pitches.length;
  const beads = useMemo(() => layOutStrokes(pattern, digits), [pattern, digits]);
  const arcs = useMemo(() => layOutGroupArcs(pattern, digits), [pattern, digits]);
  const spokes = useMemo(() => layOutSlots(pattern), [pattern]);
  const slot = subdivisionTicks(pattern);
  const crowded = spokes.length > 32;
  const groups = groupsText(arcs.map(({ label }) => label));
  const half = WHEEL_SIZE.size / 2 + 16;
  return (
    <figure className="wheel" aria-label={say('common.wheel')}>
      <figcaption>
        <span>{say('parts.groups-that-start-on-the-thumb')}</span>
        <strong>{groups}</strong>
        <span>{say('parts.turn-the-wheel-to-start-the')}</span>
        <span className="wheel-turns">
          <Button
            variant="quiet"
            size="sm"
            onClick={() => turn(-slot)}
            title={say('parts.start-one-subdivision-earlier', { key: '<' })}
          >
            <RotateCcw size={15} aria-hidden /> {say('parts.earlier')}
          </Button>
          <Button
            variant="quiet"
            size="sm"
            onClick={() => turn(slot)}
            title={say('parts.start-one-subdivision-later-shift')}
          >
            <RotateCw size={15} aria-hidden /> {say('parts.later')}
          </Button>
        </span>
      </figcaption>
      <svg
        viewBox={`${-half} ${-half} ${2 * half} ${2 * half}`}
        role="img"
        aria-label={say('parts.groups-of', {
          groups,
          beads: beads.map(({ digit }) => (digit ? sayMessage(fingerName(digit)) : 'slurred')).join(', '),
        })}
      >
        {Array.from({ length: strings }, (_, index) => (
          <circle
            key={index}
            className="wheel-string"
            r={getStringRadius(index + 1, strings)}
            strokeWidth={0.8 + index * 0.2}
          />
        ))}
        {spokes
          .filter(({ beat }) => beat || !crowded)
          .map(({ at, x, y, label, beat }) => (
            <text key={at} className={beat ? 'wheel-count wheel-beat' : 'wheel-count'} x={x} y={y} dy="0.34em">
              {label}
            </text>
          ))}
        {arcs.map(({ key, path, x, y, label }) => (
          <g key={key}>
            <path className="wheel-group" d={path} />
            <text className="wheel-length" x={x} y={y} dy="0.34em">
              {label}
            </text>
          </g>
        ))}
        {beads.map(({ id, x, y, digit }) => (
          <g key={id} className="wheel-bead" style={{ transform: `translate(${x}px, ${y}px)` }}>
            <StrokeSymbol digit={digit} radius={crowded ? 5 : 8} pinned />
          </g>
        ))}
      </svg>
    </figure>
  );
};
