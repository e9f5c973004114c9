import type {
  SaveHandProfileRequest,
  SaveSchoolRequest,
  VersionedEstimates,
  VersionedSettings,
} from '@fleet-wren/contract';
import type { TextKey } from '@fleet-wren/wording';
import Joi from 'joi';
import { DIGITS, ESTIMATE_KEYS, NOTE_NAMING_SYSTEMS, ACTUATORS, PENALTY_KEYS, zoneOffset } from '@fleet-wren/core';
import { versionField, textField } from '../common/joi-fields.ts';
import type { StudioSettings } from '../documents/document-types.ts';

const numbers = (keys: readonly string[]) => Joi.object().pattern(Joi.string().valid(...keys), Joi.number());

const name = (refusal: TextKey) => textField(80).trim().min(1).required().messages({ '*': refusal });

export const saveHandProfileRequestSchema = Joi.object<SaveHandProfileRequest>({
  name: name('request.hand-name'),
  studentId: textField(40),
  scale: numbers(ACTUATORS).default({}),
  times: numbers(ESTIMATE_KEYS).default({}),
});

export const saveSchoolRequestSchema = Joi.object<SaveSchoolRequest>({
  name: name('request.school-name'),
  base: textField(80).required(),
  digits: Joi.array()
    .items(Joi.string().valid(...DIGITS))
    .max(DIGITS.length)
    .required(),
  homes: Joi.object()
    .pattern(Joi.string().valid(...DIGITS), Joi.array().items(Joi.number().integer()).max(8))
    .default({}),
  weights: numbers(PENALTY_KEYS).default({}),
  version: versionField(),
});

const midi = Joi.number().integer().min(12).max(100);
const pitches = Joi.array().items(midi).min(4).max(8).required();
const frets = Joi.array().items(Joi.number().integer().min(0).max(30).allow(null)).min(4).max(8);
const voicing = Joi.object({
  chord: textField(40).min(1).required(),
  frets: frets.required(),
  bass: Joi.number().integer().min(1).max(8),
});

/** How many shapes, tunings and templates a studio keeps at hand. */
const SETTINGS_LIMITS = { favourites: 300, tunings: 60, noteTemplates: 20 } as const;

/** Settings as they may be kept. */
export const studioSettingsSchema = Joi.object<StudioSettings>({
  leftHanded: Joi.boolean().strict(),
  uprightDiagrams: Joi.boolean().strict(),
  timeZone: textField(60)
    .custom((zone: string, { error }) => (zoneOffset(zone, 0) === undefined ? error('any.invalid') : zone))
    .messages({ '*': 'request.time-zone' satisfies TextKey }),
  favourites: Joi.array()
    .items(Joi.object({ pitches, voicing: voicing.required() }))
    .max(SETTINGS_LIMITS.favourites),
  tunings: Joi.array()
    .items(Joi.object({ key: textField(40).min(1).required(), name: textField(40).min(1).required(), pitches }))
    .max(SETTINGS_LIMITS.tunings),
  noteTemplates: Joi.array().items(textField(500).min(1)).max(SETTINGS_LIMITS.noteTemplates).unique(),
  paper: Joi.object({
    size: Joi.string().valid('A4', 'letter'),
    print: Joi.string().valid('usual', 'large'),
    across: Joi.boolean().strict(),
    notes: Joi.boolean().strict(),
    threads: Joi.boolean().strict(),
    text: Joi.boolean().strict(),
    counts: Joi.boolean().strict(),
    hand: Joi.boolean().strict(),
    leftHanded: Joi.boolean().strict(),
    names: Joi.string().valid(...NOTE_NAMING_SYSTEMS),
  }),
});

export const versionedSettingsSchema = Joi.object<VersionedSettings>({
  settings: studioSettingsSchema.required(),
  version: versionField(0).required().messages({ '*': 'request.version-missing' }),
});

export const versionedEstimatesSchema = Joi.object<VersionedEstimates>({
  estimates: numbers(ESTIMATE_KEYS).required(),
  version: versionField(0).required().messages({ '*': 'request.version-missing' }),
});
