import type { Digit } from '../pattern/index.ts';

const fixed = (value: number): string => value.toFixed(2);

const polygon = (corners: readonly (readonly [number, number])[]): string =>
  `M${corners.map(([x, y]) => `${fixed(x)} ${fixed(y)}`).join('L')}Z`;

const regular = (sides: number, radius: number, turn = -Math.PI / 2): string =>
  polygon(
    Array.from({ length: sides }, (_, corner) => {
      const angle = turn + (2 * Math.PI * corner) / sides;
      return [radius * Math.cos(angle), radius * Math.sin(angle)] as const;
    }),
  );

const disc = (radius: number): string =>
  `M${fixed(-radius)} 0A${fixed(radius)} ${fixed(radius)} 0 1 1 ${fixed(radius)} 0A${fixed(radius)} ${fixed(radius)} 0 1 1 ${fixed(-radius)} 0Z`;

const roundedSquare = (half: number, corner: number): string => {
  const side = fixed(2 * (half - corner));
  const r = fixed(corner);
  return `M${fixed(-half + corner)} ${fixed(-half)}h${side}a${r} ${r} 0 0 1 ${r} ${r}v${side}a${r} ${r} 0 0 1 -${r} ${r}h-${side}a${r} ${r} 0 0 1 -${r} -${r}v-${side}a${r} ${r} 0 0 1 ${r} -${r}Z`;
};

const wedge = (radius: number, down: boolean): string => {
  const tip = down ? 1.15 : -1.15;
  const base = down ? -0.85 : 0.85;
  return polygon([
    [-radius, base * radius],
    [radius, base * radius],
    [0, tip * radius],
  ]);
};

/** Outline of each digit's token around 0 0: letter, shape and colour say the same thing three times. */
const SHAPES: Readonly<Record<Digit, (radius: number) => string>> = {
  p: (radius) => roundedSquare(radius * 0.88, radius * 0.28),
  i: (radius) => disc(radius * 0.98),
  m: (radius) => regular(4, radius * 1.2),
  a: (radius) => regular(5, radius * 1.12),
  c: (radius) => regular(6, radius * 0.98, 0),
  down: (radius) => wedge(radius * 1.05, true),
  up: (radius) => wedge(radius * 1.05, false),
};

/**
 * The path of a token's outline around 0 0, for a digit and a radius.
 * @example
 * getSymbolPath('m', 10) // => 'M0.00 -12.00L12.00 0.00L0.00 12.00L-12.00 0.00Z'
 */
export const getSymbolPath = (digit: Digit, radius: number): string => SHAPES[digit](radius);
