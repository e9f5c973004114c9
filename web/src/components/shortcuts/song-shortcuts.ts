import { say } from '@fleet-wren/wording';
import type { Shortcut } from './shortcut.ts';

/** The shortcuts of a song's map of bars, by what they do. */
export const SONG_SHORTCUTS = {
  nextBar: { keys: ['ArrowRight'], label: say('songs.key-next-bar'), group: 'song' },
  previousBar: { keys: ['ArrowLeft'], label: say('songs.key-previous-bar'), group: 'song' },
  rowDown: { keys: ['ArrowDown'], label: say('songs.key-row-down'), group: 'song' },
  rowUp: { keys: ['ArrowUp'], label: say('songs.key-row-up'), group: 'song' },
  selectOn: { keys: ['Shift+ArrowRight'], label: say('songs.key-select-on'), group: 'song' },
  selectBack: { keys: ['Shift+ArrowLeft'], label: say('songs.key-select-back'), group: 'song' },
  moveOn: { keys: ['Alt+ArrowRight'], label: say('songs.key-move-on'), group: 'song' },
  moveBack: { keys: ['Alt+ArrowLeft'], label: say('songs.key-move-back'), group: 'song' },
  delete: { keys: ['Delete'], label: say('songs.key-delete'), group: 'song' },
  copy: { keys: ['Ctrl+c'], label: say('common.copy'), group: 'song' },
  paste: { keys: ['Ctrl+v'], label: say('songs.key-paste'), group: 'song' },
  duplicate: { keys: ['Ctrl+d'], label: say('songs.key-duplicate'), group: 'song' },
  undo: { keys: ['Ctrl+z'], label: say('common.undo'), group: 'song' },
  redo: { keys: ['Ctrl+y', 'Ctrl+Z'], label: say('common.redo'), group: 'song' },
  play: { keys: [' '], label: say('bench.play-or-stop'), group: 'song' },
} as const satisfies Readonly<Record<string, Shortcut<'song'>>>;

/** What a shortcut of a song does. */
export type SongShortcutName = keyof typeof SONG_SHORTCUTS;
