import type { RepeatSigns } from '../notation/repeat-signs.ts';
import { formWords } from '../notation/form-words.ts';
import { createElement, type XmlElement } from './xml-tree.ts';

const direction = (type: XmlElement, sound?: Readonly<Record<string, string>>): XmlElement =>
  createElement(
    'direction',
    [
      createElement('direction-type', [type]),
      createElement('staff', 1),
      ...(sound ? [createElement('sound', [], sound)] : []),
    ],
    { placement: 'above' },
  );

/** What stands over the beginning of a bar: the segno, the coda sign. */
export const createSignsBefore = ({ segno, coda }: RepeatSigns): readonly XmlElement[] => [
  ...(segno ? [direction(createElement('segno', []), { segno: 'segno' })] : []),
  ...(coda ? [direction(createElement('coda', []), { coda: 'coda' })] : []),
];

const soundOf = ({ toCoda, fine, back }: RepeatSigns): Readonly<Record<string, string>> | undefined => {
  if (back) return back === 'start' ? { dacapo: 'yes' } : { dalsegno: 'segno' };
  if (toCoda) return { tocoda: 'coda' };
  return fine ? { fine: 'yes' } : undefined;
};

/** What stands over the end of a bar: how often it is played, Fine, To Coda, D.C. or D.S. */
export const createSignsAfter = (signs: RepeatSigns): readonly XmlElement[] =>
  formWords(signs).map((words) => direction(createElement('words', words, { justify: 'right' }), soundOf(signs)));
