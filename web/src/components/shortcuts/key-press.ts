import { say } from '@fleet-wren/wording';

/** A key press as the table of commands writes it. */
export const keyName = ({
  key,
  ctrlKey,
  metaKey,
  shiftKey,
}: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey'>): string => {
  if (ctrlKey || metaKey) return `Ctrl+${key}`;
  return shiftKey && key.startsWith('Arrow') ? `Shift+${key}` : key;
};

const SHOWN: Readonly<Record<string, string>> = {
  ArrowRight: '→',
  ArrowLeft: '←',
  ArrowUp: '↑',
  ArrowDown: '↓',
  ' ': say('bench.space'),
};

/** A key as it stands on the keyboard. */
export const shownKey = (key: string): string => {
  const bare = key.replace(/^(Ctrl|Shift)\+/, '');
  const name =
    SHOWN[bare] ??
    (/^[A-Z]$/.test(bare) ? say('bench.key-with-shift', { bare }) : bare.length === 1 ? bare.toUpperCase() : bare);
  const held = /^(Ctrl|Shift)\+/.exec(key)?.[1];
  return held ? say('bench.key-held', { held, name }) : name;
};

/** Whether a dialog lies over the bench; one that holds a bench itself does not. */
const isOtherDialog = (target: HTMLElement): boolean => {
  const dialog = target.closest('.modal');
  return dialog !== null && dialog.querySelector('.threads[role="application"]') === null;
};

/** Whether what is pressed is typed into a field, or belongs to a menu or another dialog. */
export const typesText = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.matches('input, select, textarea, [contenteditable]') ||
    target.closest('.dropdown-menu') !== null ||
    isOtherDialog(target));

/** Whether a control would itself answer the key. */
export const answersItself = (target: EventTarget | null, key: string): boolean =>
  target instanceof HTMLElement && target.matches('button, a') && (key === ' ' || key === 'Enter');
