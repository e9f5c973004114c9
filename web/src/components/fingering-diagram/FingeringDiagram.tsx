import { say } from '@fleet-wren/wording';
import './fingering-diagram.scss';
import {
  findStoppedFret,
  findTouchFret,
  fretOfString,
  openStringName,
  isStringSounding,
  listChordSpans,
  playedSpan,
  voicingAt,
  stringCount,
  type Digit,
  type Pattern,
  type ChordRole,
  type Stroke,
} from '@fleet-wren/core';
import { memo, useMemo, useState } from 'react';
import { getDigitColour } from '../stroke-symbol/symbol-shapes.ts';
import { OrnamentMarks } from './OrnamentMarks.tsx';
import { StrokeSymbol } from '../stroke-symbol/StrokeSymbol.tsx';
import {
  positionInSystem,
  createMemoisedSplit,
  layOutSlurs,
  layOutFingerPaths,
  type SystemContents,
} from './system-contents.ts';
import { listEndingMarks } from './ending-marks.ts';
import { DIAGRAM_SPACING, getStringY, tickToX, type DiagramLayout, type DiagramSystem } from './diagram-layout.ts';
import { chordWords } from '../chords/chord-text.ts';
import { useVisibleRows } from './useVisibleRows.ts';

/** Says a stroke to screen readers. It must stay the same function as long as it says the same. */
export type StrokeLabelFormatter = (stroke: Stroke, digit: Digit | null) => string;

interface SystemProps {
  /** The pattern without its strokes. */
  readonly frame: Pattern;
  readonly layout: DiagramLayout;
  readonly system: DiagramSystem;
}

const StringNames = ({ frame, system }: Pick<SystemProps, 'frame' | 'system'>) =>
  Array.from({ length: stringCount(frame.instrument) }, (_, index) => index + 1).map((string) => {
    const fret = fretOfString(voicingAt(frame, system.fromTick), string);
    return (
      <g
        key={string}
        transform={`translate(0 ${getStringY(string)})`}
        className={fret === null ? 'string-name muted' : 'string-name'}
      >
        <text x={8} dy="0.34em">
          {string}
        </text>
        <text x={24} dy="0.34em" className="string-letter">
          {openStringName(frame.instrument, string)}
        </text>
        <text x={DIAGRAM_SPACING.left - 10} dy="0.34em" className="string-fret">
          {fret ?? '×'}
        </text>
      </g>
    );
  });

/** The chords of a system with where each begins and ends on the page. */
const listSystemChords = ({ frame, layout, system }: SystemProps) => {
  const spans = listChordSpans(frame);
  const x = (at: number): number => tickToX(layout, system, at);
  return spans.flatMap(({ at, voicing }, index) => {
    const from = Math.max(at, system.fromTick);
    const to = Math.min(spans[index + 1]?.at ?? system.toTick, system.toTick);
    return from < to ? [{ at: from, voicing, x1: x(from), x2: x(to) }] : [];
  });
};

const StringLines = (props: SystemProps) =>
  listSystemChords(props).flatMap(({ at, voicing, x1, x2 }) =>
    Array.from({ length: props.layout.strings }, (_, index) => (
      <line
        key={`${at} ${index}`}
        className={isStringSounding(voicing, index + 1) ? 'string-line' : 'string-line muted'}
        x1={x1}
        x2={x2}
        y1={getStringY(index + 1)}
        y2={getStringY(index + 1)}
        strokeWidth={1 + index * 0.28}
      />
    )),
  );

/** What lies before a pickup and behind a short last bar. */
const NotPlayed = ({ frame, layout, system }: SystemProps) => {
  const { from, to } = playedSpan(frame);
  const x = (at: number): number => tickToX(layout, system, at);
  const spans = [
    [system.fromTick, Math.min(from, system.toTick)],
    [Math.max(to, system.fromTick), system.toTick],
  ] as const;
  return spans
    .filter(([start, end]) => start < end)
    .map(([start, end]) => (
      <rect
        key={start}
        className="not-played"
        x={x(start)}
        width={x(end) - x(start)}
        y={DIAGRAM_SPACING.counts}
        height={layout.strings * DIAGRAM_SPACING.string}
      />
    ));
};

/** What is held from where on, below the strings, where there is more than one chord. */
const ChordNames = (props: SystemProps) => {
  if (!props.frame.chordChanges) return null;
  const y = DIAGRAM_SPACING.counts + props.layout.strings * DIAGRAM_SPACING.string + 15;
  return listSystemChords(props).map(({ at, voicing, x1 }) => (
    <text key={at} className="chord-name" x={x1 + 6} y={y}>
      {chordWords(voicing.chord)}
    </text>
  ));
};

/** Under the strings: which bars are an ending, and which are those of the first time again. */
const EndingMarks = ({ frame, layout, system }: SystemProps) => {
  const x = (at: number): number => tickToX(layout, system, at);
  const chords = frame.chordChanges ? DIAGRAM_SPACING.chords : 0;
  const bottom = DIAGRAM_SPACING.counts + layout.strings * DIAGRAM_SPACING.string;
  return listEndingMarks(frame)
    .filter(({ fromTick, toTick }) => fromTick < system.toTick && toTick > system.fromTick)
    .map(({ kind, fromTick, toTick, label }) => {
      const [x1, x2] = [x(Math.max(fromTick, system.fromTick)) + 1, x(Math.min(toTick, system.toTick)) - 3];
      const y = bottom + chords + 5;
      const begins = fromTick >= system.fromTick;
      return (
        <g key={fromTick} className={`ending-mark ending-${kind}`}>
          {kind === 'again' && (
            <rect x={x1} width={x2 - x1} y={DIAGRAM_SPACING.counts} height={bottom - DIAGRAM_SPACING.counts} />
          )}
          <path d={`${begins ? `M${x1} ${y - 4}V${y}` : `M${x1} ${y}`}H${x2}`} />
          {begins && (
            <text x={x1 + 6} y={y + 14}>
              {label}
            </text>
          )}
        </g>
      );
    });
};

/** The ruled page of one system: beats shaded and counted, strings named. */
const Ruling = memo(({ frame, layout, system }: SystemProps) => {
  const height = layout.strings * DIAGRAM_SPACING.string;
  const top = DIAGRAM_SPACING.counts;
  return (
    <g>
      {system.shades.map(({ x, width }) => (
        <rect key={x} className="beat-shade" x={x} y={top} width={width} height={height} rx={4} />
      ))}
      {system.barLines.map((x) => (
        <line key={x} className="bar-line" x1={x} x2={x} y1={top} y2={top + height} />
      ))}
      <NotPlayed frame={frame} layout={layout} system={system} />
      <StringLines frame={frame} layout={layout} system={system} />
      <StringNames frame={frame} system={system} />
      <ChordNames frame={frame} layout={layout} system={system} />
      <EndingMarks frame={frame} layout={layout} system={system} />
      {system.slots.map(({ at, x, label, beat }) => (
        <text key={at} className={beat ? 'count count-beat' : 'count'} x={x} y={18}>
          {label}
        </text>
      ))}
      {frame.bars > 1 && (
        <text className="bar-number" x={8} y={18}>
          {say('parts.bar', { fromBar: system.fromBar + 1 })}
        </text>
      )}
    </g>
  );
});

const ROLE_LETTERS: Readonly<Record<ChordRole, string>> = {
  bass: say('parts.b1'),
  alternate: say('parts.b2'),
  'second alternate': say('parts.b3'),
};

/** Tokens this narrow leave no room beside them: what stands there is set below. */
const ROOM_BESIDE = 11;

interface MarksProps {
  readonly stroke: Stroke;
  /** The fret over which its harmonic is touched. */
  readonly touch: number | undefined;
  readonly radius: number;
}

/** The fret a stroke has of its own and its role: beside the token, or under it where tokens stand close. */
const Beside = ({ stroke, touch, radius }: MarksProps) => {
  const fret = touch === undefined ? stroke.fret : `‹${touch}›`;
  const close = radius < ROOM_BESIDE;
  return (
    <>
      {fret !== undefined && (
        <text
          className={close ? 'mark-fret mark-under' : 'mark-fret'}
          x={close ? 0 : radius + 2}
          y={close ? radius + 9 : radius + 5}
        >
          {fret}
        </text>
      )}
      {stroke.role && (
        <text
          className={close ? 'mark-role mark-under' : 'mark-role'}
          x={close ? 0 : -radius - 3}
          y={close ? -radius - 4 : radius + 5}
          textAnchor={close ? undefined : 'end'}
        >
          {ROLE_LETTERS[stroke.role]}
        </text>
      )}
    </>
  );
};

/** What stands around a token: a tail while it rings, a slanted line under a rake, the fret of its own, its role. */
const Marks = ({ stroke, touch, radius }: MarksProps) => (
  <>
    {stroke.ring && (
      <path className="mark-ring" d={`M${radius + 3} 0q${radius * 0.9} ${radius * 0.9} ${radius * 1.9} 0`} />
    )}
    {stroke.rake && <line className="mark-rake" x1={-radius} x2={radius * 0.4} y1={radius + 6} y2={radius + 1} />}
    {stroke.brush && <line className="mark-brush" x1={-radius - 3} x2={-radius - 3} y1={-radius} y2={radius} />}
    <OrnamentMarks stroke={stroke} radius={radius} />
    <Beside stroke={stroke} touch={touch} radius={radius} />
  </>
);

interface StrokeTokenProps extends Pick<MarksProps, 'stroke' | 'touch'> {
  readonly digit: Digit | null;
  readonly layout: DiagramLayout;
  readonly system: DiagramSystem;
  readonly label: StrokeLabelFormatter;
}

const StrokeToken = memo(({ stroke, touch, digit, layout, system, label }: StrokeTokenProps) => {
  const { x, y } = positionInSystem(layout, system, stroke);
  return (
    <g
      className="stroke"
      style={{ transform: `translate(${x.toFixed(1)}px, ${y.toFixed(1)}px)` }}
      data-stroke={stroke.id}
      role="img"
      aria-label={label(stroke, digit)}
    >
      <StrokeSymbol
        digit={digit}
        radius={layout.radius}
        pinned={stroke.pin !== undefined}
        accent={stroke.accent}
        marks={stroke}
      />
      <Marks stroke={stroke} touch={touch} radius={layout.radius} />
    </g>
  );
});

interface SystemViewProps extends SystemProps {
  readonly contents: SystemContents;
  readonly label: StrokeLabelFormatter;
}

/** One system with all that lies in it. */
const SystemView = memo(({ frame, layout, system, contents, label }: SystemViewProps) => (
  <svg
    className="threads-system"
    width={layout.width}
    height={layout.systemHeight + DIAGRAM_SPACING.between}
    style={{ top: system.top }}
    aria-hidden={contents.strokes.length === 0}
  >
    <Ruling frame={frame} layout={layout} system={system} />
    {layOutFingerPaths(contents, layout, system).map(({ striker, path }) => (
      <path key={striker} className="thread" d={path} stroke={getDigitColour(striker === 'pick' ? 'down' : striker)} />
    ))}
    {layOutSlurs(contents, layout, system).map(({ id, path, letter }) => (
      <path key={id} className={`slur slur-${letter}`} d={path} />
    ))}
    {contents.strokes.map((stroke, index) => (
      <StrokeToken
        key={stroke.id}
        stroke={stroke}
        touch={stroke.harmonic && findTouchFret(stroke.harmonic, findStoppedFret(frame, stroke))}
        digit={contents.digits[index] ?? null}
        layout={layout}
        system={system}
        label={label}
      />
    ))}
  </svg>
));

interface ThreadsProps {
  readonly pattern: Pattern;
  /** The pattern without its strokes, which stays the same while only strokes change. */
  readonly frame: Pattern;
  readonly layout: DiagramLayout;
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly label: StrokeLabelFormatter;
}

/** Strings over time, a token a stroke, each digit's strokes joined by its thread; only what is in sight is drawn. */
export const FingeringDiagram = memo(({ pattern, frame, layout, digits, label }: ThreadsProps) => {
  const [contentsNow] = useState(createMemoisedSplit);
  const contents = useMemo(() => contentsNow(pattern, digits, layout), [contentsNow, pattern, digits, layout]);
  const { box, from, to } = useVisibleRows(layout.systems.length, layout.systemHeight + DIAGRAM_SPACING.between);
  return (
    <div ref={box} className="threads-systems" style={{ height: layout.height }}>
      {layout.systems.slice(from, to).map((system) => (
        <SystemView
          key={system.index}
          frame={frame}
          layout={layout}
          system={system}
          contents={contents[system.index] as SystemContents}
          label={label}
        />
      ))}
    </div>
  );
});
