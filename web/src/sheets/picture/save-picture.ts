import { downloadFile, toFileName } from '../../components/download.ts';
import { composePicture, type ComposedPicture, type PictureLine } from './compose-picture.ts';

/** Pixels of the screen for one of the picture, and the longest side a browser draws. */
const [SHARPNESS, LONGEST] = [2, 16_000] as const;

const asDataUrl = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error ?? new Error('unreadable'));
    reader.readAsDataURL(blob);
  });

const isFace = (rule: CSSRule): rule is CSSFontFaceRule => rule instanceof CSSFontFaceRule;

/** A rule for a font with its letters in it, in place of an address. */
const withLetters = async (rule: CSSFontFaceRule): Promise<string> => {
  const address = /url\("?([^")]+)"?\)/.exec(rule.style.getPropertyValue('src'))?.[1];
  if (!address) return '';
  if (address.startsWith('data:')) return rule.cssText;
  const from = new URL(address, rule.parentStyleSheet?.href ?? document.baseURI);
  const letters = await asDataUrl(await (await fetch(from)).blob());
  return rule.cssText.replace(address, letters);
};

const listFaces = (): readonly CSSFontFaceRule[] =>
  [...document.styleSheets, ...document.adoptedStyleSheets].flatMap((sheet) => [...sheet.cssRules].filter(isFace));

const unquoted = (family: string): string => family.trim().replace(/^["']|["']$/g, '');

/** Rules for the fonts of some drawings, with their letters in them. */
const listFontRules = async (families: ReadonlySet<string>): Promise<string> => {
  const own = listFaces().filter(({ style }) => families.has(unquoted(style.getPropertyValue('font-family'))));
  return (await Promise.all(own.map(withLetters))).join('');
};

/** What the rules of the page say of a drawing, as attributes have it. */
const LOOK = ['fill', 'stroke', 'stroke-width', 'display', 'visibility', 'opacity'] as const;
const TYPE = ['font-family', 'font-weight', 'font-style'] as const;

const isWord = (element: Element): boolean => element.localName === 'text' || element.localName === 'tspan';

/** A copy of a drawing that looks the same without the rules of the page. */
const copyDrawing = (drawing: SVGSVGElement): SVGSVGElement => {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  // Names of sections stand out over the margin.
  copy.setAttribute('overflow', 'visible');
  const copied = [...copy.querySelectorAll('*')];
  drawing.querySelectorAll('*').forEach((element, index) => {
    const style = getComputedStyle(element);
    for (const name of isWord(element) ? [...LOOK, ...TYPE] : LOOK)
      copied[index]?.setAttribute(name, style.getPropertyValue(name));
  });
  return copy;
};

/** The first font of each word in some drawings. */
const listFamilies = (drawings: readonly SVGSVGElement[]): ReadonlySet<string> =>
  new Set(
    drawings
      .flatMap((drawing) => [...drawing.querySelectorAll('text, tspan')])
      .map((word) => unquoted(getComputedStyle(word).fontFamily.split(',')[0] ?? '')),
  );

const toLine = (drawing: SVGSVGElement): PictureLine => {
  const { width, height } = drawing.viewBox.baseVal;
  const copy = copyDrawing(drawing);
  return {
    shape: height / width,
    draw: (rectangle) => {
      for (const [name, value] of Object.entries(rectangle)) copy.setAttribute(name, String(value));
      return new XMLSerializer().serializeToString(copy);
    },
  };
};

const loadImage = (svg: string): Promise<HTMLImageElement> =>
  new Promise((resolve, reject) => {
    const image = new Image();
    image.onload = () => resolve(image);
    image.onerror = () => reject(new Error('undrawable'));
    image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  });

const drawPicture = async ({ svg, width, height }: ComposedPicture): Promise<Blob> => {
  const image = await loadImage(svg);
  const scale = Math.min(SHARPNESS, LONGEST / height);
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [Math.round(width * scale), Math.round(height * scale)];
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const picture = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!picture) throw new Error('undrawable');
  return picture;
};

/** The lines of music on a sheet. */
export const findEngravedLines = (sheet: Element): readonly SVGSVGElement[] => [
  ...sheet.querySelectorAll<SVGSVGElement>('.engraved-system > svg'),
];

/** Saves the notation of a sheet as a picture (PNG), to be sent to somebody. */
export const savePicture = async (sheet: Element, title: string, facts: string): Promise<void> => {
  const drawings = findEngravedLines(sheet);
  const fonts = await listFontRules(listFamilies(drawings));
  const picture = await drawPicture(composePicture({ title, facts, lines: drawings.map(toLine), fonts }));
  downloadFile(`${toFileName(title)}.png`, picture, 'image/png');
};
