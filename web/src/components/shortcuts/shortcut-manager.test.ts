import { Window } from 'happy-dom';
import { setCharacterKeysAnywhere } from './character-keys.ts';
import { keyName } from './key-press.ts';
import { enterShortcutScope, type ShortcutScope } from './shortcut-manager.ts';

const EDITOR = '.threads';

let page: Window;
const leave: (() => void)[] = [];

beforeEach(() => {
  page = new Window();
  const { document, Element, KeyboardEvent } = page;
  Object.assign(globalThis, { window: page, document, Element, KeyboardEvent });
  setCharacterKeysAnywhere(true);
});
afterEach(async () => {
  for (const stop of leave.splice(0)) stop();
  await page.happyDOM.close();
  for (const name of ['window', 'document', 'Element', 'KeyboardEvent']) Reflect.deleteProperty(globalThis, name);
});

/** A scope that knows some keys, and what it heard. */
const scopeOf = (keys: string, more: Partial<ShortcutScope> = {}): readonly string[] => {
  const heard: string[] = [];
  const press = (key: string): boolean => {
    if (!keys.split(' ').includes(key === ' ' ? 'Space' : key)) return false;
    heard.push(key);
    return true;
  };
  leave.push(enterShortcutScope({ press, ...more }));
  return heard;
};

/** Presses a key where a selector points; answers whether the browser is kept from its own answer. */
const press = (key: string, at = 'body', held: object = {}): boolean => {
  const event = new page.KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...held });
  page.document.querySelector(at)?.dispatchEvent(event);
  return event.defaultPrevented;
};

test.each([
  [{ key: 'z', ctrlKey: true }, 'Ctrl+z'],
  [{ key: 'z', metaKey: true }, 'Ctrl+z'],
  [{ key: 'Z', ctrlKey: true, shiftKey: true }, 'Ctrl+Z'],
  [{ key: 'ArrowUp', shiftKey: true }, 'Shift+ArrowUp'],
  [{ key: 'ArrowLeft', altKey: true }, 'Alt+ArrowLeft'],
  [{ key: 'H', shiftKey: true }, 'H'],
  [{ key: '?', shiftKey: true }, '?'],
])('a press is named %j', (event, name) => {
  expect(keyName({ ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...event })).toBe(name);
});

describe('a key', () => {
  test('that is a shortcut is done, and kept from the browser; another one is not', () => {
    const heard = scopeOf('p Ctrl+z');
    expect([press('p'), press('z', 'body', { ctrlKey: true }), press('q')]).toEqual([true, true, false]);
    expect(heard).toEqual(['p', 'Ctrl+z']);
  });

  test.each(['input', 'select', 'textarea', 'p', '.dropdown-menu a'])('pressed in %s is typed there', (at) => {
    page.document.body.innerHTML =
      '<input><select></select><textarea></textarea><p contenteditable></p><div class="dropdown-menu"><a>A</a></div>';
    const heard = scopeOf('a Enter ArrowDown');
    expect([press('a', at), press('Enter', at), press('ArrowDown', at)]).toEqual([false, false, false]);
    expect(heard).toEqual([]);
  });

  test('that presses a button is the button’s; all others are shortcuts there too', () => {
    page.document.body.innerHTML = '<button>Go <i>on</i></button><button class="surface">Clean</button>';
    const heard = scopeOf('Space Enter p', { surface: '.surface' });
    for (const key of [' ', 'Enter', 'p']) press(key, 'button');
    press(' ', 'button i');
    expect(heard).toEqual(['p']);
    press(' ', '.surface');
    expect(heard).toEqual(['p', ' ']);
  });

  test('of a screen below is not heard while a dialog is open, wherever the focus is', () => {
    page.document.body.innerHTML = '<main></main><div class="modal show" role="dialog"><span></span></div>';
    const heard = scopeOf('p Delete', { editor: EDITOR });
    for (const at of ['main', 'span', 'body']) press('Delete', at);
    expect(heard).toEqual([]);
    page.document.body.innerHTML = '<main></main>';
    press('Delete', 'main');
    expect(heard).toEqual(['Delete']);
  });

  test('goes to what lies on top: an editor in a dialog hears its keys, and nobody below hears the others', () => {
    page.document.body.innerHTML = '<div class="modal show" role="dialog"><div class="threads"></div></div>';
    const song = scopeOf('Delete Ctrl+d');
    const bar = scopeOf('Delete', { editor: EDITOR, isOnTop: true });
    press('Delete', '.threads');
    press('d', '.threads', { ctrlKey: true });
    expect([song, bar]).toEqual([[], ['Delete']]);
    leave.pop()?.();
    page.document.body.innerHTML = '';
    press('Delete');
    expect(song).toEqual(['Delete']);
  });
});

describe('letters and signs', () => {
  test('are shortcuts in the editor alone where they are turned off elsewhere; other keys stay', () => {
    page.document.body.innerHTML = '<main><div class="threads"><span></span></div></main>';
    setCharacterKeysAnywhere(false);
    const heard = scopeOf('p ? Space Delete Ctrl+z', { editor: EDITOR });
    for (const key of ['p', '?', ' ', 'Delete']) press(key, 'main');
    press('z', 'main', { ctrlKey: true });
    expect(heard).toEqual([' ', 'Delete', 'Ctrl+z']);
    press('p', '.threads span');
    expect(heard).toEqual([' ', 'Delete', 'Ctrl+z', 'p']);
  });
});
