import { romanNumeral, type Bar, type Key } from '@fleet-wren/core';

/** The chords of a bar as degrees of the key they are named in; `next` is the bar after it. */
export const formatBarNumerals = ({ chords }: Bar, next: Bar | undefined, key: Key): string =>
  chords
    .map(({ voicing }, index) => {
      const following = chords[index + 1] ?? next?.chords[0];
      return romanNumeral(voicing, key, following?.voicing) ?? '';
    })
    .join(' ')
    .trim();
