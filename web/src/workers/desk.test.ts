import { Worker } from 'node:worker_threads';
import { Desk, CalledOff, type WorkerLike } from './desk.ts';

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

const desks: Desk<Errands>[] = [];
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

const newDesk = (): Desk<Errands> => {
  started = 0;
  const desk = new Desk<Errands>(realWorker);
  desks.push(desk);
  return desk;
};

afterEach(() => desks.splice(0).forEach((desk) => desk.close()));

test('questions are answered in turn, one worker for all', async () => {
  const desk = newDesk();
  expect(await Promise.all([desk.ask('add', [1, 2]), desk.ask('add', [3, 4])])).toEqual([3, 7]);
  expect(started).toBe(1);
});

test('what fails says why, and the next question is answered', async () => {
  const desk = newDesk();
  await expect(desk.ask('fail', [])).rejects.toThrow('no');
  expect(await desk.ask('add', [1, 1])).toBe(2);
});

test('a deadline ends work that goes on for ever, and the next question is answered', async () => {
  const desk = newDesk();
  const endless = desk.ask('spin', [], { deadline: 100 });
  const next = desk.ask('add', [2, 2]);
  await expect(endless).rejects.toThrow(/took-too-long/);
  expect(await next).toBe(4);
  expect(started).toBe(2);
});

test('a question called off is let go at once, and its work is ended', async () => {
  const desk = newDesk();
  const off = new AbortController();
  const endless = desk.ask('spin', [], { signal: off.signal });
  const waiting = new AbortController();
  const never = desk.ask('add', [9, 9], { signal: waiting.signal });
  const next = desk.ask('add', [2, 3]);
  off.abort();
  waiting.abort();
  await expect(endless).rejects.toBeInstanceOf(CalledOff);
  await expect(never).rejects.toBeInstanceOf(CalledOff);
  expect(await next).toBe(5);
});
