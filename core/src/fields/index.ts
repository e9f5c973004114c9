export * from './field.ts';
export { isMessage, messageField } from './message-field.ts';
export { TEXT_LIMITS, isUsableText } from './text.ts';
