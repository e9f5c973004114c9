import { problem, type Problem } from '../../errors/index.ts';

/** Collects what is wrong in a value read from outside, each with its path. */
export type Check = (value: unknown, path: string) => readonly Problem[];

const wrong = (path: string, expected: string): readonly Problem[] => [
  problem('field-wrong', { where: path || 'the top', problem: expected }),
];

/** A whole number. */
export const whole: Check = (value, path) => (Number.isInteger(value) ? [] : wrong(path, 'a whole number is wanted'));

/** Any finite number. */
export const number: Check = (value, path) => (Number.isFinite(value) ? [] : wrong(path, 'a number is wanted'));

/** A text. */
export const text: Check = (value, path) => (typeof value === 'string' ? [] : wrong(path, 'a text is wanted'));

/** True or false. */
export const truth: Check = (value, path) => (typeof value === 'boolean' ? [] : wrong(path, 'true or false is wanted'));

/** One of some values. */
export const oneOf =
  (values: readonly unknown[]): Check =>
  (value, path) =>
    values.includes(value) ? [] : wrong(path, `one of ${values.map(String).join(', ')} is wanted`);

/** Null, or what another check asks for. */
export const orNull =
  (check: Check): Check =>
  (value, path) =>
    value === null ? [] : check(value, path);

/** A list of values that each pass a check. */
export const listOf =
  (check: Check): Check =>
  (value, path) =>
    Array.isArray(value)
      ? value.flatMap((item, index) => check(item, `${path}[${index}]`))
      : wrong(path, 'a list is wanted');

/** An object whose fields, of some names or of any (null), all pass a check. */
export const mapOf =
  (keys: readonly string[] | null, check: Check): Check =>
  (value, path) => {
    if (!isRecord(value)) return wrong(path, 'an object is wanted');
    return Object.entries(value).flatMap(([key, field]) =>
      keys === null || keys.includes(key)
        ? check(field, `${path}.${key}`)
        : wrong(`${path}.${key}`, `one of ${keys.join(', ')} is wanted`),
    );
  };

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** An object with some fields, and perhaps some others, and none besides. */
export const object =
  (fields: Record<string, Check>, optional: Record<string, Check> = {}): Check =>
  (value, path) => {
    if (!isRecord(value)) return wrong(path, 'an object is wanted');
    const at = (key: string): string => (path ? `${path}.${key}` : key);
    const missing = Object.keys(fields)
      .filter((key) => !Object.hasOwn(value, key))
      .flatMap((key) => wrong(at(key), 'this is missing'));
    const present = Object.entries(value).flatMap(([key, field]) => {
      const check = Object.hasOwn(fields, key) ? fields[key] : Object.hasOwn(optional, key) ? optional[key] : undefined;
      return check ? check(field, at(key)) : wrong(at(key), 'this is not part of the format');
    });
    return [...missing, ...present];
  };
