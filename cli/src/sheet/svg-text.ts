import type { SheetType, TextStyle } from './sheet-type.ts';

const ENTITIES: Readonly<Record<string, string>> = {
  '&amp;': '&',
  '&lt;': '<',
  '&gt;': '>',
  '&quot;': '"',
  '&apos;': "'",
};

const decode = (text: string): string => text.replace(/&(?:amp|lt|gt|quot|apos);/g, (entity) => ENTITIES[entity] ?? '');

const encode = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** A picture whose words say in which face of the sheet's type each stretch is set. */
export const withFaces = (svg: string, type: SheetType): string =>
  svg.replace(/(<tspan[^>]*>)([^<]+)(<\/tspan>)/g, (whole, before: string, words: string, after: string) => {
    const runs = type.runs(decode(words), 'serif');
    if (runs.every(({ face }) => face === 'serif/0')) return whole;
    const parts = runs.map(({ face, text }) => `<tspan font-family="${face}">${encode(text)}</tspan>`);
    return before + parts.join('') + after;
  });

/** The face a picture's words are set in: that of the sheet's type, in the weight and slant they ask for. */
export const createFontChooser =
  (type: SheetType) =>
  (family: string, isBold: boolean, isItalic: boolean): string => {
    const style = ['serif', ...(isBold ? ['bold'] : []), ...(isItalic ? ['italic'] : [])].join('-') as TextStyle;
    return type.open(style, Number(/^serif[a-z-]*\/(\d+)$/.exec(family)?.[1] ?? 0));
  };
