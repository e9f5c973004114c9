import type { Digit } from '@fleet-wren/core';
import { getEditTargets, type PatternEditorStore } from '../../workspace/pattern-editor-store.ts';
import type { PlayerControls } from '../../audio/usePlayer.ts';
import type { Shortcut } from '../shortcuts/shortcut.ts';

/** What a command may touch. */
export interface CommandContext {
  readonly bench: PatternEditorStore;
  readonly playing: PlayerControls;
  /** The digit the solver gave the chosen stroke. */
  readonly digit: Digit | null;
  readonly showKeys: () => void;
  readonly showView: () => void;
  /** Lets notes be typed or pasted as text. */
  readonly showFigure: (text?: string) => void;
  /** Lets the chords be written bar by bar. */
  readonly showChords: () => void;
}

/** A command of the bench: every one has a key. */
export interface EditorCommand extends Shortcut<'move' | 'notes' | 'select' | 'listen' | 'pattern'> {
  readonly run: (reach: CommandContext, key: string) => void;
}

/** What a command is for: the selection, else the note under the cell. */
export const targets = (bench: PatternEditorStore): readonly string[] => getEditTargets(bench.getState());
