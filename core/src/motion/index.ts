export { minimalJerk, type FingertipPlace, type PathSegment } from './finger-path.ts';
export {
  MOTION_ESTIMATES,
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
