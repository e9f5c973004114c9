import { TYPE, parse, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { printAST } from '@formatjs/icu-messageformat-parser/printer.js';
import { english } from './en/index.ts';
import type { Catalogue, TextKey } from './speak.ts';

const ACCENTED: Readonly<Record<string, string>> = {
  ...{ a: 'à', b: 'ƀ', c: 'ç', d: 'ď', e: 'é', f: 'ƒ', g: 'ğ', h: 'ĥ', i: 'î', j: 'ĵ', k: 'ķ', l: 'ĺ', m: 'ɱ' },
  ...{ n: 'ñ', o: 'ö', p: 'þ', q: 'ʠ', r: 'ŕ', s: 'š', t: 'ţ', u: 'ü', v: 'ṽ', w: 'ŵ', x: 'ẋ', y: 'ý', z: 'ž' },
};

const accented = (text: string): string =>
  [...text]
    .map((letter) => {
      const other = ACCENTED[letter.toLowerCase()];
      if (other === undefined) return letter;
      return letter === letter.toLowerCase() ? other : other.toUpperCase();
    })
    .join('');

/** Two fifths longer, as other languages are. */
const longer = (text: string): string => {
  const letters = text.replace(/[^\p{L}]/gu, '').length;
  const more = Math.ceil(letters * 0.4);
  return letters === 0 ? text : `${text}${'~'.repeat(more).replace(/~{8}(?=~)/g, '$& ')}`;
};

const disguised = (elements: readonly MessageFormatElement[]): MessageFormatElement[] =>
  elements.map((element) => {
    if (element.type === TYPE.literal) return { ...element, value: longer(accented(element.value)) };
    if (element.type === TYPE.tag) return { ...element, children: disguised(element.children) };
    if (element.type !== TYPE.plural && element.type !== TYPE.select) return element;
    const options = Object.entries(element.options).map(([name, { value, ...rest }]) => [
      name,
      { ...rest, value: disguised(value) },
    ]);
    return { ...element, options: Object.fromEntries(options) } as MessageFormatElement;
  });

/**
 * The catalogue in a language that nobody speaks: English with accents, two fifths longer. A screen in it shows what is
 * not in the catalogue, and what is cut off where texts are longer.
 */
export const pseudoCatalogue = (): Catalogue =>
  Object.fromEntries(
    (Object.keys(english) as TextKey[]).map((key) => [key, printAST(disguised(parse(english[key])))]),
  ) as Catalogue;
