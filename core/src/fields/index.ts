export * from '../schema/field.ts';
export { isMessage, messageField } from './message-field.ts';
export { TEXT_LIMITS, isStorableText } from '../schema/text-limits.ts';
