import { message, type Message } from '../message/index.ts';
import { createProblem, type Problem } from '../errors/index.ts';
import { isStorableText } from './text-limits.ts';

/** A JSON Schema (draft 7) as plain data. */
export type JsonSchema = Readonly<Record<string, unknown>>;

/** Problems collected at most: a list of thousands helps nobody, and making it takes time. */
export const MAX_PROBLEMS = 20;

/** Collects what is wrong in a value read from outside, each with its path; checks stop once it is full. */
class Findings {
  readonly problems: Problem[] = [];

  get full(): boolean {
    return this.problems.length >= MAX_PROBLEMS;
  }

  add(...found: readonly Problem[]): void {
    this.problems.push(...found.slice(0, MAX_PROBLEMS - this.problems.length));
  }

  wrong(path: string, expected: Message): void {
    this.add(createProblem('field-wrong', { where: path || message('field.root'), problem: expected }));
  }
}

/** One description of a value: how it is checked, its JSON Schema, and, by way of `Infer`, its type. */
export interface Schema<T> {
  readonly check: (value: unknown, path: string, findings: Findings) => void;
  readonly schema: JsonSchema;
  /** Only there for the compiler. */
  readonly type?: T;
}

/** The type of the values that pass a field's check. */
export type Infer<F> = F extends Schema<infer T> ? T : never;

const made = <T>(schema: JsonSchema, check: Schema<T>['check']): Schema<T> => ({ schema, check });

/** The same field with a sentence on what it means in its schema. */
export const withDescription = <T>(field: Schema<T>, description: string): Schema<T> => ({
  ...field,
  schema: { ...field.schema, description },
});

/** The same field with bounds in its schema that the rules of the document itself hold, in words of their own. */
export const withBounds = <T>(field: Schema<T>, bounds: JsonSchema): Schema<T> => ({
  ...field,
  schema: { ...field.schema, ...bounds },
});

/** A text of at most so many characters that can be kept: no NUL, no half of a character. */
export const stringSchema = (most: number): Schema<string> =>
  made({ type: 'string', maxLength: most }, (value, path, findings) => {
    if (typeof value !== 'string') findings.wrong(path, message('field.text'));
    else if (value.length > most) findings.wrong(path, message('field.text-of-at-most', { most }));
    else if (!isStorableText(value)) findings.wrong(path, message('field.text-unusable'));
  });

/** A whole number. */
export const integerSchema = (): Schema<number> =>
  made({ type: 'integer' }, (value, path, findings) => {
    if (!Number.isSafeInteger(value)) findings.wrong(path, message('field.integer'));
  });

/** Any finite number. */
export const numberSchema = (): Schema<number> =>
  made({ type: 'number' }, (value, path, findings) => {
    if (!Number.isFinite(value)) findings.wrong(path, message('field.number'));
  });

/** True or false. */
export const booleanSchema = (): Schema<boolean> =>
  made({ type: 'boolean' }, (value, path, findings) => {
    if (typeof value !== 'boolean') findings.wrong(path, message('field.boolean'));
  });

/** One of some values. */
export const enumSchema = <const T extends string | number>(values: readonly T[]): Schema<T> =>
  made({ enum: values }, (value, path, findings) => {
    if (!(values as readonly unknown[]).includes(value))
      findings.wrong(path, message('field.choice', { values: values.join(', ') }));
  });

/** A whole number, or null. */
export const nullableIntegerSchema = (): Schema<number | null> =>
  made({ type: ['integer', 'null'] }, (value, path, findings) => {
    if (value !== null && !Number.isSafeInteger(value)) findings.wrong(path, message('field.integer'));
  });

/** A list of at most so many values that each pass a field's check. */
export const arraySchema = <T>(item: Schema<T>, most: number): Schema<readonly T[]> =>
  made({ type: 'array', maxItems: most, items: item.schema }, (value, path, findings) => {
    if (!Array.isArray(value)) return findings.wrong(path, message('field.list'));
    if (value.length > most) return findings.wrong(path, message('field.list-too-long', { most, count: value.length }));
    for (let index = 0; index < value.length && !findings.full; index += 1)
      item.check(value[index], `${path}[${index}]`, findings);
  });

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

interface Names<K extends string> {
  readonly keys?: readonly K[];
  readonly most: number;
}

const mapSchema = (item: JsonSchema, { keys, most }: Names<string>): JsonSchema =>
  keys
    ? { type: 'object', additionalProperties: false, properties: Object.fromEntries(keys.map((key) => [key, item])) }
    : { type: 'object', additionalProperties: item, maxProperties: most };

const checkMap = <T>(item: Schema<T>, { keys, most }: Names<string>): Schema<unknown>['check'] => {
  return (value, path, findings) => {
    if (!isRecord(value)) return findings.wrong(path, message('field.object'));
    const found = Object.keys(value);
    if (found.length > most)
      return findings.wrong(path, message('field.too-many-fields', { most, count: found.length }));
    for (const key of found) {
      if (findings.full) return;
      if (keys && !keys.includes(key))
        findings.wrong(`${path}.${key.slice(0, 40)}`, message('field.choice', { values: keys.join(', ') }));
      else item.check(value[key], `${path}.${key.slice(0, 40)}`, findings);
    }
  };
};

/** An object of any fields, at most so many, that all pass one check. */
export const recordSchema = <T>(item: Schema<T>, most: number): Schema<Readonly<Record<string, T>>> =>
  made(mapSchema(item.schema, { most }), checkMap(item, { most }));

/** An object whose fields bear some of the names given and all pass one check. */
export const partialRecordSchema = <T, K extends string>(
  keys: readonly K[],
  item: Schema<T>,
): Schema<Readonly<Partial<Record<K, T>>>> =>
  made(mapSchema(item.schema, { keys, most: keys.length }), checkMap(item, { keys, most: keys.length }));

type Shape = Readonly<Record<string, Schema<unknown>>>;
type Values<S extends Shape> = { readonly [K in keyof S]: Infer<S[K]> };

/** An object with some fields, and perhaps some others, and none besides. */
export const objectSchema = <R extends Shape, O extends Shape = Record<never, never>>(
  required: R,
  optional: O = {} as O,
): Schema<Values<R> & Partial<Values<O>>> => {
  const all: Shape = { ...required, ...optional };
  const names = Object.keys(required);
  const schema = {
    type: 'object',
    additionalProperties: false,
    required: names,
    properties: Object.fromEntries(Object.entries(all).map(([key, field]) => [key, field.schema])),
  };
  return made(schema, (value, path, findings) => {
    if (!isRecord(value)) return findings.wrong(path, message('field.object'));
    const at = (key: string): string => (path ? `${path}.${key}` : key);
    for (const key of names) if (!Object.hasOwn(value, key)) findings.wrong(at(key), message('field.missing'));
    for (const key in value) {
      if (findings.full) return;
      const field = Object.hasOwn(all, key) ? all[key] : undefined;
      if (field) field.check(value[key], at(key), findings);
      else findings.wrong(at(key.slice(0, 40)), message('field.unknown'));
    }
  });
};

/** The same field with a further check of what it describes, made once the value has its shape. */
export const withRefinement = <T>(
  field: Schema<T>,
  refine: (value: T, path: string) => readonly Problem[],
): Schema<T> => ({
  ...field,
  check: (value, path, findings) => {
    const before = findings.problems.length;
    field.check(value, path, findings);
    if (findings.problems.length === before) findings.add(...refine(value as T, path));
  },
});

/** Everything that is wrong with a value by a field, at most twenty problems; empty when it is one. */
export const validateBySchema = (field: Schema<unknown>, value: unknown, path = ''): readonly Problem[] => {
  const findings = new Findings();
  field.check(value, path, findings);
  return findings.problems;
};
