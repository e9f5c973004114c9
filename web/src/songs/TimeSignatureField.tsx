import { say } from '@fleet-wren/wording';
import { isSameMetre, metreKey, withUsualBeats, type Bar, type Metre } from '@fleet-wren/core';
import { metreWords } from '../components/document/metre-words.ts';
import { useSong, useSongStore } from './song-store.ts';

/** Metres a single bar is given; a pickup is a bar of one or two beats. */
const BAR_METRES: readonly Metre[] = (
  [
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
  ] as const
).map(withUsualBeats);

/** The metre of the chosen bars, where it is not the song's. */
export const TimeSignatureField = ({ bar }: { readonly bar: Bar }) => {
  const { changeBars } = useSongStore().getState();
  const own = useSong((state) => state.document.metre);
  const { metre: set } = bar;
  const others = BAR_METRES.filter((one) => !isSameMetre(one, own));
  const known = set && !others.some((one) => isSameMetre(one, set)) ? [set, ...others] : others;
  const choose = (text: string): void => {
    const metre = known.find((one) => metreKey(one) === text);
    changeBars(({ metre: _old, ...one }) => (metre ? { ...one, metre } : one));
  };
  return (
    <label className="metre-field">
      {say('songs.time-signature')}
      <select
        className="form-select"
        aria-label={say('songs.time-signature-of-this-bar')}
        title={say('songs.choose-1-or-2-beats-for')}
        value={bar.metre ? metreKey(bar.metre) : ''}
        onChange={({ target }) => choose(target.value)}
      >
        <option value="">{metreWords(own)}</option>
        {known.map((one) => (
          <option key={metreKey(one)} value={metreKey(one)}>
            {metreWords(one)}
          </option>
        ))}
      </select>
    </label>
  );
};
