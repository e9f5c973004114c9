export {
  applyEdit,
  type AnyEdit,
  type BatchEdit,
  type ReplaceDocumentEdit,
  type DocumentType,
  type EditHandlers,
  type KindSpecificEdit,
} from './apply-edit.ts';
export {
  PATTERN_DOCUMENT_TYPE,
  applyPatternEdit,
  type AnyPatternEdit,
  type EditedPattern,
  type PatternEdit,
} from './pattern-edit.ts';
export {
  createStrokeEdit,
  validateNewStroke,
  createResizeEdit,
  createSpanEdit,
  type MetreChange,
} from './create-pattern-edits.ts';
export {
  createChordChangeEdit,
  createChordsEdit,
  createInstrumentEdit,
  createVoicingEdit,
  remapChords,
  setChords,
} from './chord-edits.ts';
export { createFollowChordEdit, createFretEdit, createFretMoveEdit, createSamePitchEdit } from './fret-edits.ts';
export {
  copyStrokes,
  createSubdivideBeatEdit,
  createInsertBeatEdit,
  createMoveEdit,
  createPasteEdit,
  createDeleteBeatEdit,
} from './rearrange-strokes.ts';
export { createIdGenerator, undefinedIfEmpty, type IdGenerator } from './ids.ts';
export { createMetreEdit } from './change-metre.ts';
export { createEndingsEdit, createPassBarsEdit, withEndingsFollowed } from './endings-edits.ts';
