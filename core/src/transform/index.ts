export { chosenStrokes, type Transform } from './transform.ts';
export { displace } from './displace.ts';
export { reverse } from './reverse.ts';
export { mirrorStrings, moveStrings } from './strings.ts';
export { augment, diminish } from './scale-time.ts';
export { swapLead } from './lead.ts';
export { addThumb, bindBass, doubleThumb, halveThumb, layer, pinchOrOffBeat } from './thumb.ts';
export { regroup, repeatTwice, setSwing } from './regroup.ts';
export { TRANSFORMS, type NamedTransform } from './list.ts';
