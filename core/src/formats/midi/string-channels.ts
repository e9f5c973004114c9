/** The channel that General MIDI gives to percussion, counted from 0. */
export const PERCUSSION_CHANNEL = 9;

/** The channel of a string (1 = highest), counted from 0: one for each, percussion left out. */
export const channelOfString = (string: number): number => (string <= PERCUSSION_CHANNEL ? string - 1 : string);

/** The string of a channel, counted from 0: the inverse of `channelOfString`. */
export const stringOfChannel = (channel: number): number => (channel < PERCUSSION_CHANNEL ? channel + 1 : channel);
