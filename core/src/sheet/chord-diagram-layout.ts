import { fingerShape, type Barre, type Voicing } from '../harmony/index.ts';

/**
 * Sizes of a small neck, in pixels. Along is from the nut on, across from the lowest string to string 1: lying as on
 * the bench, along goes to the right and across up; upright, along goes down and across to the right.
 */
export const CHORD_DIAGRAM_SIZE = { along: 118, row: 13, edge: 10, nut: 22, end: 6, frets: 4, foot: 14 } as const;

/** A stopped, open or muted string as it is drawn. */
export interface ChordDiagramMark {
  readonly string: number;
  readonly kind: 'stopped' | 'open' | 'muted';
  readonly along: number;
  readonly across: number;
  /** The finger that stops it, 1 to 4, where a hand can hold the shape. */
  readonly finger: number | null;
}

/** One finger over several strings. */
export interface ChordDiagramBarre {
  readonly along: number;
  readonly from: number;
  readonly to: number;
}

/** Everything a small neck draws. */
export interface ChordDiagramLayout {
  /** Across all strings, with both edges. */
  readonly breadth: number;
  /** The fret at the edge, 1 at the nut. */
  readonly from: number;
  readonly strings: readonly number[];
  readonly frets: readonly number[];
  readonly marks: readonly ChordDiagramMark[];
  readonly barres: readonly ChordDiagramBarre[];
}

const kindOf = (fret: number | null): ChordDiagramMark['kind'] => {
  if (fret === null) return 'muted';
  return fret === 0 ? 'open' : 'stopped';
};

/**
 * Lays a shape out: four frets from the nut, or from where the hand stands higher up.
 * @example
 * layOutChordDiagram(createPattern('P').voicing).marks.map(({ finger }) => finger) // => [null, 3, 2, null, 1, null]
 */
export const layOutChordDiagram = (voicing: Voicing): ChordDiagramLayout => {
  const { frets } = voicing;
  const { row, edge, nut, end } = CHORD_DIAGRAM_SIZE;
  const stopped = frets.filter((fret): fret is number => fret !== null && fret > 0);
  const [low, high] = stopped.length > 0 ? [Math.min(...stopped), Math.max(...stopped)] : [1, 1];
  const from = high <= CHORD_DIAGRAM_SIZE.frets ? 1 : low;
  const shown = Math.max(CHORD_DIAGRAM_SIZE.frets, high - from + 1);
  const step = (CHORD_DIAGRAM_SIZE.along - nut - end) / shown;
  const across = (place: number): number => edge + place * row;
  const along = (fret: number): number => nut + (fret - from + 0.5) * step;
  const held = fingerShape(voicing);
  return {
    breadth: 2 * edge + (frets.length - 1) * row,
    from,
    strings: frets.map((_, place) => across(place)),
    frets: Array.from({ length: shown + 1 }, (_, index) => nut + index * step),
    marks: frets.map((fret, place) => ({
      string: frets.length - place,
      kind: kindOf(fret),
      along: fret ? along(fret) : nut - 11,
      across: across(place),
      finger: held?.fingers[place] ?? null,
    })),
    barres: (held?.barres ?? []).map(({ fret, from: first, to }: Barre) => ({
      along: along(fret),
      from: across(first),
      to: across(to),
    })),
  };
};

/**
 * A shape as it is said: frets from the lowest string up, muted strings as x.
 * @example
 * formatFrets(createPattern('P').voicing.frets) // => 'x 3 2 0 1 0'
 */
export const formatFrets = (frets: Voicing['frets']): string => frets.map((fret) => fret ?? 'x').join(' ');
