export * from './field.ts';
export { MESSAGE_LIMITS, isMessage, labelField, messageField } from './message-field.ts';
export { TEXT_LIMITS, isUsableText } from './text.ts';
