import {
  beatNote,
  formatMetre,
  isCompoundMetre,
  listFeltMetres,
  metreKey,
  parseMetre,
  withUsualBeats,
  type Metre,
} from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';

/** What a tempo in this metre counts: plain beats, or the note where it is no quarter. */
export const tempoUnitWords = (metre: Metre): string => {
  const { value, isDotted } = beatNote(metre);
  if (isDotted) return say(value === 4 ? 'bench.dotted-quarter-bpm' : 'bench.dotted-note-bpm');
  if (value === 4) return say('common.bpm');
  if (value === 8) return say('bench.eighth-note-bpm');
  return value === 2 ? say('bench.half-note-bpm') : say('bench.sixteenth-note-bpm');
};

/** A metre as a choice: with its groups where they could be others, with what is counted where that is unusual. */
export const metreWords = (metre: Metre): string => {
  const time = formatMetre(metre);
  if (!metre.groups) return withUsualBeats(metre).groups ? say('bench.metre-by-note', { time }) : time;
  return isCompoundMetre(metre) ? time : say('bench.metre-groups', { time, groups: metre.groups.join('+') });
};

/** Time signatures as choices, each felt as usual, and the own one in all the ways it can be felt. */
export const listMetreOptions = (
  times: readonly string[],
  own: Metre,
): readonly (readonly [key: string, words: string])[] => {
  const metres = times.flatMap((time) =>
    time === formatMetre(own) ? listFeltMetres(own) : [withUsualBeats(parseMetre(time))],
  );
  const known = metres.some((metre) => metreKey(metre) === metreKey(own)) ? metres : [own, ...metres];
  return known.map((metre) => [metreKey(metre), metreWords(metre)] as const);
};
