/// <reference types="node" />
import { readFileSync } from 'node:fs';

const scss = readFileSync(new URL('./theme.scss', import.meta.url), 'utf8');

type Palette = Readonly<Record<string, string>>;

/** The palette of a block of the theme, with its Sass names filled in. */
const palette = (block: RegExp): Palette => {
  const names = Object.fromEntries(
    [...scss.matchAll(/^\$([\w-]+): (#[0-9a-f]{3,6});/gm)].map((match) => [match[1], match[2]]),
  );
  const body = block.exec(scss)?.[1] ?? '';
  return Object.fromEntries(
    [...body.matchAll(/--([\w-]+): (?:#\{\$([\w-]+)\}|(#[0-9a-f]{3,6}));/g)].map((match) => [
      match[1] as string,
      match[3] ?? (names[match[2] as string] as string),
    ]),
  );
};

const channel = (value: number): number => (value <= 0.03928 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4);

/** Relative luminance (WCAG 2.1). */
const luminance = (hex: string): number => {
  const long = hex.length === 4 ? `#${[...hex.slice(1)].map((digit) => digit + digit).join('')}` : hex;
  const [r, g, b] = [1, 3, 5].map((start) => channel(parseInt(long.slice(start, start + 2), 16) / 255)) as [
    number,
    number,
    number,
  ];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
};

const contrast = (a: string, b: string): number => {
  const [high, low] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (high + 0.05) / (low + 0.05);
};

const light: Palette = palette(/:root \{([\s\S]*?)\n\}/);
const dark: Palette = { ...light, ...palette(/\[data-bs-theme='dark'\] \{([\s\S]*?)\n {2}\.btn/) };
const print = { ...light, paper: '#ffffff', sheet: '#ffffff', ink: '#000000', soft: '#333333' };
const PALETTES: [string, Palette][] = [
  ['light', light],
  ['dark', dark],
  ['print', print],
];
const DIGITS = ['digit-p', 'digit-i', 'digit-m', 'digit-a', 'digit-c', 'digit-pick'] as const;

describe.each(PALETTES)('contrast in the %s palette (WCAG 2.1 AA)', (_name, colours) => {
  test.each(DIGITS)('a letter on a token of %s is read', (digit) => {
    expect(contrast(colours['on-digit'] as string, colours[digit] as string)).toBeGreaterThanOrEqual(4.5);
  });

  test.each(DIGITS)('a thread of %s is told from the paper', (digit) => {
    expect(contrast(colours[digit] as string, colours.paper as string)).toBeGreaterThanOrEqual(4.5);
  });

  test.each([
    ['ink', 'paper'],
    ['soft', 'paper'],
    ['soft', 'sheet'],
    ['accent', 'paper'],
    ['warning', 'paper'],
    ['on-accent', 'accent'],
  ])('%s on %s is read', (text, ground) => {
    expect(contrast(colours[text] as string, colours[ground] as string)).toBeGreaterThanOrEqual(4.5);
  });
});

test('the measure of contrast is WCAG’s own: black on white is 21, grey 777 on white just fails', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6);
  expect(contrast('#777777', '#ffffff')).toBeLessThan(4.5);
  expect(contrast('#767676', '#ffffff')).toBeGreaterThanOrEqual(4.5);
});
