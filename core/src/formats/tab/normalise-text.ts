/** Signs that stand for a plain one in tablature from here and there; each is one character, so that columns stay. */
const SAME: Readonly<Record<string, string>> = {
  ...Object.fromEntries([...'│┃┆┇┊┋║╎╏∣❘❙❚｜¦┤├┼┬┴╔╗╚╝╠╣╬╦╩┌┐└┘╪╫╟╢'].map((sign) => [sign, '|'])),
  ...Object.fromEntries([...'─━┄┅┈┉╌╍═–—−‒―‐‑⁃﹣－ー_'].map((sign) => [sign, '-'])),
  ...Object.fromEntries([...'×✕✖✗╳'].map((sign) => [sign, 'x'])),
  ...Object.fromEntries([...'•●∙⋅'].map((sign) => [sign, '*'])),
  ...Object.fromEntries([...'０１２３４５６７８９'].map((sign, figure) => [sign, String(figure)])),
  '〈': '<',
  '〉': '>',
  '‹': '<',
  '›': '>',
  '∼': '~',
  '～': '~',
  '：': ':',
  '\u00a0': ' ',
  '\u2007': ' ',
  '\u202f': ' ',
};

const plain = (line: string): string =>
  [...line].map((sign) => SAME[sign] ?? (sign.length === 1 ? sign : '?')).join('');

/** Marks of quoted mail at the beginning of a line, as spaces. */
const unquoted = (line: string): string => {
  const quoted = /^(?: ?>)+(?= |[A-Ha-h|-]|$)/.exec(line)?.[0] ?? '';
  return quoted === '' ? line : ' '.repeat(quoted.length) + line.slice(quoted.length);
};

/** A tabulator goes on to the next eighth column. */
const withoutTabs = (line: string): string => {
  if (!line.includes('\t')) return line;
  let out = '';
  for (const sign of line) out += sign === '\t' ? ' '.repeat(8 - (out.length % 8)) : sign;
  return out;
};

/**
 * The lines of a text in plain signs, whatever ends them: bars, dashes and figures of any alphabet become the usual
 * ones, in the same columns.
 */
export const toPlainLines = (source: string): readonly string[] =>
  source
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\r|\n|\u2028|\u0085/)
    .map((line) => unquoted(plain(withoutTabs(line))).trimEnd());
