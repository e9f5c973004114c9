import { displace, sentence, slotTicks, stepFrom, ticksPerBar, ticksPerBeat, patternLength, type Digit, type Transform } from '@fleet-wren/core';
import type { BenchStore } from './store.ts';
import type { Playing } from './usePlayer.ts';

/** What a command may touch. */
export interface Reach {
  readonly bench: BenchStore;
  readonly playing: Playing;
  /** The digit the solver gave the chosen stroke. */
  readonly digit: Digit | null;
  readonly showKeys: () => void;
  readonly showView: () => void;
}

/** Runs a transform on the whole pattern as one step of undo, or says why not. */
export const runTransform = (bench: BenchStore, transform: Transform): boolean => {
  const { pattern, run, refuse } = bench.getState();
  const made = transform(pattern, []);
  if (made.ok) return run(made.value);
  refuse(made.problems.map(sentence).join(' '));
  return false;
};

/** A command of the bench: every one has a key. */
export interface Command {
  readonly keys: readonly string[];
  readonly label: string;
  readonly group: 'Move' | 'Strokes' | 'Listen' | 'Pattern';
  readonly run: (reach: Reach, key: string) => void;
}

const moveBy = (slots: number, strings: number) => ({ bench }: Reach): void => {
  const { cell, pattern, go } = bench.getState();
  go({ at: slots === 0 ? cell.at : stepFrom(pattern, cell.at, slots), string: cell.string + strings });
};

const jump = (to: (at: number, state: ReturnType<BenchStore['getState']>) => number) => ({ bench }: Reach): void => {
  const state = bench.getState();
  state.go({ ...state.cell, at: to(state.cell.at, state) });
};

const tempoBy = (step: number) => ({ bench }: Reach): void => {
  const { pattern, run } = bench.getState();
  run({ kind: 'set', fields: { tempo: pattern.tempo + step } }, 'tempo');
};

const DIGIT_KEYS: Readonly<Record<string, Digit>> = { p: 'p', i: 'i', m: 'm', a: 'a', c: 'c', d: 'down', u: 'up' };

const nextMultiple = (at: number, ticks: number): number => (Math.floor(at / ticks) + 1) * ticks;
const lastMultiple = (at: number, ticks: number): number => (Math.ceil(at / ticks) - 1) * ticks;

/** All commands, in the order the overlay shows them. */
export const COMMANDS: readonly Command[] = [
  { keys: ['ArrowRight'], label: 'Next part of the beat', group: 'Move', run: moveBy(1, 0) },
  { keys: ['ArrowLeft'], label: 'Part before', group: 'Move', run: moveBy(-1, 0) },
  { keys: ['ArrowUp'], label: 'String above', group: 'Move', run: moveBy(0, -1) },
  { keys: ['ArrowDown'], label: 'String below', group: 'Move', run: moveBy(0, 1) },
  { keys: ['Ctrl+ArrowRight'], label: 'Next beat', group: 'Move', run: jump((at, { pattern }) => nextMultiple(at, ticksPerBeat(pattern.metre))) },
  { keys: ['Ctrl+ArrowLeft'], label: 'Beat before', group: 'Move', run: jump((at, { pattern }) => lastMultiple(at, ticksPerBeat(pattern.metre))) },
  { keys: ['PageDown'], label: 'Next bar', group: 'Move', run: jump((at, { pattern }) => nextMultiple(at, ticksPerBar(pattern.metre))) },
  { keys: ['PageUp'], label: 'Bar before', group: 'Move', run: jump((at, { pattern }) => lastMultiple(at, ticksPerBar(pattern.metre))) },
  { keys: ['Home'], label: 'Beginning', group: 'Move', run: jump(() => 0) },
  { keys: ['End'], label: 'End', group: 'Move', run: jump((_at, { pattern }) => patternLength(pattern)) },
  { keys: ['Enter'], label: 'Put a stroke, the digit follows', group: 'Strokes', run: ({ bench }) => bench.getState().put() },
  { keys: ['p', 'i', 'm', 'a', 'c'], label: 'Put or pin thumb, index, middle, ring, little finger', group: 'Strokes', run: ({ bench }, key) => bench.getState().put(DIGIT_KEYS[key]) },
  { keys: ['d', 'u'], label: 'Put or pin the pick, down or up', group: 'Strokes', run: ({ bench }, key) => bench.getState().put(DIGIT_KEYS[key]) },
  { keys: ['='], label: 'Pin the digit, or let it follow', group: 'Strokes', run: ({ bench, digit }) => bench.getState().togglePin(digit) },
  { keys: ["'"], label: 'Accent', group: 'Strokes', run: ({ bench }) => bench.getState().toggleAccent() },
  { keys: ['.', 'Delete', 'Backspace'], label: 'Clear', group: 'Strokes', run: ({ bench }) => bench.getState().clear() },
  { keys: [' '], label: 'Play, stop', group: 'Listen', run: ({ playing }) => playing.toggle() },
  { keys: ['H'], label: 'Half speed', group: 'Listen', run: ({ playing }) => playing.listen({ halfSpeed: !playing.listening.halfSpeed }) },
  { keys: ['T'], label: 'Thumb alone', group: 'Listen', run: ({ playing }) => playing.listen({ voices: playing.listening.voices === 'thumb alone' ? 'all' : 'thumb alone' }) },
  { keys: ['F'], label: 'Fingers alone', group: 'Listen', run: ({ playing }) => playing.listen({ voices: playing.listening.voices === 'fingers alone' ? 'all' : 'fingers alone' }) },
  { keys: ['L'], label: 'Loop', group: 'Listen', run: ({ playing }) => playing.listen({ loop: !playing.listening.loop }) },
  { keys: ['K'], label: 'Click', group: 'Listen', run: ({ playing }) => playing.listen({ click: !playing.listening.click }) },
  { keys: ['N'], label: 'Count in', group: 'Listen', run: ({ playing }) => playing.listen({ countIn: !playing.listening.countIn }) },
  { keys: ['<'], label: 'Turn the wheel: begin earlier', group: 'Pattern', run: ({ bench }) => void runTransform(bench, displace(-slotTicks(bench.getState().pattern))) },
  { keys: ['>'], label: 'Turn the wheel: begin later', group: 'Pattern', run: ({ bench }) => void runTransform(bench, displace(slotTicks(bench.getState().pattern))) },
  { keys: ['W'], label: 'Lanes or wheel', group: 'Pattern', run: ({ showView }) => showView() },
  { keys: ['['], label: 'Slower', group: 'Pattern', run: tempoBy(-4) },
  { keys: [']'], label: 'Faster', group: 'Pattern', run: tempoBy(4) },
  { keys: ['Ctrl+z'], label: 'Take back', group: 'Pattern', run: ({ bench }) => bench.getState().undo() },
  { keys: ['Ctrl+y', 'Ctrl+Z'], label: 'Do again', group: 'Pattern', run: ({ bench }) => bench.getState().redo() },
  { keys: ['?'], label: 'These keys', group: 'Pattern', run: ({ showKeys }) => showKeys() },
];

/** A key press as the table of commands writes it. */
export const keyName = ({ key, ctrlKey, metaKey }: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey'>): string => (ctrlKey || metaKey ? `Ctrl+${key}` : key);

const SHOWN: Readonly<Record<string, string>> = { ArrowRight: '→', ArrowLeft: '←', ArrowUp: '↑', ArrowDown: '↓', ' ': 'Space' };

/** A key as it stands on the keyboard. */
export const shownKey = (key: string): string => {
  const bare = key.replace('Ctrl+', '');
  const name = SHOWN[bare] ?? (/^[A-Z]$/.test(bare) ? `Shift ${bare}` : bare.length === 1 ? bare.toUpperCase() : bare);
  return key.startsWith('Ctrl+') ? `Ctrl ${name}` : name;
};

const typesText = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.matches('input, select, textarea, [contenteditable]') || target.closest('.dropdown-menu, .modal') !== null);

/** Whether a control would itself answer the key. */
const answersItself = (target: EventTarget | null, key: string): boolean =>
  target instanceof HTMLElement && target.matches('button, a') && (key === ' ' || key === 'Enter');

/** Runs the command of a key press; false when it is none of the bench's. */
export const runKey = (event: KeyboardEvent, reach: Reach): boolean => {
  const key = keyName(event);
  const command = COMMANDS.find(({ keys }) => keys.includes(key));
  if (!command || event.altKey || typesText(event.target) || answersItself(event.target, key)) return false;
  command.run(reach, key);
  return true;
};
