import { sayInParts, type ArgumentsFor, type Elements, type TextKey } from '@fleet-wren/wording';
import { Fragment, type ReactNode } from 'react';

type Values<Key extends TextKey> =
  unknown extends ArgumentsFor<Key> ? { values?: undefined } : { values: ArgumentsFor<Key> };

type Props<Key extends TextKey> = {
  /** The key of the text. */
  readonly text: Key;
  /** What the tags of the text become; `<b>` and `<kbd>` are known. */
  readonly elements?: Elements<ReactNode>;
} & Values<Key>;

const KNOWN: Elements<ReactNode> = {
  b: (inside) => <b>{inside}</b>,
  strong: (inside) => <strong>{inside}</strong>,
  kbd: (inside) => <kbd>{inside}</kbd>,
};

/** A text of the catalogue with elements in it: links, keys, figures in bold. */
export const Say = <Key extends TextKey>({ text, elements, values }: Props<Key>) => {
  const parts = sayInParts<TextKey, ReactNode>(text, { ...KNOWN, ...elements }, ...((values ? [values] : []) as []));
  return parts.map((part, place) => <Fragment key={place}>{part}</Fragment>);
};
