export { selectStrokes as chosenStrokes, type PatternTransform as Transform } from './transform.ts';
export { shiftInTime as displace } from './displace.ts';
export { reverseStrokes as reverse } from './reverse.ts';
export { mirrorStrings, moveStrings } from './move-strings.ts';
export { doubleNoteValues as augment, halveNoteValues as diminish } from './scale-time.ts';
export { swapLeadFinger as swapLead } from './swap-lead-finger.ts';
export {
  addThumbPulse as addThumb,
  bindThumbToChordRoles as bindBass,
  doubleThumbPulse as doubleThumb,
  halveThumbPulse as halveThumb,
  keepHandPart as layer,
  togglePinch as pinchOrOffBeat,
} from './thumb-transforms.ts';
export { accentGroups as regroup, doubleLength as repeatTwice, createSwingTransform as setSwing } from './regroup.ts';
export { TRANSFORMS, type TransformDefinition as NamedTransform } from './transforms.ts';
