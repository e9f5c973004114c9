import type { Voicing } from '@fleet-wren/core';

/** Sizes of a small neck, in pixels: strings lie as on the bench, string 1 on top. */
export const NECK = { width: 104, row: 11, top: 9, left: 20, right: 5, frets: 4, foot: 21 } as const;

/** A stopped, open or muted string as it is drawn. */
export interface NeckMark {
  readonly string: number;
  readonly kind: 'stopped' | 'open' | 'muted';
  readonly x: number;
  readonly y: number;
}

/** Everything a small neck draws. */
export interface NeckPicture {
  readonly height: number;
  /** The fret at the left edge, 1 at the nut. */
  readonly from: number;
  readonly strings: readonly number[];
  readonly frets: readonly number[];
  readonly marks: readonly NeckMark[];
}

/** Lays a shape out: four frets from the nut, or from where the hand stands higher up. */
export const neckPicture = ({ frets }: Voicing): NeckPicture => {
  const stopped = frets.filter((fret): fret is number => fret !== null && fret > 0);
  const [low, high] = stopped.length > 0 ? [Math.min(...stopped), Math.max(...stopped)] : [1, 1];
  const from = high <= NECK.frets ? 1 : low;
  const shown = Math.max(NECK.frets, high - from + 1);
  const step = (NECK.width - NECK.left - NECK.right) / shown;
  const y = (place: number): number => NECK.top + (frets.length - 1 - place) * NECK.row;
  const marks = frets.map((fret, place): NeckMark => ({
    string: frets.length - place,
    kind: fret === null ? 'muted' : fret === 0 ? 'open' : 'stopped',
    x: fret ? NECK.left + (fret - from + 0.5) * step : NECK.left - 10,
    y: y(place),
  }));
  return {
    height: NECK.top + (frets.length - 1) * NECK.row + NECK.foot,
    from,
    strings: frets.map((_, place) => y(place)),
    frets: Array.from({ length: shown + 1 }, (_, index) => NECK.left + index * step),
    marks,
  };
};

/** A shape as it is said: frets from the lowest string up, muted strings as x. */
export const fretWords = (frets: Voicing['frets']): string => frets.map((fret) => fret ?? 'x').join(' ');
