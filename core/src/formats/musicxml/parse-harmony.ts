import { parseChordSymbol } from '../../harmony/index.ts';
import type { ParsedChord } from '../parsed-music/parsed-music.ts';
import { HARMONY_KINDS } from './harmony-kinds.ts';
import { parseFrameFrets } from './parse-attributes.ts';
import { findChild, listChildren, numberAt, textAt, type XmlNode } from './xml-tree.ts';

const SIGNS: Readonly<Record<string, string>> = { '-2': '♭♭', '-1': '♭', 0: '', 1: '♯', 2: '♯♯' };

const noteIn = (node: XmlNode | undefined, kind: 'root' | 'bass'): string | undefined => {
  const step = textAt(node, `${kind}-step`);
  const sign = SIGNS[String(numberAt(node, `${kind}-alter`) ?? 0)];
  return step && /^[A-G]$/.test(step) && sign !== undefined ? step + sign : undefined;
};

const degreesOf = (harmony: XmlNode): string =>
  listChildren(harmony, 'degree')
    .map((degree) => {
      const [value, type] = [textAt(degree, 'degree-value') ?? '', textAt(degree, 'degree-type')];
      const sign = { '-1': 'b', 0: '', 1: '#' }[String(numberAt(degree, 'degree-alter') ?? 0)] ?? '';
      return type === 'subtract' ? `(no${value})` : `${type === 'add' && sign === '' ? 'add' : ''}${sign}${value}`;
    })
    .join('');

/** A symbol that can be read, of those tried in order. */
const readable = (symbols: readonly string[]): string | undefined =>
  symbols.find((symbol) => parseChordSymbol(symbol).ok);

/**
 * A chord as its symbol; null where it is no chord, undefined where none can be read out of it: then none is made up.
 */
export const parseHarmony = (harmony: XmlNode, at: number, strings: number): ParsedChord | null | undefined => {
  const kind = findChild(harmony, 'kind');
  if (kind?.text.trim() === 'none') return null;
  const root = noteIn(findChild(harmony, 'root'), 'root');
  if (root === undefined) return undefined;
  const bass = noteIn(findChild(harmony, 'bass'), 'bass');
  const slash = bass === undefined || bass === root ? '' : `/${bass}`;
  const known = HARMONY_KINDS[kind?.text.trim() ?? ''];
  const said = kind?.attributes.text;
  const symbol = readable([
    ...(known === undefined ? [] : [`${root}${known}${degreesOf(harmony)}${slash}`]),
    ...(said === undefined ? [] : [`${root}${said}${slash}`]),
  ]);
  if (symbol === undefined) return undefined;
  const frets = parseFrameFrets(findChild(harmony, 'frame'), strings);
  return { at, symbol, ...(frets ? { frets } : {}) };
};
