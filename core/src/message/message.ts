import type { ArgumentsFor, TextKey } from '@fleet-wren/wording';

/** A value of a message: a number or name as it is, a message in its turn, or a list of them. */
export type MessageValue = string | number | Message | readonly (string | number | Message)[];

/** A text that is still to be said: its key in the catalogue, and the values it takes. */
export interface Message {
  readonly code: TextKey;
  readonly params?: Readonly<Record<string, MessageValue>>;
}

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
