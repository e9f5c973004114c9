export * from './field.ts';
export { isMessage, messageSchema } from './message-schema.ts';
export { TEXT_LIMITS, isStorableText } from './text-limits.ts';
