import { message, type Label } from '../message/message.ts';

/** A named tuning: MIDI note numbers from the lowest string N to string 1. */
export interface Tuning {
  readonly key: string;
  readonly name: Label;
  readonly pitches: readonly number[];
}

/** Tunings by name, pitches from string N to string 1 (common practice); of as many strings the usual one first. */
export const TUNINGS: readonly Tuning[] = [
  { key: 'standard', name: message('tuning.standard.name'), pitches: [40, 45, 50, 55, 59, 64] },
  { key: 'drop-d', name: message('tuning.drop-d.name'), pitches: [38, 45, 50, 55, 59, 64] },
  { key: 'open-d', name: message('tuning.open-d.name'), pitches: [38, 45, 50, 54, 57, 62] },
  { key: 'open-g', name: message('tuning.open-g.name'), pitches: [38, 43, 50, 55, 59, 62] },
  { key: 'modal-d', name: 'D A D G A D', pitches: [38, 45, 50, 55, 57, 62] },
  { key: 'three-string', name: message('tuning.three-string.name'), pitches: [43, 50, 55] },
  { key: 'four-string', name: message('tuning.four-string.name'), pitches: [50, 55, 59, 64] },
  { key: 'four-string-high', name: message('tuning.four-string-high.name'), pitches: [67, 60, 64, 69] },
  { key: 'five-string', name: message('tuning.five-string.name'), pitches: [45, 50, 55, 59, 64] },
  { key: 'seven-string', name: message('tuning.seven-string.name'), pitches: [35, 40, 45, 50, 55, 59, 64] },
  { key: 'eight-string', name: message('tuning.eight-string.name'), pitches: [30, 35, 40, 45, 50, 55, 59, 64] },
];
