import { say } from '@fleet-wren/wording';
import type { Shortcut } from './shortcut.ts';

/** The keys of the practice room: those that page-turning pedals send, and those of a keyboard. */
export const PRACTICE_SHORTCUTS = {
  clean: { keys: [' ', 'Enter', 'PageDown', 'ArrowRight'], label: say('practice.key-clean'), group: 'practice' },
  slipped: { keys: ['Backspace', 'PageUp', 'ArrowLeft'], label: say('practice.key-slipped'), group: 'practice' },
} as const satisfies Readonly<Record<string, Shortcut<'practice'>>>;
