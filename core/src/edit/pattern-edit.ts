import { success, type Problem, type Result } from '../errors/index.ts';
import { validateSchoolReference } from '../fingering/index.ts';
import type { Voicing } from '../harmony/index.ts';
import type { Instrument } from '../instrument/index.ts';
import {
  compareByTimeThenString,
  hasFittingEndings,
  withSoundEndings,
  validatePattern,
  type BeatSubdivision,
  type ChordChange,
  type CustomSchool,
  type Endings,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import type { Metre } from '../time/index.ts';
import {
  applyEdit,
  type AnyEdit,
  type DocumentType,
  type EditResult as EditedOf,
  type EditHandlers,
} from './apply-edit.ts';

/** Everything that can be done to a pattern, each with a name. Edits are plain data. */
export type PatternEdit =
  | { readonly kind: 'rename'; readonly name: string }
  | { readonly kind: 'setTempo'; readonly tempo: number }
  | { readonly kind: 'setMetre'; readonly metre: Metre }
  | { readonly kind: 'setBars'; readonly bars: number }
  | { readonly kind: 'setSubdivision'; readonly subdivision: number }
  | { readonly kind: 'setDivisions'; readonly divisions: readonly BeatSubdivision[] | undefined }
  | { readonly kind: 'setSwing'; readonly swing: number | undefined; readonly swingUnit?: 16 }
  | { readonly kind: 'setInstrument'; readonly instrument: Instrument }
  | { readonly kind: 'setVoicing'; readonly voicing: Voicing }
  | { readonly kind: 'setChordChanges'; readonly chordChanges: readonly ChordChange[] | undefined }
  | { readonly kind: 'chooseSchool'; readonly school: string; readonly ownSchool?: CustomSchool }
  | { readonly kind: 'setSpan'; readonly begins: number | undefined; readonly ends: number | undefined }
  | { readonly kind: 'setEndings'; readonly endings: Endings | undefined }
  | { readonly kind: 'setCyclic'; readonly cyclic: boolean }
  | { readonly kind: 'setTags'; readonly tags: readonly string[] | undefined }
  | { readonly kind: 'put'; readonly strokes: readonly Stroke[] }
  | { readonly kind: 'remove'; readonly ids: readonly string[] };

/** An edit of a pattern, or several as one. */
export type AnyPatternEdit = AnyEdit<PatternEdit, Pattern>;

/** A pattern after an edit, and the edit that takes it back. */
export type EditedPattern = EditedOf<PatternEdit, Pattern>;

/** The pattern with some fields set; those set to undefined are left out altogether. */
const withFields = (pattern: Pattern, fields: Partial<Pattern>): Pattern => {
  const next: Record<string, unknown> = { ...pattern, ...fields };
  for (const key of Object.keys(fields)) if (next[key] === undefined) delete next[key];
  return next as unknown as Pattern;
};

const put = (pattern: Pattern, strokes: readonly Stroke[]): EditedPattern => {
  if (strokes.length === 0) return { document: pattern, inverse: { kind: 'batch', edits: [] } };
  const ids = new Set(strokes.map(({ id }) => id));
  const old = pattern.strokes.filter(({ id }) => ids.has(id));
  const known = new Set(old.map(({ id }) => id));
  const fresh = [...ids].filter((id) => !known.has(id));
  const kept = pattern.strokes.filter(({ id }) => !ids.has(id));
  return {
    document: { ...pattern, strokes: [...kept, ...strokes].sort(compareByTimeThenString) },
    inverse: {
      kind: 'batch',
      edits: [
        { kind: 'remove', ids: fresh },
        { kind: 'put', strokes: old },
      ],
    },
  };
};

const remove = (pattern: Pattern, ids: readonly string[]): EditedPattern => {
  const gone = new Set(ids);
  const removed = pattern.strokes.filter(({ id }) => gone.has(id));
  if (removed.length === 0) return { document: pattern, inverse: { kind: 'batch', edits: [] } };
  return {
    document: { ...pattern, strokes: pattern.strokes.filter(({ id }) => !gone.has(id)) },
    inverse: { kind: 'put', strokes: removed },
  };
};

const HANDLERS: EditHandlers<PatternEdit, Pattern> = {
  rename: (pattern, { name }) => ({
    document: withFields(pattern, { name }),
    inverse: { kind: 'rename', name: pattern.name },
  }),
  setTempo: (pattern, { tempo }) => ({
    document: withFields(pattern, { tempo }),
    inverse: { kind: 'setTempo', tempo: pattern.tempo },
  }),
  setMetre: (pattern, { metre }) => ({
    document: withFields(pattern, { metre }),
    inverse: { kind: 'setMetre', metre: pattern.metre },
  }),
  setBars: (pattern, { bars }) => {
    const { endings } = pattern;
    const back = { kind: 'setBars', bars: pattern.bars } as const;
    if (hasFittingEndings({ ...pattern, bars })) return { document: withFields(pattern, { bars }), inverse: back };
    return {
      document: withFields(pattern, { bars, endings: undefined }),
      inverse: { kind: 'batch', edits: [back, { kind: 'setEndings', endings }] },
    };
  },
  setSubdivision: (pattern, { subdivision }) => ({
    document: withFields(pattern, { subdivision }),
    inverse: { kind: 'setSubdivision', subdivision: pattern.subdivision },
  }),
  setDivisions: (pattern, { divisions }) => ({
    document: withFields(pattern, { divisions }),
    inverse: { kind: 'setDivisions', divisions: pattern.divisions },
  }),
  setSwing: (pattern, { swing, swingUnit }) => ({
    document: withFields(pattern, { swing, swingUnit }),
    inverse: { kind: 'setSwing', swing: pattern.swing, swingUnit: pattern.swingUnit },
  }),
  setInstrument: (pattern, { instrument }) => ({
    document: withFields(pattern, { instrument }),
    inverse: { kind: 'setInstrument', instrument: pattern.instrument },
  }),
  setVoicing: (pattern, { voicing }) => ({
    document: withFields(pattern, { voicing }),
    inverse: { kind: 'setVoicing', voicing: pattern.voicing },
  }),
  setChordChanges: (pattern, { chordChanges }) => ({
    document: withFields(pattern, { chordChanges }),
    inverse: { kind: 'setChordChanges', chordChanges: pattern.chordChanges },
  }),
  chooseSchool: (pattern, { school, ownSchool }) => ({
    document: withFields(pattern, { school, ownSchool }),
    inverse: { kind: 'chooseSchool', school: pattern.school, ownSchool: pattern.ownSchool },
  }),
  setSpan: (pattern, { begins, ends }) => ({
    document: withFields(pattern, { begins, ends }),
    inverse: { kind: 'setSpan', begins: pattern.begins, ends: pattern.ends },
  }),
  setEndings: (pattern, { endings }) => ({
    document: withFields(pattern, { endings }),
    inverse: { kind: 'setEndings', endings: pattern.endings },
  }),
  setCyclic: (pattern, { cyclic }) => ({
    document: withFields(pattern, { cyclic }),
    inverse: { kind: 'setCyclic', cyclic: pattern.cyclic },
  }),
  setTags: (pattern, { tags }) => ({
    document: withFields(pattern, { tags }),
    inverse: { kind: 'setTags', tags: pattern.tags },
  }),
  put: (pattern, { strokes }) => put(pattern, strokes),
  remove: (pattern, { ids }) => remove(pattern, ids),
};

const problems = (pattern: Pattern): readonly Problem[] => [
  ...validatePattern(pattern),
  ...validateSchoolReference(pattern),
];

/** Patterns as a kind of document. */
export const PATTERN_DOCUMENT_TYPE: DocumentType<PatternEdit, Pattern> = {
  name: 'pattern',
  handlers: HANDLERS,
  validate: problems,
};

/** The state after an edit without endings that it took away, which come back with the step. */
const withoutLostEndings = (done: EditedPattern): EditedPattern => {
  const document = withSoundEndings(done.document);
  if (document === done.document) return done;
  const back: PatternEdit = { kind: 'setEndings', endings: done.document.endings };
  return { document, inverse: { kind: 'batch', edits: [back, done.inverse] } };
};

/**
 * Applies an edit to a pattern; one that could not stand afterwards is refused with the reasons and the old one stays.
 * Endings whose times through it made unlike are given up.
 * @example
 * valueOrThrow(applyPatternEdit(createPattern('Roll'), { kind: 'setTempo', tempo: 96 })).document.tempo // => 96
 */
export const applyPatternEdit = (pattern: Pattern, change: AnyPatternEdit): Result<EditedPattern> => {
  const done = applyEdit(PATTERN_DOCUMENT_TYPE, pattern, change);
  return done.ok ? success(withoutLostEndings(done.value)) : done;
};
