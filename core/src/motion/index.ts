export { minimalJerk, type FingertipPlace, type PathSegment } from './finger-path.ts';
export {
  isPlucked,
  strikeNote,
  type FingerStroke,
  type StrokeManner,
  type StruckNote,
  type StruckString,
} from './finger-strokes.ts';
export { MOTION_ESTIMATES } from './stroke-path.ts';
export {
  findHardestMove,
  locateFingertip,
  locatePalm,
  moveHand,
  moveHandThrough,
  type FingerMotion,
  type FingertipPosition,
  type HandMotion,
  type HardestMove,
} from './hand-motion.ts';
export { measureNeededTime, measureOppositeMovement } from './hand-measures.ts';
export { describeMoment, findMoment, listMoments, type HandMoment } from './hand-moments.ts';
export {
  PALM_OUTLINE,
  POSTURE,
  drawTip,
  layOutMotion,
  layOutPosture,
  shiftPalm,
  stringY,
  turnPicture,
  type DrawnDigit,
  type PictureView,
} from './posture-layout.ts';
export type { PalmMotion } from './palm.ts';
export { ribbonPath, type Point, type Ribbon } from './ribbon.ts';
