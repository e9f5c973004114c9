import './chord-diagram.scss';
import type { Voicing } from '@fleet-wren/core';
import { useMemo } from 'react';
import { useSettings } from '../../api/settings.ts';
import { CHORD_DIAGRAM_SIZE, layOutChordDiagram, type ChordDiagramMark } from './chord-diagram-layout.ts';

const Mark = ({ mark: { kind, x, y } }: { readonly mark: ChordDiagramMark }) => {
  if (kind === 'stopped') return <circle className="neck-stopped" cx={x} cy={y} r={4.4} />;
  if (kind === 'open') return <circle className="neck-open" cx={x} cy={y} r={3.2} />;
  return <path className="neck-muted" d={`M${x - 3} ${y - 3}l6 6m0 -6l-6 6`} />;
};

/**
 * A shape on a small neck, lying as the strings of the bench do, turned round for a left-handed player; the bass string
 * is marked where it is known.
 */
export const ChordDiagram = (props: Omit<NeckProps, 'leftHanded'>) => {
  const { leftHanded = false } = useSettings();
  return <ChordDiagramView {...props} leftHanded={leftHanded} />;
};

interface NeckProps {
  readonly voicing: Voicing;
  readonly bass?: number | null;
  readonly leftHanded: boolean;
}

/** The same where it is said who looks at it: rooms without an account know no settings. */
export const ChordDiagramView = ({ voicing, bass = null, leftHanded }: NeckProps) => {
  const { height, from, strings, frets, marks } = useMemo(() => layOutChordDiagram(voicing), [voicing]);
  const [first = 0, last = 0] = [frets[0], frets[frets.length - 1]];
  const [low = 0, high = 0] = [strings[0], strings[strings.length - 1]];
  const middle = ((frets[0] ?? 0) + (frets[1] ?? 0)) / 2;
  const root = marks.find(({ string }) => string === bass);
  return (
    <svg
      className="neck"
      viewBox={`0 0 ${CHORD_DIAGRAM_SIZE.width} ${height}`}
      width={CHORD_DIAGRAM_SIZE.width}
      height={height}
      aria-hidden="true"
    >
      <g transform={leftHanded ? `translate(${CHORD_DIAGRAM_SIZE.width} 0) scale(-1 1)` : undefined}>
        {strings.map((y) => (
          <line key={y} className="neck-string" x1={first} x2={last} y1={y} y2={y} />
        ))}
        {frets.map((x, index) => (
          <line
            key={x}
            className={index === 0 && from === 1 ? 'neck-nut' : 'neck-fret'}
            x1={x}
            x2={x}
            y1={high}
            y2={low}
          />
        ))}
        {root && <rect className="neck-bass" x={root.x - 7} y={root.y - 7} width={14} height={14} rx={3} />}
        {marks.map((mark) => (
          <Mark key={mark.string} mark={mark} />
        ))}
      </g>
      {from > 1 && (
        <text
          className="neck-from"
          x={leftHanded ? CHORD_DIAGRAM_SIZE.width - middle : middle}
          y={height - 2}
          textAnchor="middle"
        >
          {from}
        </text>
      )}
    </svg>
  );
};
