import './chord-diagram.scss';
import {
  CHORD_DIAGRAM_SIZE,
  layOutChordDiagram,
  type ChordDiagramLayout,
  type ChordDiagramMark,
  type Voicing,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { useSettings } from '../../api/settings.ts';
import { useLeftHanded } from '../left-handed.ts';

/** How a neck is turned: lying as the strings of the bench do, or upright as on most paper. */
export type NeckTurn = 'lying' | 'upright';

type Point = readonly [x: number, y: number];

/** Where a place along and across the neck is drawn. */
type Place = (along: number, across: number) => Point;

const placeOn = (breadth: number, turn: NeckTurn, leftHanded: boolean): Place => {
  const { along: length } = CHORD_DIAGRAM_SIZE;
  if (turn === 'lying') return (along, across) => [leftHanded ? length - along : along, breadth - across];
  return (along, across) => [leftHanded ? breadth - across : across, along];
};

const Mark = ({ mark, place }: { readonly mark: ChordDiagramMark; readonly place: Place }) => {
  const [x, y] = place(mark.along, mark.across);
  if (mark.kind === 'open') return <circle className="neck-open" cx={x} cy={y} r={3.4} />;
  if (mark.kind === 'muted') return <path className="neck-muted" d={`M${x - 3} ${y - 3}l6 6m0 -6l-6 6`} />;
  return (
    <>
      <circle className="neck-stopped" cx={x} cy={y} r={5.8} />
      {mark.finger !== null && (
        <text className="neck-finger" x={x} y={y + 3.1} textAnchor="middle">
          {mark.finger}
        </text>
      )}
    </>
  );
};

interface DrawnProps {
  readonly layout: ChordDiagramLayout;
  readonly place: Place;
}

const Line = ({ name, from, to }: { readonly name: string; readonly from: Point; readonly to: Point }) => (
  <line className={name} x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} />
);

const Grid = ({ layout: { strings, frets, from }, place }: DrawnProps) => {
  const [first = 0, last = 0] = [frets[0], frets[frets.length - 1]];
  const [low = 0, high = 0] = [strings[0], strings[strings.length - 1]];
  return (
    <>
      {strings.map((across) => (
        <Line key={across} name="neck-string" from={place(first, across)} to={place(last, across)} />
      ))}
      {frets.map((along, index) => (
        <Line
          key={along}
          name={index === 0 && from === 1 ? 'neck-nut' : 'neck-fret'}
          from={place(along, low)}
          to={place(along, high)}
        />
      ))}
    </>
  );
};

/** The number of the fret the drawing begins with, beside its first one. */
const FirstFret = ({ layout, place, turn }: DrawnProps & { readonly turn: NeckTurn }) => {
  const { frets, from, breadth } = layout;
  if (from === 1) return null;
  const middle = ((frets[0] ?? 0) + (frets[1] ?? 0)) / 2;
  const [x, y] = turn === 'lying' ? place(middle, 0) : [breadth + 2, middle + 3.5];
  return (
    <text
      className="neck-from"
      x={x}
      y={turn === 'lying' ? y + 11 : y}
      textAnchor={turn === 'lying' ? 'middle' : 'start'}
    >
      {from}
    </text>
  );
};

interface NeckProps {
  readonly voicing: Voicing;
  readonly bass?: number | null;
  /** Upright where it is said, as on paper; else as the studio likes it. */
  readonly turn?: NeckTurn;
}

/**
 * A shape on a small neck with the fingers that hold it, turned as the studio likes it and round for a left-handed
 * player; the bass string is marked where it is known.
 */
export const ChordDiagram = ({ turn, ...props }: NeckProps) => {
  const { uprightDiagrams = false } = useSettings();
  return <ChordDiagramView {...props} turn={turn ?? (uprightDiagrams ? 'upright' : 'lying')} />;
};

/** The same where it is said who looks at it: rooms without an account know no settings. */
export const ChordDiagramView = ({ voicing, bass = null, turn = 'lying' }: NeckProps) => {
  const leftHanded = useLeftHanded();
  const layout = useMemo(() => layOutChordDiagram(voicing), [voicing]);
  const { along, foot } = CHORD_DIAGRAM_SIZE;
  const place = placeOn(layout.breadth, turn, leftHanded);
  const [width, height] = turn === 'lying' ? [along, layout.breadth + foot] : [layout.breadth + foot, along];
  const root = layout.marks.find(({ string }) => string === bass);
  const rootAt = root && place(root.along, root.across);
  return (
    <svg className="neck" viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden="true">
      <Grid layout={layout} place={place} />
      {layout.barres.map((barre) => (
        <Line
          key={`${barre.along}/${barre.from}`}
          name="neck-barre"
          from={place(barre.along, barre.from)}
          to={place(barre.along, barre.to)}
        />
      ))}
      {rootAt && <rect className="neck-bass" x={rootAt[0] - 7.5} y={rootAt[1] - 7.5} width={15} height={15} rx={3} />}
      {layout.marks.map((mark) => (
        <Mark key={mark.string} mark={mark} place={place} />
      ))}
      <FirstFret layout={layout} place={place} turn={turn} />
    </svg>
  );
};
