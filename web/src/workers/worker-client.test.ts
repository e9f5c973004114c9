import { Worker } from 'node:worker_threads';
import { WorkerClient, RequestCancelledError, type WorkerLike } from './worker-client.ts';

/** What the worker of these tests offers. */
interface Errands {
  readonly add: (a: number, b: number) => number;
  readonly fail: () => never;
  /** Never comes to an end by itself. */
  readonly spin: () => void;
}

const SOURCE = `
const { parentPort } = require('node:worker_threads');
const work = {
  add: (a, b) => a + b,
  fail: () => { throw new Error('no'); },
  spin: () => { for (;;); },
};
parentPort.on('message', ({ id, name, args }) => {
  try { parentPort.postMessage({ id, value: work[name](...args) }); }
  catch (error) { parentPort.postMessage({ id, problems: [], message: error.message }); }
});`;

const desks: WorkerClient<Errands>[] = [];
let started = 0;

const realWorker = (): WorkerLike => {
  started += 1;
  const worker = new Worker(SOURCE, { eval: true });
  const like: WorkerLike = {
    postMessage: (message) => worker.postMessage(message),
    terminate: () => void worker.terminate(),
    onmessage: null,
    onerror: null,
  };
  worker.on('message', (data) => like.onmessage?.({ data }));
  worker.on('error', (error: Error) => like.onerror?.(error));
  return like;
};

const newDesk = (): WorkerClient<Errands> => {
  started = 0;
  const desk = new WorkerClient<Errands>(realWorker);
  desks.push(desk);
  return desk;
};

afterEach(() => desks.splice(0).forEach((desk) => desk.close()));

test('questions are answered in turn, one worker for all', async () => {
  const desk = newDesk();
  expect(await Promise.all([desk.request('add', [1, 2]), desk.request('add', [3, 4])])).toEqual([3, 7]);
  expect(started).toBe(1);
});

test('what fails says why, and the next question is answered', async () => {
  const desk = newDesk();
  await expect(desk.request('fail', [])).rejects.toThrow('no');
  expect(await desk.request('add', [1, 1])).toBe(2);
});

test('a deadline ends work that goes on for ever, and the next question is answered', async () => {
  const desk = newDesk();
  const endless = desk.request('spin', [], { timeoutMs: 100 });
  const next = desk.request('add', [2, 2]);
  await expect(endless).rejects.toThrow(/took-too-long/);
  expect(await next).toBe(4);
  expect(started).toBe(2);
});

test('a question called off is let go at once, and its work is ended', async () => {
  const desk = newDesk();
  const off = new AbortController();
  const endless = desk.request('spin', [], { signal: off.signal });
  const waiting = new AbortController();
  const never = desk.request('add', [9, 9], { signal: waiting.signal });
  const next = desk.request('add', [2, 3]);
  off.abort();
  waiting.abort();
  await expect(endless).rejects.toBeInstanceOf(RequestCancelledError);
  await expect(never).rejects.toBeInstanceOf(RequestCancelledError);
  expect(await next).toBe(5);
});
