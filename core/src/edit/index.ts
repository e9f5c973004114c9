export {
  applyEdit as editOf,
  type AnyEdit,
  type BatchEdit as Batch,
  type ReplaceDocumentEdit as Become,
  type DocumentType as DocumentKind,
  type EditHandlers as Handlers,
  type KindSpecificEdit as OwnEdit,
} from './apply-edit.ts';
export {
  PATTERN_DOCUMENT_TYPE as PATTERN_KIND,
  applyPatternEdit as edit,
  type AnyPatternEdit as Edit,
  type EditedPattern as Edited,
  type PatternEdit,
} from './pattern-edit.ts';
export {
  createStrokeEdit as changeStrokes,
  validateNewStroke as refusal,
  createInstrumentEdit as reinstrument,
  createResizeEdit as resize,
  createVoicingEdit as revoice,
  type MetreChange as FrameChange,
} from './create-pattern-edits.ts';
export {
  copyStrokes as copied,
  createSubdivideBeatEdit as cutBeat,
  createInsertBeatEdit as insertBeat,
  createMoveEdit as moveStrokes,
  createPasteEdit as pasted,
  createDeleteBeatEdit as removeBeat,
} from './rearrange-strokes.ts';
export { createIdGenerator as freshNames, undefinedIfEmpty as orNone, type IdGenerator as NewName } from './ids.ts';
