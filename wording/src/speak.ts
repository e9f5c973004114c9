import { IntlMessageFormat } from 'intl-messageformat';
import type { ArgumentsOf } from './arguments.ts';
import { english } from './en/index.ts';

/** The name of a text. */
export type TextKey = keyof typeof english;

/** Every text of a language, by key. */
export type Catalogue = Readonly<Record<TextKey, string>>;

/** The arguments of a text, by its key; `unknown` when it takes none. */
export type ArgumentsFor<Key extends TextKey> = ArgumentsOf<(typeof english)[Key]>;

type Given<Key extends TextKey> = unknown extends ArgumentsFor<Key> ? [] : [values: ArgumentsFor<Key>];

/** What an element of a text is made of, by the name of its tag: the text between `<b>` and `</b>` is given. */
export type Elements<Part> = Readonly<Record<string, (inside: readonly (string | Part)[]) => Part>>;

type Values = Record<string, string | number | Date>;

let language: { readonly tag: string; readonly texts: Catalogue } = { tag: 'en-GB', texts: english };
const formats = new Map<TextKey, IntlMessageFormat>();

/** Sets the language of all texts: its BCP 47 tag and its catalogue. */
export const setLanguage = (tag: string, texts: Catalogue): void => {
  language = { tag, texts };
  formats.clear();
};

const formatOf = (key: TextKey): IntlMessageFormat => {
  const known = formats.get(key);
  if (known) return known;
  const format = new IntlMessageFormat(language.texts[key], language.tag);
  formats.set(key, format);
  return format;
};

/** Texts without arguments are most of them, and need no parser. */
const isPlain = (text: string): boolean => !/[{}<']/.test(text);

/**
 * Returns a text of the catalogue with its arguments filled in.
 * @example
 * say('common.undo') // => 'Undo'
 */
export const say = <Key extends TextKey>(key: Key, ...[values]: Given<Key>): string => {
  const text = language.texts[key];
  return isPlain(text) ? text : String(formatOf(key).format(values as Values | undefined));
};

/** Returns a text with elements in it, in pieces: strings, and what `elements` makes of its tags. */
export const sayInParts = <Key extends TextKey, Part>(
  key: Key,
  elements: Elements<Part>,
  ...[values]: Given<Key>
): readonly (string | Part)[] => {
  const parts = formatOf(key).format<Part>({ ...(values as Values | undefined), ...elements } as never);
  return (Array.isArray(parts) ? parts : [parts]) as (string | Part)[];
};

/** The names of the days of the week, Monday first. */
export const weekdayNames = (): readonly string[] => {
  const name = new Intl.DateTimeFormat(language.tag, { weekday: 'long', timeZone: 'UTC' });
  // 1 January 2024 was a Monday.
  return Array.from({ length: 7 }, (_, day) => name.format(Date.UTC(2024, 0, 1 + day)));
};

/**
 * A day of the calendar, given in days since 1970: the same wherever it is read.
 * @example
 * formatDay(19_802) // => '20 Mar'
 */
export const formatDay = (day: number): string =>
  new Intl.DateTimeFormat(language.tag, { day: 'numeric', month: 'short', timeZone: 'UTC' }).format(day * 86_400_000);

/**
 * Joins items as a list in a sentence.
 * @example
 * sayList(['thumb', 'index', 'middle']) // => 'thumb, index and middle'
 */
export const sayList = (items: readonly string[]): string =>
  new Intl.ListFormat(language.tag, { type: 'conjunction' }).format(items);

/** Whether a text is the key of one in the catalogue. */
export const isTextKey = (text: string): text is TextKey => Object.hasOwn(english, text);

/** A value of a message: a number or name as it is, a message in its turn, or a list of them. */
export type MessageValue = string | number | Message | readonly (string | number | Message)[];

/**
 * A text that is still to be said, as core and the server make it: its key in the catalogue, and the values it takes.
 */
export interface Message {
  readonly code: string;
  readonly params?: Readonly<Record<string, MessageValue>>;
}

const starting = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const isList = (value: MessageValue): value is readonly (string | number | Message)[] => Array.isArray(value);

const sayValue = (value: MessageValue): string | number => {
  if (isList(value)) return sayList(value.map((item) => String(sayValue(item))));
  return typeof value === 'object' ? sayMessage(value) : value;
};

/**
 * Says a message, and the messages within it. A code that is not in the catalogue, from a newer version, is said as it
 * is.
 * @example
 * sayMessage({ code: 'term.bars', params: { count: 2 } }) // => '2 bars'
 */
export const sayMessage = ({ code, params = {} }: Message): string => {
  if (!Object.hasOwn(language.texts, code)) return code;
  const values = Object.fromEntries(Object.entries(params).map(([name, value]) => [name, sayValue(value)]));
  return say(code as 'common.undo', ...([values] as unknown as []));
};

/**
 * Joins messages that come in groups: commas within a group, semicolons between groups.
 * @example
 * sayParts([[{ code: 'place.beat', params: { beat: 2 } }]]) // => 'beat 2'
 */
export const sayParts = (parts: readonly (readonly Message[])[]): string =>
  parts
    .map((part) => part.map(sayMessage).join(', '))
    .filter(Boolean)
    .join('; ');

/** Says what a thing is called: a user's own words as they are, or a text of the catalogue. */
export const sayLabel = (label: string | Message): string => (typeof label === 'string' ? label : sayMessage(label));

/**
 * Says a message that stands by itself as a sentence, whatever it begins with.
 * @example
 * saySentence({ code: 'place.beat', params: { beat: 2 } }) // => 'Beat 2'
 */
export const saySentence = (message: Message): string => starting(sayMessage(message));

/** A problem as the registry of errors has it. */
export interface SayableProblem {
  readonly code: string;
  readonly details?: Readonly<Record<string, MessageValue>>;
}

/**
 * Says what is wrong.
 * @example
 * sayProblem({ code: 'strings-out-of-range', details: { value: 3 } }) // => 'A tuning has 4 to 8 strings (not 3).'
 */
export const sayProblem = ({ code, details }: SayableProblem): string =>
  starting(sayMessage({ code: `error.${code}`, params: details ?? {} }));

/** Says what is wrong, one problem after another. */
export const sayProblems = (problems: readonly SayableProblem[]): string => problems.map(sayProblem).join(' ');
