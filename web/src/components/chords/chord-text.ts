import { chordLabel } from '@fleet-wren/core';
import { sayLabel } from '@fleet-wren/wording';

/** A voicing's chord as it is read on a screen. */
export const chordWords = (chord: string): string => sayLabel(chordLabel(chord));
