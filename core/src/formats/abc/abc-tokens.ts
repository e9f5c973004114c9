/** What stands in a line of notes, with its column, counted from 1. */
export interface AbcToken {
  readonly kind:
    | 'note'
    | 'rest'
    | 'bar-rest'
    | 'chord-begin'
    | 'chord-end'
    | 'grace-begin'
    | 'grace-end'
    | 'bar'
    | 'tuplet'
    | 'broken'
    | 'tie'
    | 'quoted'
    | 'decoration'
    | 'field'
    | 'ending'
    | 'overlay'
    | 'unknown';
  readonly text: string;
  readonly column: number;
}

/** What can stand at a place, the longest first (ABC 2.1, sections 4 and 6). */
const TOKENS: readonly (readonly [AbcToken['kind'] | 'skip', RegExp])[] = [
  ['skip', /[\s`\\yu$]+/y],
  ['field', /\[[A-Za-z]:[^\]]{0,200}\]/y],
  ['ending', /\[\s?\d[\d,.-]*/y],
  ['bar', /\[?\|{1,3}:{1,2}|:{1,2}\|{1,2}[\]:]{0,2}|::|\[\||\|\]|\|{1,2}|:\|/y],
  ['quoted', /"[^"]{0,200}"/y],
  ['decoration', /![^!\s][^!]{0,40}!|\+[^+\s][^+]{0,40}\+|[.~HLMOPSTv]/y],
  ['chord-begin', /\[/y],
  ['chord-end', /\][\d/]*/y],
  ['grace-begin', /\{\/?/y],
  ['grace-end', /\}/y],
  ['tuplet', /\(\d(?::\d?){0,2}/y],
  ['note', /(?:\^{1,2}|_{1,2}|=)?[A-Ga-g][,']{0,6}[\d/]{0,12}/y],
  ['bar-rest', /[ZX]\d*/y],
  ['rest', /[xz][\d/]*/y],
  ['broken', /[<>]+/y],
  ['tie', /-/y],
  ['overlay', /&/y],
  ['skip', /[()*]/y],
];

/** An ending's number right after a bar line: `|1`, `:|2`. */
const ENDING_AFTER_BAR = /\s?\d[\d,.-]*(?=\s|[A-Ga-gz["^_=(]|$)/y;

const matchAt = (pattern: RegExp, text: string, at: number): string | undefined => {
  pattern.lastIndex = at;
  return pattern.exec(text)?.[0];
};

const tokenAt = (text: string, at: number): { readonly kind: AbcToken['kind'] | 'skip'; readonly text: string } => {
  for (const [kind, pattern] of TOKENS) {
    const found = matchAt(pattern, text, at);
    if (found) return { kind, text: found };
  }
  return { kind: 'unknown', text: text.charAt(at) };
};

/** The tokens of a line of notes; what is none of the notation is `unknown`, a sign at a time. */
export const tokeniseAbc = (text: string): readonly AbcToken[] => {
  const tokens: AbcToken[] = [];
  let at = 0;
  while (at < text.length) {
    const ending = tokens.at(-1)?.kind === 'bar' ? matchAt(ENDING_AFTER_BAR, text, at) : undefined;
    if (ending !== undefined) {
      tokens.push({ kind: 'ending', text: ending, column: at + 1 });
      at += ending.length;
      continue;
    }
    const { kind, text: one } = tokenAt(text, at);
    if (kind !== 'skip') tokens.push({ kind, text: one, column: at + 1 });
    at += one.length;
  }
  return tokens;
};
