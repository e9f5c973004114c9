import { findStrokeAt, type Digit } from '@fleet-wren/core';
import { useEffect, useRef } from 'react';
import type { AnalysedPattern } from '../analysed-pattern.ts';
import { enterShortcutScope } from '../shortcuts/shortcut-manager.ts';
import { EDITOR_COMMANDS, runShortcut } from './editor-commands.ts';
import type { CommandContext } from './editor-command.ts';
import type { PatternEditorState } from '../../workspace/pattern-editor-store.ts';

/** The digit of the stroke the keyboard stands on. */
const digitHere = (
  { document, cell }: PatternEditorState,
  digits: AnalysedPattern['judgement']['digits'],
): Digit | null => digits[findStrokeAt(document, cell.at, cell.string)?.id ?? ''] ?? null;

/** Commands worth finding by name: moving about and typing are not. */
const NAMED_COMMANDS = EDITOR_COMMANDS.filter(({ group, keys }) => group !== 'move' && keys.length <= 2);

/** The element in which the keys of the bench are at home. */
const EDITOR = '.threads[role="application"]';

/** Hears the bench's keys wherever the focus is, as long as no field has it; one in a dialog hears them alone. */
export const useKeyboardShortcuts = (
  reach: Omit<CommandContext, 'digit'>,
  digits: AnalysedPattern['judgement']['digits'],
  isOnTop = false,
): void => {
  const latest = useRef({ reach, digits });
  useEffect(() => {
    latest.current = { reach, digits };
  });
  useEffect(() => {
    const press = (key: string): boolean => {
      const now = latest.current;
      return runShortcut(key, { ...now.reach, digit: digitHere(now.reach.bench.getState(), now.digits) });
    };
    return enterShortcutScope({ press, editor: EDITOR, isOnTop, shortcuts: NAMED_COMMANDS });
  }, [isOnTop]);
};
