export { minimalJerk, type FingertipPlace, type PathSegment } from './finger-path.ts';
export {
  MOTION_ESTIMATES,
  findHardestMove,
  listMoments,
  locateFingertip,
  moveHand,
  type FingerMotion,
  type FingerStroke,
  type FingertipPosition,
  type HandMoment,
  type HandMotion,
  type HardestMove,
} from './hand-motion.ts';
