import './threads.scss';
import {
  fretOn,
  openStringName,
  sounds,
  stringCount,
  type Digit,
  type Pattern,
  type Role,
  type Stroke,
} from '@fleet-wren/core';
import { memo, type ReactNode } from 'react';
import { digitColour } from '../token/shapes.ts';
import { Token } from '../token/Token.tsx';
import { SPACE, pointAt, slurArcs, stringY, threadsOf, type Layout, type System } from './geometry.ts';

interface SystemProps {
  readonly pattern: Pattern;
  readonly layout: Layout;
  readonly system: System;
}

const StringNames = ({ pattern, system }: Pick<SystemProps, 'pattern' | 'system'>) =>
  Array.from({ length: stringCount(pattern.instrument) }, (_, index) => index + 1).map((string) => {
    const fret = fretOn(pattern.voicing, string);
    return (
      <g
        key={string}
        transform={`translate(0 ${system.top + stringY(string)})`}
        className={fret === null ? 'string-name muted' : 'string-name'}
      >
        <text x={8} dy="0.34em">
          {string}
        </text>
        <text x={24} dy="0.34em" className="string-letter">
          {openStringName(pattern.instrument, string)}
        </text>
        <text x={SPACE.left - 10} dy="0.34em" className="string-fret">
          {fret ?? '×'}
        </text>
      </g>
    );
  });

const StringLines = ({ pattern, layout, system }: SystemProps) => {
  const right = system.barLines[system.barLines.length - 1] ?? layout.width;
  return Array.from({ length: layout.strings }, (_, index) => (
    <line
      key={index}
      className={sounds(pattern.voicing, index + 1) ? 'string-line' : 'string-line muted'}
      x1={SPACE.left}
      x2={right}
      y1={system.top + stringY(index + 1)}
      y2={system.top + stringY(index + 1)}
      strokeWidth={1 + index * 0.28}
    />
  ));
};

/** The ruled ground of one system: beats shaded and counted, strings named. */
const Ground = memo(({ pattern, layout, system }: SystemProps) => {
  const height = layout.strings * SPACE.string;
  const top = system.top + SPACE.counts;
  return (
    <g>
      {system.shades.map(({ x, width }) => (
        <rect key={x} className="beat-shade" x={x} y={top} width={width} height={height} rx={4} />
      ))}
      {system.barLines.map((x) => (
        <line key={x} className="bar-line" x1={x} x2={x} y1={top} y2={top + height} />
      ))}
      <StringLines pattern={pattern} layout={layout} system={system} />
      <StringNames pattern={pattern} system={system} />
      {system.slots.map(({ at, x, label, beat }) => (
        <text key={at} className={beat ? 'count count-beat' : 'count'} x={x} y={system.top + 18}>
          {label}
        </text>
      ))}
      {pattern.bars > 1 && (
        <text className="bar-number" x={8} y={system.top + 18}>
          bar {system.fromBar + 1}
        </text>
      )}
    </g>
  );
});

interface StrokeTokenProps {
  readonly stroke: Stroke;
  readonly digit: Digit | null;
  readonly layout: Layout;
  readonly chosen: boolean;
  readonly selected: boolean;
  readonly flagged?: number;
  readonly label: string;
}

const ROLE_LETTERS: Readonly<Record<Role, string>> = { bass: 'B', alternate: 'A', 'second alternate': 'A2' };

/** What stands around a token: a tail while it rings, a slanted line under a rake, the fret of its own, its role. */
const Marks = ({ stroke, radius }: { readonly stroke: Stroke; readonly radius: number }) => {
  const beside = stroke.harmonic ? `‹${stroke.harmonic.touch}›` : stroke.fret;
  return (
    <>
      {stroke.ring && (
        <path className="mark-ring" d={`M${radius + 3} 0q${radius * 0.9} ${radius * 0.9} ${radius * 1.9} 0`} />
      )}
      {stroke.rake && <line className="mark-rake" x1={-radius} x2={radius * 0.4} y1={radius + 6} y2={radius + 1} />}
      {stroke.brush && <line className="mark-brush" x1={-radius - 3} x2={-radius - 3} y1={-radius} y2={radius} />}
      {beside !== undefined && (
        <text className="mark-fret" x={radius + 2} y={radius + 5}>
          {beside}
        </text>
      )}
      {stroke.role && (
        <text className="mark-role" x={-radius - 3} y={radius + 5} textAnchor="end">
          {ROLE_LETTERS[stroke.role]}
        </text>
      )}
    </>
  );
};

const StrokeToken = memo(({ stroke, digit, layout, chosen, selected, flagged, label }: StrokeTokenProps) => {
  const { x, y } = pointAt(layout, stroke.at, stroke.string);
  return (
    <g
      className={`stroke${chosen ? ' chosen' : ''}${selected ? ' selected' : ''}`}
      style={{ transform: `translate(${x.toFixed(1)}px, ${y.toFixed(1)}px)` }}
      data-stroke={stroke.id}
      role="img"
      aria-label={label}
    >
      {chosen && <circle className="chosen-ring" r={layout.radius + 6} />}
      {selected && <circle className="selected-ring" r={layout.radius + 5} />}
      <Token
        digit={digit}
        radius={layout.radius}
        pinned={stroke.pin !== undefined}
        accent={stroke.accent}
        marks={stroke}
      />
      <Marks stroke={stroke} radius={layout.radius} />
      {flagged !== undefined && (
        <g transform={`translate(${layout.radius} ${-layout.radius})`} className="flag">
          <circle r={8} />
          <text dy="0.34em">{flagged}</text>
        </g>
      )}
    </g>
  );
});

interface ThreadsProps {
  readonly pattern: Pattern;
  /** The pattern without its strokes, which stays the same while only strokes change. */
  readonly ground: Pattern;
  readonly layout: Layout;
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly chosen: string | null;
  readonly selection?: ReadonlySet<string>;
  /** Numbered flags by stroke. */
  readonly flags: ReadonlyMap<string, number>;
  readonly label: (stroke: Stroke) => string;
  readonly children?: ReactNode;
}

/** Strings over time, a token a stroke, each digit's strokes joined by its thread. */
export const Threads = ({
  pattern,
  ground,
  layout,
  digits,
  chosen,
  selection,
  flags,
  label,
  children,
}: ThreadsProps) => (
  <>
    {layout.systems.map((system) => (
      <Ground key={system.index} pattern={ground} layout={layout} system={system} />
    ))}
    {threadsOf(pattern, digits, layout).map(({ striker, paths }) =>
      paths.map((path, index) => (
        <path
          key={`${striker}${index}`}
          className="thread"
          d={path}
          stroke={digitColour(striker === 'pick' ? 'down' : striker)}
        />
      )),
    )}
    {slurArcs(pattern, layout).map(({ id, path, letter }) => (
      <path key={id} className={`slur slur-${letter}`} d={path} />
    ))}
    {children}
    {pattern.strokes.map((stroke) => (
      <StrokeToken
        key={stroke.id}
        stroke={stroke}
        digit={digits[stroke.id] ?? null}
        layout={layout}
        chosen={stroke.id === chosen}
        selected={selection?.has(stroke.id) ?? false}
        flagged={flags.get(stroke.id)}
        label={label(stroke)}
      />
    ))}
  </>
);
