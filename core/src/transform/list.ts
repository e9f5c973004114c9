import { slotTicks, type Pattern } from '../pattern/index.ts';
import { ticksPerBeat } from '../time/index.ts';
import { displace } from './displace.ts';
import { swapLead } from './lead.ts';
import { regroup, repeatTwice, setSwing } from './regroup.ts';
import { reverse } from './reverse.ts';
import { augment, diminish } from './scale-time.ts';
import { mirrorStrings, moveStrings } from './strings.ts';
import { addThumb, bindBass, doubleThumb, halveThumb, layer, pinchOrOffBeat } from './thumb.ts';
import type { Transform } from './transform.ts';

/** A transform as it is offered: its name, and what it does in a few words. */
export interface NamedTransform {
  readonly key: string;
  readonly name: string;
  readonly group: 'Time' | 'Strings' | 'Hand' | 'Thumb' | 'Whole';
  readonly transform: (pattern: Pattern) => Transform;
}

const fixed = (transform: Transform) => (): Transform => transform;

/** All transforms, in the order they are offered. */
export const TRANSFORMS: readonly NamedTransform[] = [
  { key: 'reverse', name: 'Backwards', group: 'Time', transform: fixed(reverse) },
  {
    key: 'later',
    name: 'Later by a part of the beat',
    group: 'Time',
    transform: (pattern) => displace(slotTicks(pattern)),
  },
  {
    key: 'earlier',
    name: 'Earlier by a part of the beat',
    group: 'Time',
    transform: (pattern) => displace(-slotTicks(pattern)),
  },
  {
    key: 'beat-later',
    name: 'Later by a beat',
    group: 'Time',
    transform: (pattern) => displace(ticksPerBeat(pattern.metre)),
  },
  { key: 'augment', name: 'Twice as long', group: 'Time', transform: fixed(augment) },
  { key: 'diminish', name: 'Half as long', group: 'Time', transform: fixed(diminish) },
  { key: 'lower', name: 'A string lower', group: 'Strings', transform: fixed(moveStrings(1)) },
  { key: 'higher', name: 'A string higher', group: 'Strings', transform: fixed(moveStrings(-1)) },
  { key: 'mirror', name: 'Strings upside down', group: 'Strings', transform: fixed(mirrorStrings) },
  { key: 'swap-lead', name: 'Other finger leads', group: 'Hand', transform: fixed(swapLead) },
  { key: 'group-3', name: 'Accent in threes', group: 'Hand', transform: fixed(regroup(3)) },
  { key: 'group-4', name: 'Accent in fours', group: 'Hand', transform: fixed(regroup(4)) },
  { key: 'group-5', name: 'Accent in fives', group: 'Hand', transform: fixed(regroup(5)) },
  { key: 'bind-bass', name: 'Let the bass follow the chord', group: 'Thumb', transform: fixed(bindBass) },
  { key: 'halve-thumb', name: 'Thumb half as often', group: 'Thumb', transform: fixed(halveThumb) },
  { key: 'double-thumb', name: 'Thumb twice as often', group: 'Thumb', transform: fixed(doubleThumb) },
  { key: 'pinch', name: 'Pinches to off-beats and back', group: 'Thumb', transform: fixed(pinchOrOffBeat) },
  { key: 'add-thumb', name: 'Add the thumb on the beats', group: 'Thumb', transform: fixed(addThumb) },
  { key: 'only-thumb', name: 'Thumb only', group: 'Thumb', transform: fixed(layer('thumb')) },
  { key: 'only-fingers', name: 'Fingers only', group: 'Thumb', transform: fixed(layer('fingers')) },
  { key: 'twice', name: 'Twice, following the chord', group: 'Whole', transform: fixed(repeatTwice) },
  { key: 'straight', name: 'Straight', group: 'Whole', transform: fixed(setSwing(50)) },
  { key: 'swing', name: 'Swing, two thirds', group: 'Whole', transform: fixed(setSwing(67)) },
];
