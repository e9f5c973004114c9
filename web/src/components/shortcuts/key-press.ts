import { say } from '@fleet-wren/wording';

type KeyPress = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;

/** A key press by the name tables of shortcuts give it: `Ctrl+z`, `Alt+ArrowLeft`, `Shift+ArrowUp`, `A`. */
export const keyName = ({ key, ctrlKey, metaKey, altKey, shiftKey }: KeyPress): string =>
  [
    ...(ctrlKey || metaKey ? ['Ctrl'] : []),
    ...(altKey ? ['Alt'] : []),
    // What shift makes of a letter or sign is another key already.
    ...(shiftKey && key.startsWith('Arrow') ? ['Shift'] : []),
    key,
  ].join('+');

/** Whether a key is a letter, a digit or a sign pressed by itself (WCAG 2.1.4, character key shortcuts). */
export const isCharacterKey = (name: string): boolean => name.length === 1 && name !== ' ';

const SHOWN: Readonly<Record<string, string>> = {
  ArrowRight: '→',
  ArrowLeft: '←',
  ArrowUp: '↑',
  ArrowDown: '↓',
  ' ': say('bench.space'),
};

const HELD = /^((?:Ctrl|Alt|Shift)\+)+/;

const bareName = (bare: string): string => {
  if (SHOWN[bare]) return SHOWN[bare];
  if (/^[A-Z]$/.test(bare)) return say('bench.key-with-shift', { bare });
  return bare.length === 1 ? bare.toUpperCase() : bare;
};

/** A key as it stands on the keyboard. */
export const shownKey = (key: string): string => {
  const held = HELD.exec(key)?.[0] ?? '';
  const name = bareName(key.slice(held.length));
  return held ? say('bench.key-held', { held: held.slice(0, -1), name }) : name;
};
