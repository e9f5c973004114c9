import { say } from '@fleet-wren/wording';
import type { Bar, Metre } from '@fleet-wren/core';
import { useSong, useSongStore } from './song-store.ts';

/** Metres a single bar is given; a pickup is a bar of one or two beats. */
const BAR_METRES: readonly Metre[] = [
  { beats: 1, unit: 4 },
  { beats: 2, unit: 4 },
  { beats: 3, unit: 4 },
  { beats: 4, unit: 4 },
  { beats: 5, unit: 4 },
  { beats: 6, unit: 4 },
  { beats: 3, unit: 8 },
  { beats: 5, unit: 8 },
  { beats: 6, unit: 8 },
  { beats: 7, unit: 8 },
  { beats: 9, unit: 8 },
  { beats: 12, unit: 8 },
];

const metreText = ({ beats, unit }: Metre): string => `${beats}/${unit}`;

/** The metre of the chosen bars, where it is not the song's. */
export const TimeSignatureField = ({ bar }: { readonly bar: Bar }) => {
  const { changeBars } = useSongStore().getState();
  const own = useSong((state) => state.document.metre);
  const choose = (text: string): void => {
    const metre = BAR_METRES.find((one) => metreText(one) === text);
    changeBars(({ metre: _old, ...one }) => (metre ? { ...one, metre } : one));
  };
  return (
    <label className="metre-field">
      {say('songs.time-signature')}
      <select
        className="form-select"
        aria-label={say('songs.time-signature-of-this-bar')}
        title={say('songs.choose-1-or-2-beats-for')}
        value={bar.metre ? metreText(bar.metre) : ''}
        onChange={({ target }) => choose(target.value)}
      >
        <option value="">{metreText(own)}</option>
        {BAR_METRES.filter((one) => metreText(one) !== metreText(own)).map((one) => (
          <option key={metreText(one)}>{metreText(one)}</option>
        ))}
      </select>
    </label>
  );
};
