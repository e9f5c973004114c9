type Trim<Text extends string> = Text extends ` ${infer Rest}` | `${infer Rest} ` ? Trim<Rest> : Text;

type Value<Format extends string> = Format extends 'plural' | 'selectordinal' | 'number'
  ? number
  : Format extends 'date' | 'time'
    ? Date
    : string | number;

type FormatOf<Rest extends string> = Rest extends `${infer Format},${string}` ? Trim<Format> : Trim<Rest>;

type Pop<Stack extends string> = Stack extends `${'b' | 'm'}${infer Rest}` ? Rest : '';

/** What follows an opening brace of a message: `{name}`, `{name, number}` or `{name, plural, …}`. */
type Argument<After extends string, Stack extends string, Found> = After extends `${infer Head}}${infer Rest}`
  ? Head extends `${infer Name},${infer More}`
    ? FormatOf<More> extends 'plural' | 'select' | 'selectordinal'
      ? Scan<After, `b${Stack}`, Found & { readonly [Key in Trim<Name>]: Value<FormatOf<More>> }>
      : Scan<Rest, Stack, Found & { readonly [Key in Trim<Name>]: Value<FormatOf<More>> }>
    : Scan<Rest, Stack, Found & { readonly [Key in Trim<Head>]: Value<'text'> }>
  : Found;

/**
 * Walks from brace to brace. The stack says whether it stands in a message (`m`) or among the branches of one argument
 * (`b`).
 */
type Scan<Text extends string, Stack extends string, Found> = Text extends `${infer Before}{${infer After}`
  ? Before extends `${string}}${string}`
    ? Text extends `${string}}${infer Rest}`
      ? Scan<Rest, Pop<Stack>, Found>
      : Found
    : Stack extends `b${string}`
      ? Scan<After, `m${Stack}`, Found>
      : Argument<After, Stack, Found>
  : Found;

/** The arguments an ICU message takes, by name: a message without one of them does not compile. */
export type ArgumentsOf<Text extends string> = Scan<Text, 'm', unknown>;
