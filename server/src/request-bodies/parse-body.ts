import {
  failure,
  message,
  type Problem,
  createProblem,
  parsePattern,
  parseSong,
  type Result,
  success,
} from '@fleet-wren/core';
import { isOverBodyLimits } from './body-limits.ts';

/** What a large body came to: the body written anew with its documents checked, or what is wrong with it. */
export type ParsedBody =
  | { readonly kind: 'read'; readonly text: string }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] }
  | { readonly kind: 'unreadable' };

const REFUSED = createProblem('request-wrong', { problem: message('request.too-much') });

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
};

/** Fields of a body that hold a document, and how each is read. */
const READERS: Readonly<Record<string, (document: unknown) => Result<object>>> = {
  pattern: parsePattern,
  song: parseSong,
};

const readMany = (documents: readonly unknown[]): Result<readonly object[]> => {
  const all = documents.map((document) => parsePattern(document));
  const problems = all.flatMap((one) => (one.ok ? [] : one.problems));
  return problems.length > 0 ? failure(...problems) : success(all.flatMap((one) => (one.ok ? [one.value] : [])));
};

const readField = (name: string, value: unknown): Result<unknown> => {
  if (name === 'patterns' && Array.isArray(value)) return readMany(value);
  const reader = Object.hasOwn(READERS, name) ? READERS[name] : undefined;
  return reader ? reader(value) : success(value);
};

const checked = (body: object): ParsedBody => {
  const fields = Object.entries(body).map(([name, value]) => [name, readField(name, value)] as const);
  const problems = fields.flatMap(([, read]) => (read.ok ? [] : read.problems));
  if (problems.length > 0) return { kind: 'refused', problems };
  const values = fields.flatMap(([name, read]) => (read.ok ? [[name, read.value] as const] : []));
  return { kind: 'read', text: JSON.stringify(Object.fromEntries(values)) };
};

/** Reads a large body and checks the documents in it: what the request's own thread has no time for. */
export const parseBody = (bytes: Uint8Array): ParsedBody => {
  const body = parsed(new TextDecoder().decode(bytes));
  if (typeof body !== 'object' || body === null) return { kind: 'unreadable' };
  if (isOverBodyLimits(body)) return { kind: 'refused', problems: [REFUSED] };
  return checked(body);
};
