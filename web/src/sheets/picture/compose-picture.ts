/** A line of music: its shape, and how it is written into a rectangle of the picture. */
export interface PictureLine {
  /** Its height for each unit of its width. */
  readonly shape: number;
  readonly draw: (rectangle: Rectangle) => string;
}

export interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What a picture shows: a title, facts under it, lines of music; `fonts` are rules that bring the type along. */
export interface PictureContent {
  readonly title: string;
  readonly facts: string;
  readonly lines: readonly PictureLine[];
  readonly fonts: string;
}

/** A picture of its own: drawn with nothing from the page, and as large as it wants to be. */
export interface ComposedPicture {
  readonly svg: string;
  readonly width: number;
  readonly height: number;
}

/** Pixels: wide enough for a telephone held sideways, with the baselines of title and facts and room for each. */
export const PICTURE = { width: 1000, margin: 36, title: 64, facts: 92, head: 112, between: 16 } as const;

const escapeText = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

const SERIF = "'Literata Variable', Georgia, serif";

const textAt = (y: number, size: number, weight: number, text: string): string =>
  `<text x="${PICTURE.margin}" y="${y}" font-family="${SERIF}" font-size="${size}" font-weight="${weight}">${escapeText(text)}</text>`;

/** Lays the lines of music out one below the other under a title. */
export const composePicture = ({ title, facts, lines, fonts }: PictureContent): ComposedPicture => {
  const { width, margin, head, between } = PICTURE;
  const across = width - 2 * margin;
  let y: number = head;
  const drawn = lines.map(({ shape, draw }) => {
    const height = Math.ceil(across * shape);
    const line = draw({ x: margin, y, width: across, height });
    y += height + between;
    return line;
  });
  const height = y - between + margin;
  const heading = textAt(PICTURE.title, 34, 640, title) + textAt(PICTURE.facts, 17, 400, facts);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><style>${fonts}</style><rect width="100%" height="100%" fill="#fff"/>${heading}${drawn.join('')}</svg>`;
  return { svg, width, height };
};
