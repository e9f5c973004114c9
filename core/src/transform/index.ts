export { selectStrokes, type PatternTransform } from './transform.ts';
export { chooseSchool, type SchoolChoice } from './choose-school.ts';
export { createPutFigureEdit, createReplaceByFigureEdit } from './put-figure.ts';
export { createPutChordsEdit, findChordFit, type ChordFit, type PutChordsOptions } from './put-chords.ts';
export { shiftInTime } from './displace.ts';
export { reverseStrokes } from './reverse.ts';
export { mirrorStrings, moveStrings } from './move-strings.ts';
export { doubleNoteValues, halveNoteValues } from './scale-time.ts';
export { swapLeadFinger } from './swap-lead-finger.ts';
export {
  addThumbPulse,
  applyToHandPart,
  bindThumbToChordRoles,
  doubleThumbPulse,
  halveThumbPulse,
  keepHandPart,
  togglePinch,
} from './thumb-transforms.ts';
export { accentGroups, doubleLength, createSwingTransform } from './regroup.ts';
export { keepFingerPerString } from './finger-per-string.ts';
export { TRANSFORMS, type TransformDefinition } from './transforms.ts';
