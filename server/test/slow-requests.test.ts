import { EventEmitter } from 'node:events';
import { jest } from '@jest/globals';
import { ProblemError } from '@fleet-wren/core';
import type { Request, Response } from 'express';
import { closeUnread, endSlowBodies } from '../src/common/slow-requests.ts';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

/** A request of which so much has come, and its answer, as far as they are looked at. */
const exchange = (path: string, headers: Readonly<Record<string, string>> = { 'content-length': '100' }) => {
  const socket = { destroy: jest.fn() };
  const request = Object.assign(new EventEmitter(), { path, headers, complete: false, socket });
  const response = Object.assign(new EventEmitter(), { headersSent: false });
  return { request, response, socket, asked: [request, response] as unknown as [Request, Response] };
};

const codesIn = (next: jest.Mock): readonly unknown[] =>
  next.mock.calls.map(([error]) => (error instanceof ProblemError ? error.problems[0]?.code : error));

test('a body that does not arrive is given half a minute', () => {
  const next = jest.fn();
  const { asked } = exchange('/patterns');
  endSlowBodies(...asked, next);
  jest.advanceTimersByTime(29_999);
  expect(codesIn(next)).toEqual([undefined]);
  jest.advanceTimersByTime(1);
  expect(codesIn(next)).toEqual([undefined, 'request-slow']);
});

test.each([
  ['has arrived', '/patterns', (one: ReturnType<typeof exchange>) => void one.request.emit('end')],
  ['was answered', '/patterns', (one: ReturnType<typeof exchange>) => void one.response.emit('close')],
  ['is a backup, which has a pace of its own', '/archive', () => undefined],
])('one that %s is not hurried', (_what, path, come) => {
  const next = jest.fn();
  const one = exchange(path);
  endSlowBodies(...one.asked, next);
  come(one);
  jest.advanceTimersByTime(60_000);
  expect(codesIn(next)).toEqual([undefined]);
});

test('a connection that still sends what was refused is closed after a moment; one that is done is kept', () => {
  const [refused, done] = [exchange('/patterns'), exchange('/patterns')];
  for (const { asked } of [refused, done]) closeUnread(...asked, jest.fn());
  done.request.complete = true;
  for (const { response } of [refused, done]) response.emit('finish');
  jest.advanceTimersByTime(1999);
  expect(refused.socket.destroy).not.toHaveBeenCalled();
  jest.advanceTimersByTime(1);
  expect(refused.socket.destroy).toHaveBeenCalledTimes(1);
  expect(done.socket.destroy).not.toHaveBeenCalled();
});
