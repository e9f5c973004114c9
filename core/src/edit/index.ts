export {
  editOf,
  type AnyEdit,
  type Batch,
  type Become,
  type DocumentKind,
  type Handlers,
  type OwnEdit,
} from './reducer.ts';
export { PATTERN_KIND, edit, type Edit, type Edited, type PatternEdit } from './pattern-kind.ts';
export { changeStrokes, refusal, reinstrument, resize, revoice, type FrameChange } from './pattern-edits.ts';
export { copied, cutBeat, insertBeat, moveStrokes, pasted, removeBeat } from './rearrange.ts';
export { freshNames, orNone, type NewName } from './names.ts';
