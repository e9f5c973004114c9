import { problem, readPattern, type Pattern, type Problem, type Result } from '@fleet-wren/core';
import { isBeyondBounds } from './bounds.ts';

/** What a large body came to: the body written anew with its documents checked, or what is wrong with it. */
export type ReadBody =
  | { readonly kind: 'read'; readonly text: string }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] }
  | { readonly kind: 'unreadable' };

interface WithDocuments {
  readonly pattern?: unknown;
  readonly patterns?: unknown;
}

const REFUSED = problem('request-wrong', { problem: 'The request holds more than it may.' });

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
};

const readAll = (documents: readonly unknown[]): readonly Result<Pattern>[] =>
  documents.map((document) => readPattern(document));

const checked = (body: WithDocuments): ReadBody => {
  const { pattern, patterns } = body;
  const all = readAll([...(pattern === undefined ? [] : [pattern]), ...(Array.isArray(patterns) ? patterns : [])]);
  const problems = all.flatMap((one) => (one.ok ? [] : one.problems));
  if (problems.length > 0) return { kind: 'refused', problems };
  const values = all.flatMap((one) => (one.ok ? [one.value] : []));
  const single = pattern === undefined ? {} : { pattern: values[0] };
  const many = Array.isArray(patterns) ? { patterns: values.slice(pattern === undefined ? 0 : 1) } : {};
  return { kind: 'read', text: JSON.stringify({ ...body, ...single, ...many }) };
};

/** Reads a large body and checks the documents in it: what the request's own thread has no time for. */
export const readBody = (bytes: Uint8Array): ReadBody => {
  const body = parsed(new TextDecoder().decode(bytes));
  if (typeof body !== 'object' || body === null) return { kind: 'unreadable' };
  if (isBeyondBounds(body)) return { kind: 'refused', problems: [REFUSED] };
  return checked(body as WithDocuments);
};
