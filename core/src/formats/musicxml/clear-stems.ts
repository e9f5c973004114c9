/** A stem as the engraver draws it: where it is, from where to where, and whether a flag hangs to its right. */
interface Stem {
  readonly x: number;
  readonly top: number;
  readonly bottom: number;
  readonly flagged: boolean;
}

/** Digits as they stand by a note: the middle, the line they stand on, and how far a stem has to keep away. */
interface Letters {
  readonly x: number;
  readonly baseline: number;
  readonly size: number;
  readonly reach: number;
}

const STEM =
  /class="stem"[^>]*>\s*<path d="M(-?[\d.]+) (-?[\d.]+) L-?[\d.]+ (-?[\d.]+)"[^>]*\/>(\s*<g [^>]*class="flag")?/g;
const LETTER =
  /(class="fing"[^>]*>\s*<text x=")(-?[\d.]+)(" y="(-?[\d.]+)"[^>]*>\s*(?:<tspan[^>]*>\s*)*?<tspan font-size="([\d.]+)px"[^>]*>)([^<]*)/g;

/** Heights of our type above and below its line, and the air it wants beside a stem, as shares of its size. */
const TYPE = { above: 0.7, below: 0.25, air: 0.22 } as const;

/** Half the width of a letter of our slanted bold type, as a share of its size (measured; others are as wide as p). */
const HALF_WIDTHS: Readonly<Record<string, number>> = { m: 0.46, i: 0.18 };
const HALF_WIDTH = 0.32;

const readStems = (svg: string): readonly Stem[] =>
  [...svg.matchAll(STEM)].map(([, x, from, to, flag]) => ({
    x: Number(x),
    top: Math.min(Number(from), Number(to)),
    bottom: Math.max(Number(from), Number(to)),
    flagged: Boolean(flag),
  }));

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

/** Half the width of digits that stand beside one another. */
export const halfWidthOfDigits = (letters: string, size: number): number =>
  sum([...letters.trim()].map((one) => HALF_WIDTHS[one] ?? HALF_WIDTH)) * size;

const reachOf = (letters: string, size: number): number => halfWidthOfDigits(letters, size) + TYPE.air * size;

const isStruck = ({ x, baseline, size, reach }: Letters, stem: Stem): boolean =>
  Math.abs(stem.x - x) < reach - 1 &&
  stem.bottom > baseline - TYPE.above * size &&
  stem.top < baseline + TYPE.below * size;

/** Beside a stem: first on the letters' own side of it, and on the side of the flag only where nothing else is free. */
const besideStem = ({ x, reach }: Letters, { x: at, flagged }: Stem): readonly number[] =>
  at > x || flagged ? [at - reach, at + reach] : [at + reach, at - reach];

/** Where letters stand clear of every stem, as near as they can be to where they were. */
const clearPlace = (letters: Letters, stems: readonly Stem[]): number => {
  const isClear = (x: number): boolean => !stems.some((stem) => isStruck({ ...letters, x }, stem));
  if (isClear(letters.x)) return letters.x;
  const struck = stems.filter((stem) => isStruck(letters, stem));
  const near = stems.filter(({ x }) => Math.abs(x - letters.x) < 3 * letters.reach);
  const places = [...struck, ...near].flatMap((stem) => besideStem(letters, stem));
  return Math.round(places.find(isClear) ?? letters.x);
};

/**
 * A picture by the engraver with the digits moved beside the stems that it lets run through them: it knows the beams,
 * but not the stems without one.
 */
export const clearFingersOfStems = (svg: string): string => {
  const stems = readStems(svg);
  return svg.replace(LETTER, (_, start: string, x: string, middle: string, y: string, size: string, said: string) => {
    const letters = { x: Number(x), baseline: Number(y), size: Number(size), reach: reachOf(said, Number(size)) };
    return `${start}${clearPlace(letters, stems)}${middle}${said}`;
  });
};
