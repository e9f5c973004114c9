import { chordLabel, soundingSymbol, type Instrument, type Voicing } from '@fleet-wren/core';
import { say, sayLabel } from '@fleet-wren/wording';

/** A voicing's chord as it is read on a screen. */
export const chordWords = (chord: string): string => sayLabel(chordLabel(chord));

/** Accidentals of roots and basses in their own signs. */
const withSigns = (chord: string): string => chord.replace(/([A-G])#/g, '$1♯').replace(/(^|\/)([A-G])b/g, '$1$2♭');

/** What a chord sounds as behind the capo, in brackets; nothing where it sounds as it is named. */
export const soundingWords = (voicing: Voicing, instrument: Instrument): string => {
  const sounding = soundingSymbol(voicing, instrument);
  return sounding === undefined ? '' : say('parts.sounds-as', { chord: withSigns(chordWords(sounding)) });
};
