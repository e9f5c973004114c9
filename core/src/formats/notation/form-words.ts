import type { RepeatSigns } from './repeat-signs.ts';

/** Musicians' own words, the same in every language. */
const CODA = 'Coda';

/** The usual words over the end of a bar: how often what ends there is played, and where one goes on. */
export const formWords = ({
  repeatEnds = 0,
  endsEnding,
  toCoda,
  fine,
  back,
  until,
}: RepeatSigns): readonly string[] => {
  const way = back === 'start' ? 'D.C.' : 'D.S.';
  return [
    ...(repeatEnds > 2 && !endsEnding ? [`${repeatEnds}×`] : []),
    ...(fine ? ['Fine'] : []),
    ...(toCoda ? [`To ${CODA}`] : []),
    ...(back ? [until ? `${way} al ${until}` : way] : []),
  ];
};
