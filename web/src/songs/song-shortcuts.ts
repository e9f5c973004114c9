import { say } from '@fleet-wren/wording';
import { enterShortcutScope } from '../components/shortcuts/shortcut-manager.ts';
import { SONG_SHORTCUTS, type SongShortcutName } from '../components/shortcuts/song-shortcuts.ts';
import type { SongStore } from './song-store.ts';

type Command = (store: SongStore) => void;

/** Bars in a row of the map: a step up or down goes so far. */
export const BARS_PER_ROW = 4;

const COMMANDS: Readonly<Record<Exclude<SongShortcutName, 'play'>, Command>> = {
  nextBar: (store) => store.getState().moveSelection(1),
  previousBar: (store) => store.getState().moveSelection(-1),
  rowDown: (store) => store.getState().moveSelection(BARS_PER_ROW),
  rowUp: (store) => store.getState().moveSelection(-BARS_PER_ROW),
  selectOn: (store) => store.getState().moveSelection(1, true),
  selectBack: (store) => store.getState().moveSelection(-1, true),
  moveOn: (store) => store.getState().moveBars(1),
  moveBack: (store) => store.getState().moveBars(-1),
  delete: (store) => store.getState().removeBars(),
  copy: (store) => store.getState().copy(),
  paste: (store) => {
    const { clipboard, insertBars, reject } = store.getState();
    if (clipboard.length > 0) insertBars(clipboard, 'after');
    else reject(say('songs.clipboard-is-empty-select-bars-and'));
  },
  duplicate: (store) => {
    const { copy } = store.getState();
    copy();
    store.getState().insertBars(store.getState().clipboard, 'after');
  },
  undo: (store) => store.getState().undo(),
  redo: (store) => store.getState().redo(),
};

/** The shortcut of each key. */
const BY_KEY: ReadonlyMap<string, SongShortcutName> = new Map(
  (Object.keys(SONG_SHORTCUTS) as SongShortcutName[]).flatMap((name) =>
    SONG_SHORTCUTS[name].keys.map((key) => [key, name] as const),
  ),
);

/** Hears the keys of the map; answers how to stop. */
export const bindSongShortcuts = (store: SongStore, play: () => void): (() => void) =>
  enterShortcutScope({
    shortcuts: Object.values(SONG_SHORTCUTS),
    press: (key) => {
      const name = BY_KEY.get(key);
      if (name === undefined) return false;
      if (name === 'play') play();
      else COMMANDS[name](store);
      return true;
    },
  });
