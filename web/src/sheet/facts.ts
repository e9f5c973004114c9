import { schoolOf, tuningName, type Pattern, type Song } from '@fleet-wren/core';

/** What stands under the title of a sheet: school, metre and tempo, tuning, capo. */
export const factsOf = (document: Pattern | Song): readonly string[] => {
  const { metre, tempo, swing, instrument } = document;
  return [
    schoolOf(document).name,
    `${metre.beats}/${metre.unit} at ${tempo}${swing && swing > 50 ? `, swung ${swing} %` : ''}`,
    tuningName(instrument),
    instrument.capo > 0 ? `capo ${instrument.capo}` : '',
  ];
};
