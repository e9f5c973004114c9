import { say } from '@fleet-wren/wording';
import {
  copyStrokes,
  shiftInTime,
  createInsertBeatEdit,
  createMoveEdit,
  createPasteEdit,
  createDeleteBeatEdit,
  createSpanEdit,
  subdivisionTicks,
  moveBySlots,
  ticksPerBar,
  ticksPerBeat,
  patternLength,
  type Digit,
  type Stroke,
  type PatternTransform,
} from '@fleet-wren/core';
import { createStrokeId, type PatternEditorStore } from '../../workspace/pattern-editor-store.ts';
import { targets, type CommandContext, type EditorCommand } from './editor-command.ts';
import { FIGURES, NOTE_MOVES, cycleHarmonic, followChord, louder, slur, typeFret } from './note-commands.ts';
import { cycleBend } from './ornament-choices.ts';

/** Runs a transform on the whole pattern, or on what is selected, as one step of undo, or says why not. */
export const runTransform = (bench: PatternEditorStore, transform: PatternTransform): boolean => {
  const { document: pattern, selection, tryEdit } = bench.getState();
  return tryEdit(transform(pattern, [...selection], createStrokeId));
};

const moveBy =
  (slots: number, strings: number) =>
  ({ bench }: CommandContext): void => {
    const { cell, document: pattern, moveCell } = bench.getState();
    moveCell({ at: slots === 0 ? cell.at : moveBySlots(pattern, cell.at, slots), string: cell.string + strings });
  };

const jump =
  (to: (at: number, state: ReturnType<PatternEditorStore['getState']>) => number) =>
  ({ bench }: CommandContext): void => {
    const state = bench.getState();
    state.moveCell({ ...state.cell, at: to(state.cell.at, state) });
  };

const tempoBy =
  (step: number) =>
  ({ bench }: CommandContext): void => {
    const { document: pattern, applyEdit } = bench.getState();
    applyEdit({ kind: 'setTempo', tempo: pattern.tempo + step }, 'tempo');
  };

const DIGIT_KEYS: Readonly<Record<string, Digit>> = { p: 'p', i: 'i', m: 'm', a: 'a', c: 'c', d: 'down', u: 'up' };

const nextMultiple = (at: number, ticks: number): number => (Math.floor(at / ticks) + 1) * ticks;
const lastMultiple = (at: number, ticks: number): number => (Math.ceil(at / ticks) - 1) * ticks;

/** What was copied last: it can be put down on another pattern too. */
let clipboard: readonly Stroke[] = [];

const shiftBy =
  (parts: number, strings: number) =>
  ({ bench }: CommandContext): void => {
    const { document: pattern, tryEdit, selection, cell, moveCell } = bench.getState();
    const ids = targets(bench);
    if (ids.length === 0 || !tryEdit(createMoveEdit(pattern, ids, parts, strings)) || selection.size > 0) return;
    // The cell goes along with a stroke that is moved by itself.
    moveCell({ at: parts === 0 ? cell.at : moveBySlots(pattern, cell.at, parts), string: cell.string + strings });
  };

const copy = ({ bench }: CommandContext): void => {
  clipboard = copyStrokes(bench.getState().document, targets(bench));
};

const paste = ({ bench }: CommandContext): void => {
  const { document: pattern, cell, tryEdit, reject, select } = bench.getState();
  if (clipboard.length === 0) return reject(say('bench.clipboard-is-empty'));
  const names: string[] = [];
  const newId = (): string => {
    names.push(createStrokeId());
    return names[names.length - 1] as string;
  };
  if (tryEdit(createPasteEdit(pattern, clipboard, cell.at, newId))) select(names);
};

/** Lets the pattern begin at the cell with a pickup; where it does already, at its bar line again. */
export const beginHere = ({ bench }: Pick<CommandContext, 'bench'>): void => {
  const { document: pattern, cell, applyEdit, reject } = bench.getState();
  if (cell.at >= ticksPerBar(pattern.metre)) return reject(say('bench.begin-in-first-bar'));
  const { begins: now, ends } = pattern;
  const begins = cell.at === 0 || cell.at === now ? undefined : cell.at;
  applyEdit(
    createSpanEdit(pattern, { ...(begins === undefined ? {} : { begins }), ...(ends === undefined ? {} : { ends }) }),
  );
};

/** Lets the pattern end behind the cell; where it does already, at its bar line again. */
export const endHere = ({ bench }: Pick<CommandContext, 'bench'>): void => {
  const { document: pattern, cell, applyEdit, reject } = bench.getState();
  const length = patternLength(pattern);
  if (cell.at < length - ticksPerBar(pattern.metre)) return reject(say('bench.end-in-last-bar'));
  const behind = moveBySlots(pattern, cell.at, 1);
  const after = behind === cell.at ? length : behind;
  const { begins, ends: now } = pattern;
  const ends = after === now ? length : after;
  applyEdit(createSpanEdit(pattern, { ...(begins === undefined ? {} : { begins }), ends }));
};

const SHIFTS: Readonly<Record<string, (reach: CommandContext) => void>> = {
  'Shift+ArrowRight': shiftBy(1, 0),
  'Shift+ArrowLeft': shiftBy(-1, 0),
  'Shift+ArrowUp': shiftBy(0, -1),
  'Shift+ArrowDown': shiftBy(0, 1),
};

/** All commands, in the order the overlay shows them. */
export const EDITOR_COMMANDS: readonly EditorCommand[] = [
  { keys: ['ArrowRight'], label: say('bench.next-subdivision'), group: 'move', run: moveBy(1, 0) },
  { keys: ['ArrowLeft'], label: say('bench.previous-subdivision'), group: 'move', run: moveBy(-1, 0) },
  { keys: ['ArrowUp'], label: say('bench.next-string-up'), group: 'move', run: moveBy(0, -1) },
  { keys: ['ArrowDown'], label: say('bench.next-string-down'), group: 'move', run: moveBy(0, 1) },
  {
    keys: ['Ctrl+ArrowRight'],
    label: say('bench.next-beat'),
    group: 'move',
    run: jump((at, { document: pattern }) => nextMultiple(at, ticksPerBeat(pattern.metre))),
  },
  {
    keys: ['Ctrl+ArrowLeft'],
    label: say('bench.previous-beat'),
    group: 'move',
    run: jump((at, { document: pattern }) => lastMultiple(at, ticksPerBeat(pattern.metre))),
  },
  {
    keys: ['PageDown'],
    label: say('bench.next-bar'),
    group: 'move',
    run: jump((at, { document: pattern }) => nextMultiple(at, ticksPerBar(pattern.metre))),
  },
  {
    keys: ['PageUp'],
    label: say('bench.previous-bar'),
    group: 'move',
    run: jump((at, { document: pattern }) => lastMultiple(at, ticksPerBar(pattern.metre))),
  },
  { keys: ['Home'], label: say('bench.go-to-start'), group: 'move', run: jump(() => 0) },
  {
    keys: ['End'],
    label: say('bench.end'),
    group: 'move',
    run: jump((_at, { document: pattern }) => patternLength(pattern)),
  },
  {
    keys: ['Shift+ArrowRight', 'Shift+ArrowLeft', 'Shift+ArrowUp', 'Shift+ArrowDown'],
    label: say('bench.move-selected-notes'),
    group: 'select',
    run: (reach, key) => (SHIFTS[key] ?? shiftBy(0, 0))(reach),
  },
  {
    keys: ['Ctrl+a'],
    label: say('bench.select-all'),
    group: 'select',
    run: ({ bench }) => bench.getState().select(bench.getState().document.strokes.map(({ id }) => id)),
  },
  {
    keys: ['Escape'],
    label: say('common.clear-selection'),
    group: 'select',
    run: ({ bench }) => bench.getState().select([]),
  },
  { keys: ['Ctrl+c'], label: say('common.copy'), group: 'select', run: copy },
  {
    keys: ['Ctrl+x'],
    label: say('bench.cut'),
    group: 'select',
    run: (reach) => {
      copy(reach);
      reach.bench.getState().deleteStrokes();
    },
  },
  { keys: ['Ctrl+v'], label: say('bench.paste'), group: 'select', run: paste },
  {
    keys: ['Insert'],
    label: say('bench.insert-beat'),
    group: 'select',
    run: ({ bench }) =>
      void bench.getState().tryEdit(createInsertBeatEdit(bench.getState().document, bench.getState().cell.at)),
  },
  {
    keys: ['Ctrl+Delete'],
    label: say('bench.delete-beat'),
    group: 'select',
    run: ({ bench }) =>
      void bench.getState().tryEdit(createDeleteBeatEdit(bench.getState().document, bench.getState().cell.at)),
  },
  {
    keys: ['Enter'],
    label: say('bench.add-note-finger-chosen-automatically'),
    group: 'notes',
    run: ({ bench }) => bench.getState().addStroke(),
  },
  {
    keys: ['p', 'i', 'm', 'a', 'c'],
    label: say('bench.add-or-pin-thumb-index-middle'),
    group: 'notes',
    run: ({ bench }, key) => bench.getState().addStroke(DIGIT_KEYS[key]),
  },
  {
    keys: ['d', 'u'],
    label: say('bench.add-or-pin-pick-downstroke-or'),
    group: 'notes',
    run: ({ bench }, key) => bench.getState().addStroke(DIGIT_KEYS[key]),
  },
  {
    keys: ['='],
    label: say('bench.pin-or-unpin-finger'),
    group: 'notes',
    run: ({ bench, digit }) => bench.getState().togglePin(digit),
  },
  {
    keys: ["'"],
    label: say('bench.accent'),
    group: 'notes',
    run: ({ bench }) => bench.getState().toggleMark('accent'),
  },
  {
    keys: ['+', '-'],
    label: say('bench.louder-softer'),
    group: 'notes',
    run: (reach, key) => louder(key === '+' ? 1 : -1)(reach),
  },
  { keys: ['h', 'o', 's', 't'], label: say('bench.hammer-on-pull-off-slide'), group: 'notes', run: slur },
  {
    keys: ['x'],
    label: say('bench.palm-mute'),
    group: 'notes',
    run: ({ bench }) => bench.getState().toggleMark('damped'),
  },
  {
    keys: ['g'],
    label: say('bench.let-ring'),
    group: 'notes',
    run: ({ bench }) => bench.getState().toggleMark('ring'),
  },
  {
    keys: ['r'],
    label: say('bench.rake-from-the-previous-string'),
    group: 'notes',
    run: ({ bench }) => bench.getState().toggleMark('rake'),
  },
  {
    keys: ['b'],
    label: say('bench.brush-several-strings-in-one-sweep'),
    group: 'notes',
    run: ({ bench }) => bench.getState().toggleMark('brush'),
  },
  {
    keys: ['v'],
    label: say('bench.vibrato'),
    group: 'notes',
    run: ({ bench }) => bench.getState().toggleMark('vibrato'),
  },
  {
    keys: ['w'],
    label: say('bench.bend-half-whole-off'),
    group: 'notes',
    run: ({ bench }) => bench.getState().change(cycleBend),
  },
  {
    keys: [','],
    label: say('bench.staccato'),
    group: 'notes',
    run: ({ bench }) => bench.getState().toggleMark('staccato'),
  },
  {
    keys: ['z'],
    label: say('bench.dead-note'),
    group: 'notes',
    run: ({ bench }) => bench.getState().toggleMark('dead'),
  },
  { keys: ['n'], label: say('bench.harmonic-natural-harp-off'), group: 'notes', run: cycleHarmonic },
  { keys: FIGURES, label: say('bench.fret-by-figures'), group: 'notes', run: typeFret },
  {
    keys: ['y'],
    label: say('bench.type-or-paste-notes'),
    group: 'notes',
    run: ({ showFigure }) => showFigure(),
  },
  {
    keys: Object.keys(NOTE_MOVES),
    label: say('bench.move-along-or-across'),
    group: 'notes',
    run: (reach, key) => NOTE_MOVES[key]?.(reach),
  },
  {
    keys: ['f'],
    label: say('bench.fret-from-the-chord'),
    group: 'notes',
    run: followChord,
  },
  {
    keys: ['q'],
    label: say('bench.silent-finger-moves-no-sound'),
    group: 'notes',
    run: ({ bench }) => bench.getState().toggleMark('silent'),
  },
  {
    keys: ['.', 'Delete', 'Backspace'],
    label: say('bench.delete-notes'),
    group: 'notes',
    run: ({ bench }) => bench.getState().deleteStrokes(),
  },
  { keys: [' '], label: say('bench.play-or-stop'), group: 'listen', run: ({ playing }) => playing.toggle() },
  {
    keys: ['H'],
    label: say('common.half-speed'),
    group: 'listen',
    run: ({ playing }) => playing.listen({ halfSpeed: !playing.listening.halfSpeed }),
  },
  {
    keys: ['T'],
    label: say('common.thumb-only'),
    group: 'listen',
    run: ({ playing }) =>
      playing.listen({ voices: playing.listening.voices === 'thumb alone' ? 'all' : 'thumb alone' }),
  },
  {
    keys: ['F'],
    label: say('common.fingers-only'),
    group: 'listen',
    run: ({ playing }) =>
      playing.listen({ voices: playing.listening.voices === 'fingers alone' ? 'all' : 'fingers alone' }),
  },
  {
    keys: ['L'],
    label: say('common.loop'),
    group: 'listen',
    run: ({ playing }) => playing.listen({ loop: !playing.listening.loop }),
  },
  {
    keys: ['K'],
    label: say('common.metronome'),
    group: 'listen',
    run: ({ playing }) => playing.listen({ click: !playing.listening.click }),
  },
  {
    keys: ['N'],
    label: say('common.count-in'),
    group: 'listen',
    run: ({ playing }) => playing.listen({ countIn: !playing.listening.countIn }),
  },
  {
    keys: ['<'],
    label: say('bench.start-one-subdivision-earlier'),
    group: 'pattern',
    run: ({ bench }) => void runTransform(bench, shiftInTime(-subdivisionTicks(bench.getState().document))),
  },
  {
    keys: ['>'],
    label: say('bench.start-one-subdivision-later'),
    group: 'pattern',
    run: ({ bench }) => void runTransform(bench, shiftInTime(subdivisionTicks(bench.getState().document))),
  },
  {
    keys: ['W'],
    label: say('bench.next-view-fingers-wheel-sustain'),
    group: 'pattern',
    run: ({ showView }) => showView(),
  },
  { keys: ['['], label: say('bench.slower'), group: 'pattern', run: tempoBy(-4) },
  { keys: [']'], label: say('bench.faster'), group: 'pattern', run: tempoBy(4) },
  { keys: ['j'], label: say('bench.begin-here'), group: 'pattern', run: beginHere },
  { keys: ['e'], label: say('bench.end-here'), group: 'pattern', run: endHere },
  {
    keys: ['k'],
    label: say('bench.chords-by-bar'),
    group: 'pattern',
    run: ({ showChords }) => showChords(),
  },
  { keys: ['Ctrl+z'], label: say('common.undo'), group: 'pattern', run: ({ bench }) => bench.getState().undo() },
  {
    keys: ['Ctrl+y', 'Ctrl+Z'],
    label: say('common.redo'),
    group: 'pattern',
    run: ({ bench }) => bench.getState().redo(),
  },
  { keys: ['?'], label: say('bench.keyboard-shortcuts'), group: 'pattern', run: ({ showKeys }) => showKeys() },
];

/** Runs the command of a key; false when it is none of the bench's. */
export const runShortcut = (key: string, reach: CommandContext): boolean => {
  // Where nothing of a bench was copied, the text of another program may be pasted.
  if (key === 'Ctrl+v' && clipboard.length === 0) return false;
  const command = EDITOR_COMMANDS.find(({ keys }) => keys.includes(key));
  command?.run(reach, key);
  return command !== undefined;
};
