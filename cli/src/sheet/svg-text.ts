import type { SheetType, TextStyle } from './sheet-type.ts';

/** Signs the engraver writes in its own type of music, as anybody's type has them. */
const SIGNS: Readonly<Record<string, string>> = {
  '\uea63': '𝄫',
  '\uea64': '♭',
  '\uea65': '♮',
  '\uea66': '♯',
  '\uea67': '𝄪',
  '\ue260': '♭',
  '\ue261': '♮',
  '\ue262': '♯',
  '\ue263': '𝄪',
  '\ue264': '𝄫',
};

/** Size of type beside a sign in the engraver's type, as a share of that sign's. */
const TYPE_SHARE = 0.45;

/** A picture whose words need no type of music: accidentals of chord names are signs of usual type. */
export const withUsualSigns = (svg: string): string =>
  svg.replace(
    /<tspan font-family="Leipzig" font-size="(\d+)px">([^<]*)<\/tspan>/g,
    (whole, size: string, signs: string) =>
      [...signs].every((sign) => sign in SIGNS)
        ? `<tspan font-size="${Math.round(Number(size) * TYPE_SHARE)}px">${[...signs].map((sign) => SIGNS[sign]).join('')}</tspan>`
        : whole,
  );

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
