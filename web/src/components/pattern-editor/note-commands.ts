import { sayProblems } from '@fleet-wren/wording';
import {
  voicingAt,
  fretOfString,
  OCTAVE,
  createFollowChordEdit,
  createFretEdit,
  createFretMoveEdit,
  createSamePitchEdit,
  type Slur,
} from '@fleet-wren/core';
import { createStrokeId, type PatternEditorStore } from '../../workspace/pattern-editor-store.ts';
import { targets, type CommandContext } from './editor-command.ts';
import { FretTyping } from './fret-typing.ts';

const SLUR_KEYS: Readonly<Record<string, Slur>> = { h: 'hammer-on', o: 'pull-off', s: 'slide', t: 'tap' };

export const slur = ({ bench }: CommandContext, key: string): void =>
  bench.getState().change(({ slur: old, pin, ...stroke }) => {
    const next = SLUR_KEYS[key];
    return old === next ? { ...stroke, ...(pin ? { pin } : {}) } : { ...stroke, slur: next };
  });

/** None, then a natural one at the twelfth fret, then one touched by the picking hand, then none again. */
export const cycleHarmonic = ({ bench }: CommandContext): void => {
  const { document: pattern, change } = bench.getState();
  change(({ harmonic, ...stroke }) => {
    const fret = stroke.fret ?? fretOfString(voicingAt(pattern, stroke.at), stroke.string) ?? 0;
    if (!harmonic) return { ...stroke, harmonic: { kind: 'natural', touch: OCTAVE } };
    return harmonic.kind === 'natural'
      ? { ...stroke, harmonic: { kind: 'harp', touch: fret + OCTAVE, above: OCTAVE } }
      : stroke;
  });
};

export const louder =
  (step: 1 | -1) =>
  ({ bench }: CommandContext): void => {
    const order = ['soft', undefined, 'loud'] as const;
    bench.getState().change(({ loudness, ...stroke }) => {
      const next = order[Math.min(2, Math.max(0, order.indexOf(loudness) + step))];
      return next ? { ...stroke, loudness: next } : stroke;
    });
  };

const typing = new FretTyping();

/** The note the cell is on, laid there with a fret of its own where there is none yet. */
const layNote = (bench: PatternEditorStore, fret: number, step: string): void => {
  const { cell, applyEdit } = bench.getState();
  applyEdit({ kind: 'put', strokes: [{ id: createStrokeId(), ...cell, fret }] }, step);
};

export const typeFret = ({ bench }: CommandContext, key: string): void => {
  const { document: pattern, applyEdit, reject, cell } = bench.getState();
  const ids = targets(bench);
  const { frets, capo } = pattern.instrument;
  // A note that is laid by its first figure is the one its second is typed for.
  const named = ids.length > 0 && bench.getState().selection.size > 0 ? ids : [`${cell.at}/${cell.string}`];
  const { fret, step } = typing.type(Number(key), named, frets - capo, performance.now());
  if (ids.length === 0) return layNote(bench, fret, step);
  const made = createFretEdit(pattern, ids, fret);
  if (made.ok) applyEdit(made.value, step);
  else reject(sayProblems(made.problems));
};

/** Along the string by a fret, or to the next string at the pitch it has; the cell goes along with a single note. */
const moveNote =
  (frets: number, strings: number) =>
  ({ bench }: CommandContext): void => {
    const { document: pattern, tryEdit, selection, cell, moveCell } = bench.getState();
    const ids = targets(bench);
    const made = strings === 0 ? createFretMoveEdit(pattern, ids, frets) : createSamePitchEdit(pattern, ids, strings);
    if (ids.length === 0 || !tryEdit(made) || selection.size > 0 || strings === 0) return;
    moveCell({ at: cell.at, string: cell.string + strings });
  };

export const NOTE_MOVES: Readonly<Record<string, (reach: CommandContext) => void>> = {
  'Alt+ArrowRight': moveNote(1, 0),
  'Alt+ArrowLeft': moveNote(-1, 0),
  'Alt+ArrowUp': moveNote(0, -1),
  'Alt+ArrowDown': moveNote(0, 1),
};

export const FIGURES = Array.from({ length: 10 }, (_, figure) => String(figure));

/** Lets the notes follow the chord again. */
export const followChord = ({ bench }: CommandContext): void => {
  const { document: pattern, applyEdit } = bench.getState();
  if (targets(bench).length > 0) applyEdit(createFollowChordEdit(pattern, targets(bench)));
};
