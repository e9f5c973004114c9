import { message, type Message } from '../message/index.ts';
import { withRefinement, type Schema } from './field.ts';
import { isStorableText } from './text-limits.ts';
import { createProblem, type Problem } from '../errors/index.ts';

/** The longest code and text of a message, the values it takes, and how deep messages may lie in one another. */
const MESSAGE_LIMITS = { code: 80, text: 200, values: 12, depth: 5 } as const;

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const isShortText = (value: unknown, most: number): boolean =>
  typeof value === 'string' && value.length <= most && isStorableText(value);

const isMessageValue = (value: unknown, depth: number): boolean => {
  if (typeof value === 'number') return Number.isFinite(value);
  if (Array.isArray(value))
    return value.length <= MESSAGE_LIMITS.values && value.every((one) => isMessageValue(one, depth));
  return isShortText(value, MESSAGE_LIMITS.text) || isMessage(value, depth);
};

/**
 * Whether a value from outside has the form of a message: a code, and values that are texts, numbers, messages or lists
 * of them.
 * @example
 * isMessage({ code: 'stage.tempo.name' }) // => true
 */
export const isMessage = (value: unknown, depth = 0): value is Message => {
  if (!isRecord(value) || depth > MESSAGE_LIMITS.depth) return false;
  const { code, params = {}, ...others } = value;
  if (Object.keys(others).length > 0 || !isShortText(code, MESSAGE_LIMITS.code) || !isRecord(params)) return false;
  const values = Object.entries(params);
  return (
    values.length <= MESSAGE_LIMITS.values &&
    values.every(([name, one]) => isShortText(name, MESSAGE_LIMITS.code) && isMessageValue(one, depth + 1))
  );
};

const createUncheckedSchema = (schema: Schema<unknown>['schema']): Schema<unknown> => ({
  check: () => undefined,
  schema,
});

const createMessageProblem = (path: string): Problem =>
  createProblem('field-wrong', { where: path, problem: message('field.message') });

const SCHEMA = {
  type: 'object',
  required: ['code'],
  additionalProperties: false,
  properties: { code: { type: 'string', maxLength: MESSAGE_LIMITS.code }, params: { type: 'object' } },
};

/** A text of the catalogue with its values, as data. */
export const messageSchema: Schema<Message> = withRefinement(
  createUncheckedSchema(SCHEMA) as Schema<Message>,
  (value, path) => (isMessage(value) ? [] : [createMessageProblem(path)]),
);
