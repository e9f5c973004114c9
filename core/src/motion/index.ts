export { minimalJerk, type FingertipPlace, type PathSegment } from './finger-path.ts';
export {
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
  moveHand,
  moveHandThrough,
  type FingerMotion,
  type FingertipPosition,
  type HandMotion,
  type HardestMove,
} from './hand-motion.ts';
export { describeMoment, findMoment, listMoments, type HandMoment } from './hand-moments.ts';
export { MIRRORED, POSTURE, drawTip, layOutMotion, layOutPosture, stringY, type DrawnDigit } from './posture-layout.ts';
export { ribbonPath, type Point, type Ribbon } from './ribbon.ts';
