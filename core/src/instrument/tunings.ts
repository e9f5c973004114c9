/** A named tuning: MIDI note numbers from the lowest string N to string 1. */
export interface Tuning {
  readonly key: string;
  readonly name: string;
  readonly pitches: readonly number[];
}

/** Tunings by name, pitches from string N to string 1 (common practice). */
export const TUNINGS: readonly Tuning[] = [
  { key: 'standard', name: 'Standard', pitches: [40, 45, 50, 55, 59, 64] },
  { key: 'drop-d', name: 'Drop D', pitches: [38, 45, 50, 55, 59, 64] },
  { key: 'open-d', name: 'Open D', pitches: [38, 45, 50, 54, 57, 62] },
  { key: 'open-g', name: 'Open G', pitches: [38, 43, 50, 55, 59, 62] },
  { key: 'modal-d', name: 'D A D G A D', pitches: [38, 45, 50, 55, 57, 62] },
  { key: 'four-string', name: 'Four strings, D G B E', pitches: [50, 55, 59, 64] },
  { key: 'five-string', name: 'Five strings, A D G B E', pitches: [45, 50, 55, 59, 64] },
  { key: 'seven-string', name: 'Seven strings, low B', pitches: [35, 40, 45, 50, 55, 59, 64] },
  { key: 'eight-string', name: 'Eight strings, low F♯', pitches: [30, 35, 40, 45, 50, 55, 59, 64] },
];
