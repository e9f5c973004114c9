/** Share of the ceiling practice begins at, and the steps there are up to the tempo. */
const BEGIN = 0.5;
const STEPS = 6;

/** Steps up to a tempo, or up to nine tenths of a lower ceiling, each the same share quicker than the one before. */
export const tempoSteps = (tempo: number, ceiling: number | null): readonly number[] => {
  const top = Math.max(20, Math.floor(Math.min(tempo, (ceiling ?? tempo / 0.9) * 0.9)));
  const low = Math.max(20, Math.min(top, Math.round(top * BEGIN)));
  const ratio = (top / low) ** (1 / (STEPS - 1));
  return [...new Set(Array.from({ length: STEPS }, (_, step) => Math.round(low * ratio ** step)))];
};
