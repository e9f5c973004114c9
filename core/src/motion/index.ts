export { minimalJerk, type FingertipPlace, type PathSegment } from './finger-path.ts';
export {
  MOTION_ESTIMATES,
  describeMoment,
  findHardestMove,
  listMoments,
  locateFingertip,
  moveHand,
  moveHandThrough,
  type FingerMotion,
  type FingerStroke,
  type FingertipPosition,
  type HandMoment,
  type HandMotion,
  type HardestMove,
  type StruckNote,
} from './hand-motion.ts';
export { MIRRORED, POSTURE, drawTip, layOutMotion, layOutPosture, stringY, type DrawnDigit } from './posture-layout.ts';
export { ribbonPath, type Point, type Ribbon } from './ribbon.ts';
