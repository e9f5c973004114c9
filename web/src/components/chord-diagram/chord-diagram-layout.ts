import type { Voicing } from '@fleet-wren/core';

/** Sizes of a small neck, in pixels: strings lie as on the bench, string 1 on top. */
export const CHORD_DIAGRAM_SIZE = { width: 104, row: 11, top: 9, left: 20, right: 5, frets: 4, foot: 21 } as const;

/** A stopped, open or muted string as it is drawn. */
export interface ChordDiagramMark {
  readonly string: number;
  readonly kind: 'stopped' | 'open' | 'muted';
  readonly x: number;
  readonly y: number;
}

/** Everything a small neck draws. */
export interface ChordDiagramLayout {
  readonly height: number;
  /** The fret at the left edge, 1 at the nut. */
  readonly from: number;
  readonly strings: readonly number[];
  readonly frets: readonly number[];
  readonly marks: readonly ChordDiagramMark[];
}

const kindOf = (fret: number | null): ChordDiagramMark['kind'] => {
  if (fret === null) return 'muted';
  return fret === 0 ? 'open' : 'stopped';
};

/** Lays a shape out: four frets from the nut, or from where the hand stands higher up. */
export const layOutChordDiagram = ({ frets }: Voicing): ChordDiagramLayout => {
  const stopped = frets.filter((fret): fret is number => fret !== null && fret > 0);
  const [low, high] = stopped.length > 0 ? [Math.min(...stopped), Math.max(...stopped)] : [1, 1];
  const from = high <= CHORD_DIAGRAM_SIZE.frets ? 1 : low;
  const shown = Math.max(CHORD_DIAGRAM_SIZE.frets, high - from + 1);
  const step = (CHORD_DIAGRAM_SIZE.width - CHORD_DIAGRAM_SIZE.left - CHORD_DIAGRAM_SIZE.right) / shown;
  const y = (place: number): number => CHORD_DIAGRAM_SIZE.top + (frets.length - 1 - place) * CHORD_DIAGRAM_SIZE.row;
  const marks = frets.map((fret, place): ChordDiagramMark => ({
    string: frets.length - place,
    kind: kindOf(fret),
    x: fret ? CHORD_DIAGRAM_SIZE.left + (fret - from + 0.5) * step : CHORD_DIAGRAM_SIZE.left - 10,
    y: y(place),
  }));
  return {
    height: CHORD_DIAGRAM_SIZE.top + (frets.length - 1) * CHORD_DIAGRAM_SIZE.row + CHORD_DIAGRAM_SIZE.foot,
    from,
    strings: frets.map((_, place) => y(place)),
    frets: Array.from({ length: shown + 1 }, (_, index) => CHORD_DIAGRAM_SIZE.left + index * step),
    marks,
  };
};

/** A shape as it is said: frets from the lowest string up, muted strings as x. */
export const formatFrets = (frets: Voicing['frets']): string => frets.map((fret) => fret ?? 'x').join(' ');
