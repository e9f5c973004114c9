export * from './field.ts';
export { TEXT_LIMITS, isUsableText } from './text.ts';
