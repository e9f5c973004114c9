import { say } from '@fleet-wren/wording';
import type { SongStore } from './song-store.ts';

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.closest('input, textarea, select, [contenteditable], .modal, .dropdown') !== null;

type Command = (store: SongStore) => void;

/** Bars in a row of the map: a step up or down goes so far. */
export const BARS_PER_ROW = 4;

const COMMANDS: Readonly<Record<string, Command>> = {
  ArrowRight: (store) => store.getState().moveSelection(1),
  ArrowLeft: (store) => store.getState().moveSelection(-1),
  ArrowDown: (store) => store.getState().moveSelection(BARS_PER_ROW),
  ArrowUp: (store) => store.getState().moveSelection(-BARS_PER_ROW),
  'Shift ArrowRight': (store) => store.getState().moveSelection(1, true),
  'Shift ArrowLeft': (store) => store.getState().moveSelection(-1, true),
  'Alt ArrowRight': (store) => store.getState().moveBars(1),
  'Alt ArrowLeft': (store) => store.getState().moveBars(-1),
  Delete: (store) => store.getState().removeBars(),
  'Control c': (store) => store.getState().copy(),
  'Control v': (store) => {
    const { clipboard, insertBars, reject } = store.getState();
    if (clipboard.length > 0) insertBars(clipboard, 'after');
    else reject(say('songs.clipboard-is-empty-select-bars-and'));
  },
  'Control d': (store) => {
    const { copy } = store.getState();
    copy();
    store.getState().insertBars(store.getState().clipboard, 'after');
  },
  'Control z': (store) => store.getState().undo(),
  'Control y': (store) => store.getState().redo(),
};

const nameOf = ({ key, ctrlKey, metaKey, shiftKey, altKey }: KeyboardEvent): string =>
  [
    ...(ctrlKey || metaKey ? ['Control'] : []),
    ...(altKey ? ['Alt'] : []),
    ...(shiftKey && key.length > 1 ? ['Shift'] : []),
    key.length === 1 ? key.toLowerCase() : key,
  ].join(' ');

/** Listens to the keys of the map; answers how to stop. */
export const bindSongShortcuts = (store: SongStore, play: () => void): (() => void) => {
  const listen = (event: KeyboardEvent): void => {
    if (isField(event.target) || document.querySelector('.modal.show')) return;
    const command = event.key === ' ' ? play : COMMANDS[nameOf(event)];
    if (!command) return;
    event.preventDefault();
    command(store);
  };
  window.addEventListener('keydown', listen);
  return () => window.removeEventListener('keydown', listen);
};
