export * from '../schema/field.ts';
export { isMessage, messageField } from './message-field.ts';
export { TEXT_LIMITS, isStorableText as isUsableText } from '../schema/text-limits.ts';
