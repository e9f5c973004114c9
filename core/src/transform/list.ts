import { message, type Message } from '../message/message.ts';
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
  readonly name: Message;
  readonly group: 'time' | 'strings' | 'hand' | 'thumb' | 'whole';
  readonly transform: (pattern: Pattern) => Transform;
}

const fixed = (transform: Transform) => (): Transform => transform;

/** All transforms, in the order they are offered. */
export const TRANSFORMS: readonly NamedTransform[] = [
  { key: 'reverse', name: message('transform.reverse.name'), group: 'time', transform: fixed(reverse) },
  {
    key: 'later',
    name: message('transform.later.name'),
    group: 'time',
    transform: (pattern) => displace(slotTicks(pattern)),
  },
  {
    key: 'earlier',
    name: message('transform.earlier.name'),
    group: 'time',
    transform: (pattern) => displace(-slotTicks(pattern)),
  },
  {
    key: 'beat-later',
    name: message('transform.beat-later.name'),
    group: 'time',
    transform: (pattern) => displace(ticksPerBeat(pattern.metre)),
  },
  { key: 'augment', name: message('transform.augment.name'), group: 'time', transform: fixed(augment) },
  { key: 'diminish', name: message('transform.diminish.name'), group: 'time', transform: fixed(diminish) },
  { key: 'lower', name: message('transform.lower.name'), group: 'strings', transform: fixed(moveStrings(1)) },
  { key: 'higher', name: message('transform.higher.name'), group: 'strings', transform: fixed(moveStrings(-1)) },
  { key: 'mirror', name: message('transform.mirror.name'), group: 'strings', transform: fixed(mirrorStrings) },
  { key: 'swap-lead', name: message('transform.swap-lead.name'), group: 'hand', transform: fixed(swapLead) },
  {
    key: 'group-3',
    name: message('transform.accent-group.name', { count: 3 }),
    group: 'hand',
    transform: fixed(regroup(3)),
  },
  {
    key: 'group-4',
    name: message('transform.accent-group.name', { count: 4 }),
    group: 'hand',
    transform: fixed(regroup(4)),
  },
  {
    key: 'group-5',
    name: message('transform.accent-group.name', { count: 5 }),
    group: 'hand',
    transform: fixed(regroup(5)),
  },
  { key: 'bind-bass', name: message('transform.bind-bass.name'), group: 'thumb', transform: fixed(bindBass) },
  { key: 'halve-thumb', name: message('transform.halve-thumb.name'), group: 'thumb', transform: fixed(halveThumb) },
  { key: 'double-thumb', name: message('transform.double-thumb.name'), group: 'thumb', transform: fixed(doubleThumb) },
  { key: 'pinch', name: message('transform.pinch.name'), group: 'thumb', transform: fixed(pinchOrOffBeat) },
  { key: 'add-thumb', name: message('transform.add-thumb.name'), group: 'thumb', transform: fixed(addThumb) },
  { key: 'only-thumb', name: message('transform.only-thumb.name'), group: 'thumb', transform: fixed(layer('thumb')) },
  {
    key: 'only-fingers',
    name: message('transform.only-fingers.name'),
    group: 'thumb',
    transform: fixed(layer('fingers')),
  },
  { key: 'twice', name: message('transform.twice.name'), group: 'whole', transform: fixed(repeatTwice) },
  { key: 'straight', name: message('transform.straight.name'), group: 'whole', transform: fixed(setSwing(50)) },
  { key: 'swing', name: message('transform.swing.name'), group: 'whole', transform: fixed(setSwing(67)) },
];
