import type { Pattern } from '@fleet-wren/core';
import { useMemo } from 'react';

/** The pattern without its strokes: the same value from edit to edit as long as only strokes change. */
export const useStablePatternFrame = ({
  name,
  metre,
  bars,
  subdivision,
  divisions,
  tempo,
  instrument,
  voicing,
  school,
  ownSchool,
  cyclic,
}: Pattern): Pattern =>
  useMemo(
    () => ({
      name,
      metre,
      bars,
      subdivision,
      divisions,
      tempo,
      instrument,
      voicing,
      school,
      ownSchool,
      cyclic,
      strokes: [],
    }),
    [name, metre, bars, subdivision, divisions, tempo, instrument, voicing, school, ownSchool, cyclic],
  );
