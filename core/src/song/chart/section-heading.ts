import { splitRepeat } from './chart-tokens.ts';

/** The name of a part of a song, how often it is played, and what stands beside it in its line. */
export interface SectionHeading {
  readonly name: string;
  readonly times: number;
  /** Chords that follow in the same line, and the column before their first. */
  readonly rest: string;
  readonly column: number;
}

const ENGLISH = [
  'intro(?:duction)?|verse|(?:pre|post)[- ]?chorus|chorus|refrain|hook|bridge|middle(?: (?:8|eight))?',
  'solo|interlude|instrumental|break|turnaround|riff|outro|ending|coda|tag|vamp|part',
].join('|');

/** What parts are called in other languages that song sheets come in. */
const OTHER_NAMES = [
  'strophe|kehrvers|vorspiel|zwischenspiel|nachspiel|überleitung|schluss|teil',
  'couplet|pont|pré-refrain|final',
  'estrofa|estribillo|puente|pre-?estribillo|verso|coro|introducción|interludio',
  'strofa|ritornello|ponte|intermezzo|finale',
  'refrão|estrofe|introdução',
  'brug|tussenspel',
  'vers|omkväd|refräng|omkved|omkvæd|kertosäe|säkeistö',
  'sloka|refrén|předehra|mezihra|dohra|zwrotka|refren|most|strofă|versszak|kitica|pripjev|pripev',
  'куплет|припев|проигрыш|вступление|мост|кода|куплети|приспів',
].join('|');

const NAMES = `${ENGLISH}|${OTHER_NAMES}`;

const NUMBER = '(?:\\s{0,3}#?\\s{0,3}(?:\\d{1,2}|[ivx]{1,4}|[a-h]))?';

/** A usual name of a part by itself: `Verse 1`, `CHORUS`, `Pre-chorus`, `2. Strophe`. */
const USUAL = new RegExp(`^(?:\\d{1,2}\\.\\s{0,3})?(?:${NAMES})${NUMBER}$`, 'i');

/** A text without parentheses around the whole of it. */
const withoutParentheses = (text: string): string => (/^\([^()]*\)$/.test(text) ? text.slice(1, -1).trim() : text);

const heading = (name: string, times = 1, rest = '', column = 0): SectionHeading => ({
  name: name.trim(),
  times,
  rest,
  column,
});

/** A heading is short. */
const LONGEST_HEADING = 120;

/** `[Verse 1]`, `Verse 1:`, `(Chorus)` or a usual name by itself, without space around it. */
const parseName = (text: string): string | undefined => {
  if (text.length > LONGEST_HEADING) return undefined;
  const signed = /^\[([^|[\]]{1,60})\]\s*:?$/.exec(text) ?? /^([^|[\]:]{1,60}?)\s*:$/.exec(text);
  if (signed) return signed[1];
  const bare = withoutParentheses(text);
  return USUAL.test(bare) ? bare : undefined;
};

const WITH_CHORDS = new RegExp(`^\\s{0,20}\\[?((?:${NAMES})${NUMBER})\\]?\\s{0,4}:?\\s{1,20}(?=\\S)`, 'i');

/** A usual name with chords behind it: `Intro: G D Em C`. */
const parseNameWithChords = (line: string): SectionHeading | undefined => {
  const found = WITH_CHORDS.exec(line);
  if (!found || !/[\]:]/.test(found[0])) return undefined;
  return heading(found[1] ?? '', 1, line.slice(found[0].length), found[0].length);
};

/**
 * The heading of a part of a song: `[Verse 1]`, `Chorus:`, `BRIDGE`, `Chorus (x2)`, `Intro: G D`; undefined for any
 * other line.
 */
export const parseSectionHeading = (line: string): SectionHeading | undefined => {
  const whole = line.trim();
  const { text, times } = splitRepeat(withoutParentheses(whole));
  const [name, repeated] = [parseName(whole), parseName(text.trim())];
  if (name !== undefined) return heading(withoutParentheses(name));
  return repeated === undefined ? parseNameWithChords(line) : heading(repeated, times);
};

/** What is asked to be played again: `Repeat chorus`, `Chorus again`; undefined for any other line. */
export const parseRepeatRequest = (line: string): SectionHeading | undefined => {
  const { text, times } = splitRepeat(line.trim().replace(/^\((.*)\)$/, '$1'));
  const found =
    /^(?:repeat|play)\s+(?:the\s+)?(.{1,40}?)(?:\s+again)?$/i.exec(text) ?? /^(.{1,40}?)\s+again$/i.exec(text);
  const name = found?.[1]?.trim();
  return name !== undefined && USUAL.test(name) ? heading(name, times) : undefined;
};

/** The kind of a part: its name without its number. */
export const kindOfSection = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[\s#]*(?:\d{1,2}|\b[ivx]{1,4})$/, '')
    .trim();
