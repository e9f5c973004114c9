import { failure, problem, success, type Problem, type Result } from '../errors/index.ts';
import { shapeOf, shapesFor, type Voicing } from '../harmony/index.ts';
import { stringCount, type Instrument } from '../instrument/index.ts';
import { byTimeThenString, type Pattern, type Stroke } from './pattern.ts';
import { hasRoles, strokesOnChord } from './roles.ts';
import { placementProblem, problemsOfPattern, whereIs } from './problems.ts';

/** The fields of a pattern that an edit can set (the strokes have edits of their own). */
export type PatternFields = Partial<Omit<Pattern, 'strokes'>>;

/**
 * Everything that can be done to a pattern. Edits are plain data: undo, autosave, the interface, fuzzing
 * and the command line all use the same ones.
 */
export type Edit =
  | { readonly kind: 'set'; readonly fields: PatternFields }
  | { readonly kind: 'put'; readonly strokes: readonly Stroke[] }
  | { readonly kind: 'remove'; readonly ids: readonly string[] }
  | { readonly kind: 'batch'; readonly edits: readonly Edit[] };

/** A pattern after an edit, and the edit that takes it back. */
export interface Edited {
  readonly pattern: Pattern;
  readonly inverse: Edit;
}

const pick = (pattern: Pattern, fields: PatternFields): PatternFields =>
  Object.fromEntries(Object.keys(fields).map((key) => [key, pattern[key as keyof PatternFields]]));

const applySet = (pattern: Pattern, fields: PatternFields): Edited => ({
  pattern: { ...pattern, ...fields },
  inverse: { kind: 'set', fields: pick(pattern, fields) },
});

const undoPut = (before: readonly Stroke[], ids: readonly string[]): Edit => {
  const old = before.filter(({ id }) => ids.includes(id));
  const fresh = ids.filter((id) => !old.some((stroke) => stroke.id === id));
  return {
    kind: 'batch',
    edits: [
      { kind: 'remove', ids: fresh },
      { kind: 'put', strokes: old },
    ],
  };
};

const applyPut = (pattern: Pattern, strokes: readonly Stroke[]): Edited => {
  const ids = strokes.map(({ id }) => id);
  const replaced = new Set(ids);
  const kept = pattern.strokes.filter(({ id }) => !replaced.has(id));
  return {
    pattern: { ...pattern, strokes: [...kept, ...strokes].sort(byTimeThenString) },
    inverse: undoPut(pattern.strokes, ids),
  };
};

const applyRemove = (pattern: Pattern, ids: readonly string[]): Edited => {
  const gone = new Set(ids);
  return {
    pattern: { ...pattern, strokes: pattern.strokes.filter(({ id }) => !gone.has(id)) },
    inverse: { kind: 'put', strokes: pattern.strokes.filter(({ id }) => gone.has(id)) },
  };
};

const applyBatch = (pattern: Pattern, edits: readonly Edit[]): Edited =>
  edits.reduce<Edited>(
    (done, edit) => {
      const next = applyUnchecked(done.pattern, edit);
      const undone = done.inverse.kind === 'batch' ? done.inverse.edits : [];
      return { pattern: next.pattern, inverse: { kind: 'batch', edits: [next.inverse, ...undone] } };
    },
    { pattern, inverse: { kind: 'batch', edits: [] } },
  );

const applyUnchecked = (pattern: Pattern, edit: Edit): Edited => {
  switch (edit.kind) {
    case 'set':
      return applySet(pattern, edit.fields);
    case 'put':
      return applyPut(pattern, edit.strokes);
    case 'remove':
      return applyRemove(pattern, edit.ids);
    case 'batch':
      return applyBatch(pattern, edit.edits);
  }
};

/**
 * Applies an edit; a pattern that could not stand afterwards is refused with the reasons and the old one stays.
 * @example
 * valueOrThrow(edit(newPattern('Roll'), { kind: 'set', fields: { tempo: 96 } })).pattern.tempo // => 96
 */
export const edit = (pattern: Pattern, change: Edit): Result<Edited> => {
  const done = applyUnchecked(pattern, change);
  const problems = problemsOfPattern(done.pattern);
  return problems.length > 0 ? failure(...problems) : success(done);
};

/** Why a new stroke cannot be put there, if it cannot. */
export const refusal = (pattern: Pattern, stroke: Stroke): Problem | undefined => {
  const taken = pattern.strokes.find((s) => s.at === stroke.at && s.string === stroke.string && s.id !== stroke.id);
  if (taken) return problem('string-taken', { string: stroke.string, where: whereIs(pattern, stroke.at) });
  return placementProblem(pattern, stroke);
};

/** The edit that changes some fields of strokes by name, leaving unknown names alone. */
export const changeStrokes = (pattern: Pattern, ids: readonly string[], change: (stroke: Stroke) => Stroke): Edit => ({
  kind: 'put',
  strokes: pattern.strokes.filter(({ id }) => ids.includes(id)).map(change),
});

const removing = (pattern: Pattern, after: Pattern): Edit => ({
  kind: 'remove',
  ids: pattern.strokes.filter((stroke) => placementProblem(after, stroke)).map(({ id }) => id),
});

/** The edit that changes metre or length, letting go of the strokes that would fall outside. */
export const resize = (pattern: Pattern, fields: Pick<PatternFields, 'metre' | 'bars' | 'subdivision'>): Edit => {
  const after = { ...pattern, ...fields };
  return { kind: 'batch', edits: [removing(pattern, after), { kind: 'set', fields }] };
};

/** Two roles that land on one string at one time would clash: then all stay where they are. */
const followingRoles = (pattern: Pattern, instrument: Instrument, voicing: Voicing): readonly Edit[] => {
  const strokes = strokesOnChord(pattern.strokes, instrument, voicing);
  const places = new Set(strokes.map(({ at, string }) => `${at}/${string}`));
  return places.size === strokes.length && hasRoles(pattern) ? [{ kind: 'put', strokes }] : [];
};

/** The edit that puts a pattern on another chord: strokes bound to a role go to the strings it gives them. */
export const revoice = (pattern: Pattern, voicing: Voicing): Edit => ({
  kind: 'batch',
  edits: [...followingRoles(pattern, pattern.instrument, voicing), { kind: 'set', fields: { voicing } }],
});

/** The edit that puts a pattern on another instrument, keeping the chord where that tuning has a shape for it. */
export const reinstrument = (pattern: Pattern, instrument: Instrument): Edit => {
  const voicing =
    shapeOf(instrument, pattern.voicing.chord) ?? (shapesFor(instrument.tuning, stringCount(instrument))[0] as Voicing);
  const fields = { instrument, voicing };
  const gone = removing(pattern, { ...pattern, ...fields });
  const left = applyUnchecked(pattern, gone).pattern;
  return { kind: 'batch', edits: [gone, ...followingRoles(left, instrument, voicing), { kind: 'set', fields }] };
};
