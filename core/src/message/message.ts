import type { ArgumentsFor, Message, MessageValue, TextKey } from '@fleet-wren/wording';

export type { Message, MessageValue, TextKey };

/** What a thing is called: a user's own words as they are, or a text that is still to be said. */
export type Label = string | Message;

/** What an argument may be filled with: numbers stay numbers, where a text is wanted a message will do. */
type Filled<Argument> = string extends Argument ? MessageValue : Argument;

/** The values a text of the catalogue takes, by its key; none of them may be missing. */
export type ParamsOf<Key extends TextKey> =
  unknown extends ArgumentsFor<Key>
    ? []
    : [params: { readonly [Name in keyof ArgumentsFor<Key>]: Filled<ArgumentsFor<Key>[Name]> }];

/**
 * Makes a message from the key of a text and the values it takes.
 * @example
 * message('term.bars', { count: 2 }).code // => 'term.bars'
 */
export const message = <Key extends TextKey>(code: Key, ...[params]: ParamsOf<Key>): Message =>
  params === undefined ? { code } : { code, params: params as Readonly<Record<string, MessageValue>> };
