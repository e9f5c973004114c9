import { ProblemError, valueOrThrow, type Result } from '@fleet-wren/core';
import express, { type NextFunction, type Request, type Response } from 'express';
import type { BodyParserPool } from './body-parser.pool.ts';

/** Bytes up to which a body is read with its request: a millisecond or two. */
const SMALL = 48_000;

/** Documents that were checked when their body was read. */
const known = new WeakSet<object>();

const unreadable = (): Error => Object.assign(new Error('The body is not JSON.'), { status: 400 });

const parseSmall = (bytes: Uint8Array): unknown => {
  try {
    const body = JSON.parse(new TextDecoder().decode(bytes)) as unknown;
    if (typeof body === 'object' && body !== null) return body;
  } catch {
    // Said below, for either reason.
  }
  throw unreadable();
};

interface Documents {
  readonly pattern?: unknown;
  readonly song?: unknown;
  readonly patterns?: unknown;
}

/** The documents of a body: whatever else stands in their places was checked by nobody. */
const documentsIn = ({ pattern, song, patterns }: Documents): readonly object[] =>
  [pattern, song, ...(Array.isArray(patterns) ? (patterns as readonly unknown[]) : [])].filter(
    (one): one is object => typeof one === 'object' && one !== null,
  );

const parseLarge = async (pool: BodyParserPool, bytes: Uint8Array): Promise<unknown> => {
  const read = await pool.read(bytes);
  if (read.kind === 'unreadable') throw unreadable();
  if (read.kind === 'refused') throw new ProblemError(...read.problems);
  const body = JSON.parse(read.text) as Documents;
  for (const document of documentsIn(body)) known.add(document);
  return body;
};

/** A document of a request, checked: once, wherever its body was read. Its problems are thrown. */
export const validateDocument = <T extends object>(document: unknown, read: (value: unknown) => Result<T>): T =>
  typeof document === 'object' && document !== null && known.has(document)
    ? (document as T)
    : valueOrThrow(read(document));

const isBytes = (body: unknown): body is Buffer => Buffer.isBuffer(body) && body.length > 0;

/**
 * Reads the JSON bodies of requests: small ones at once, large ones on a thread of their own with the documents in
 * them, so that nobody waits while they are parsed and checked.
 */
export const createJsonBodyMiddleware = (pool: BodyParserPool, limit: string) => {
  const collect = express.raw({ type: 'application/json', limit, inflate: false });
  return (request: Request, response: Response, next: NextFunction): void => {
    collect(request, response, (error?: unknown) => {
      if (error) return next(error);
      if (!isBytes(request.body)) {
        if (Buffer.isBuffer(request.body)) request.body = undefined;
        return next();
      }
      const bytes = request.body;
      const parsing = bytes.length <= SMALL ? Promise.resolve().then(() => parseSmall(bytes)) : parseLarge(pool, bytes);
      parsing.then((body) => {
        request.body = body;
        next();
      }, next);
    });
  };
};
