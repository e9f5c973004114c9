import { findStrokeAt, type Digit } from '@fleet-wren/core';
import { useEffect, useRef } from 'react';
import type { AnalysedPattern } from '../analysed-pattern.ts';
import { runShortcut, type CommandContext } from './editor-commands.ts';
import type { PatternEditorState } from '../../workspace/pattern-editor-store.ts';

/** The digit of the stroke the keyboard stands on. */
const digitHere = (
  { document, cell }: PatternEditorState,
  digits: AnalysedPattern['judgement']['digits'],
): Digit | null => digits[findStrokeAt(document, cell.at, cell.string)?.id ?? ''] ?? null;

/** Hears the bench's keys wherever the focus is, as long as no field has it. */
export const useKeyboardShortcuts = (
  reach: Omit<CommandContext, 'digit'>,
  digits: AnalysedPattern['judgement']['digits'],
): void => {
  const latest = useRef({ reach, digits });
  useEffect(() => {
    latest.current = { reach, digits };
  });
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const now = latest.current;
      const digit = digitHere(now.reach.bench.getState(), now.digits);
      if (runShortcut(event, { ...now.reach, digit })) event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
};
