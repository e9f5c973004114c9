import { message, type Message } from '../message/message.ts';
import { subdivisionTicks, type Pattern } from '../pattern/index.ts';
import { ticksPerBeat } from '../time/index.ts';
import { shiftInTime } from './displace.ts';
import { swapLeadFinger } from './swap-lead-finger.ts';
import { keepFingerPerString } from './finger-per-string.ts';
import { accentGroups, doubleLength, createSwingTransform } from './regroup.ts';
import { reverseStrokes } from './reverse.ts';
import { doubleNoteValues, halveNoteValues } from './scale-time.ts';
import { mirrorStrings, moveStrings } from './move-strings.ts';
import {
  addThumbPulse,
  applyToHandPart,
  bindThumbToChordRoles,
  doubleThumbPulse,
  halveThumbPulse,
  keepHandPart,
  togglePinch,
} from './thumb-transforms.ts';
import type { PatternTransform } from './transform.ts';

/** A transform as it is offered: its name, and what it does in a few words. */
export interface TransformDefinition {
  readonly key: string;
  readonly name: Message;
  readonly group: 'time' | 'strings' | 'hand' | 'thumb' | 'whole';
  readonly transform: (pattern: Pattern) => PatternTransform;
}

const fixed = (transform: PatternTransform) => (): PatternTransform => transform;

/** All transforms, in the order they are offered. */
export const TRANSFORMS: readonly TransformDefinition[] = [
  { key: 'reverse', name: message('transform.reverse.name'), group: 'time', transform: fixed(reverseStrokes) },
  {
    key: 'later',
    name: message('transform.later.name'),
    group: 'time',
    transform: (pattern) => shiftInTime(subdivisionTicks(pattern)),
  },
  {
    key: 'earlier',
    name: message('transform.earlier.name'),
    group: 'time',
    transform: (pattern) => shiftInTime(-subdivisionTicks(pattern)),
  },
  {
    key: 'beat-later',
    name: message('transform.beat-later.name'),
    group: 'time',
    transform: (pattern) => shiftInTime(ticksPerBeat(pattern.metre)),
  },
  { key: 'augment', name: message('transform.augment.name'), group: 'time', transform: fixed(doubleNoteValues) },
  { key: 'diminish', name: message('transform.diminish.name'), group: 'time', transform: fixed(halveNoteValues) },
  { key: 'lower', name: message('transform.lower.name'), group: 'strings', transform: fixed(moveStrings(1)) },
  { key: 'higher', name: message('transform.higher.name'), group: 'strings', transform: fixed(moveStrings(-1)) },
  { key: 'mirror', name: message('transform.mirror.name'), group: 'strings', transform: fixed(mirrorStrings) },
  { key: 'swap-lead', name: message('transform.swap-lead.name'), group: 'hand', transform: fixed(swapLeadFinger) },
  {
    key: 'finger-per-string',
    name: message('transform.finger-per-string.name'),
    group: 'hand',
    transform: fixed(keepFingerPerString),
  },
  {
    key: 'group-3',
    name: message('transform.accent-group.name', { count: 3 }),
    group: 'hand',
    transform: fixed(accentGroups(3)),
  },
  {
    key: 'group-4',
    name: message('transform.accent-group.name', { count: 4 }),
    group: 'hand',
    transform: fixed(accentGroups(4)),
  },
  {
    key: 'group-5',
    name: message('transform.accent-group.name', { count: 5 }),
    group: 'hand',
    transform: fixed(accentGroups(5)),
  },
  {
    key: 'bind-bass',
    name: message('transform.bind-bass.name'),
    group: 'thumb',
    transform: fixed(bindThumbToChordRoles),
  },
  {
    key: 'halve-thumb',
    name: message('transform.halve-thumb.name'),
    group: 'thumb',
    transform: fixed(halveThumbPulse),
  },
  {
    key: 'double-thumb',
    name: message('transform.double-thumb.name'),
    group: 'thumb',
    transform: fixed(doubleThumbPulse),
  },
  { key: 'pinch', name: message('transform.pinch.name'), group: 'thumb', transform: fixed(togglePinch) },
  { key: 'add-thumb', name: message('transform.add-thumb.name'), group: 'thumb', transform: fixed(addThumbPulse) },
  {
    key: 'only-thumb',
    name: message('transform.only-thumb.name'),
    group: 'thumb',
    transform: fixed(keepHandPart('thumb')),
  },
  {
    key: 'only-fingers',
    name: message('transform.only-fingers.name'),
    group: 'thumb',
    transform: fixed(keepHandPart('fingers')),
  },
  {
    key: 'reverse-fingers',
    name: message('transform.reverse-fingers.name'),
    group: 'thumb',
    transform: fixed(applyToHandPart('fingers', reverseStrokes)),
  },
  {
    key: 'fingers-later',
    name: message('transform.fingers-later.name'),
    group: 'thumb',
    transform: (pattern) => applyToHandPart('fingers', shiftInTime(subdivisionTicks(pattern))),
  },
  {
    key: 'thumb-later',
    name: message('transform.thumb-later.name'),
    group: 'thumb',
    transform: (pattern) => applyToHandPart('thumb', shiftInTime(subdivisionTicks(pattern))),
  },
  { key: 'twice', name: message('transform.twice.name'), group: 'whole', transform: fixed(doubleLength) },
  {
    key: 'straight',
    name: message('transform.straight.name'),
    group: 'whole',
    transform: fixed(createSwingTransform(50)),
  },
  { key: 'swing', name: message('transform.swing.name'), group: 'whole', transform: fixed(createSwingTransform(67)) },
  {
    key: 'swing-16',
    name: message('transform.swing-16.name'),
    group: 'whole',
    transform: fixed(createSwingTransform(67, 16)),
  },
];
