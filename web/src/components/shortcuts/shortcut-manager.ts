import { useCharacterKeys } from './character-keys.ts';
import { isCharacterKey, keyName } from './key-press.ts';
import type { Shortcut } from './shortcut.ts';

/** A screen or dialog that has shortcuts. */
export interface ShortcutScope {
  /** Runs the shortcut of a key; false where it has none. */
  readonly press: (key: string, event: KeyboardEvent) => boolean;
  /** The element in which letter keys are shortcuts even where they are none elsewhere. */
  readonly editor?: string;
  /** A control that says the same as its keys, so that it keeps none of them for itself. */
  readonly surface?: string;
  /** What it offers besides to be found by name. */
  readonly shortcuts?: readonly Shortcut[];
  /** Whether it lies over the others, which hear nothing meanwhile. */
  readonly isOnTop?: boolean;
}

const FIELDS = 'input, select, textarea, [contenteditable], .dropdown-menu';
const CONTROLS = 'button, a, summary, [role="button"], [role="link"]';
const DIALOGS = 'dialog[open], [role="dialog"], .modal.show';

/** The shortcuts of an editor that lies in a dialog go on; those of what is below the dialog do not. */
const isInForeignDialog = (target: Element, { editor }: ShortcutScope): boolean => {
  const dialog = target.closest(DIALOGS) ?? document.querySelector('.modal.show');
  return dialog !== null && !(editor && dialog.querySelector(editor));
};

/** Whether a key belongs to what has the focus: a field or a menu keeps all of them, a button those that press it. */
const belongsToFocus = (target: Element, key: string, scope: ShortcutScope): boolean => {
  if (target.closest(FIELDS) || isInForeignDialog(target, scope)) return true;
  if (key !== ' ' && key !== 'Enter') return false;
  return target.closest(CONTROLS) !== null && !(scope.surface && target.closest(scope.surface));
};

const mayHear = (target: EventTarget | null, key: string, scope: ShortcutScope): boolean => {
  const element = target instanceof Element ? target : document.body;
  if (belongsToFocus(element, key, scope)) return false;
  if (!isCharacterKey(key) || useCharacterKeys.getState().anywhere) return true;
  return scope.editor !== undefined && element.closest(scope.editor) !== null;
};

const scopes: ShortcutScope[] = [];

const hear = (event: KeyboardEvent): void => {
  if (event.defaultPrevented || event.isComposing) return;
  const key = keyName(event);
  for (const scope of [...scopes].reverse()) {
    if (mayHear(event.target, key, scope) && scope.press(key, event)) return event.preventDefault();
    if (scope.isOnTop) return;
  }
};

/** Hears keys for a scope from now on, before those that were there already; answers how to stop. */
export const enterShortcutScope = (scope: ShortcutScope): (() => void) => {
  if (scopes.length === 0) window.addEventListener('keydown', hear);
  scopes.push(scope);
  return () => {
    const place = scopes.indexOf(scope);
    if (place >= 0) scopes.splice(place, 1);
    if (scopes.length === 0) window.removeEventListener('keydown', hear);
  };
};

/** A shortcut that can be used where one is. */
export interface UsableShortcut extends Shortcut {
  readonly run: () => void;
}

/** The shortcuts of what is shown, the topmost scope's first. */
export const listShortcutsHere = (): readonly UsableShortcut[] =>
  [...scopes].reverse().flatMap(({ shortcuts = [], press }) =>
    shortcuts.map((shortcut) => ({
      ...shortcut,
      run: () => void press(shortcut.keys[0] ?? '', new KeyboardEvent('keydown')),
    })),
  );
