import { jest } from '@jest/globals';
import { newPattern, type Pattern } from '@fleet-wren/core';
import { autosave } from './autosave.ts';
import { keepDraft, keptDraft } from './drafts.ts';
import { keptHistory } from './history.ts';
import { createBench, type BenchStore } from './store.ts';

/** What a browser keeps, with room for so many characters. */
class Drawer {
  readonly #kept = new Map<string, string>();
  room = Infinity;
  getItem(key: string): string | null {
    return this.#kept.get(key) ?? null;
  }
  setItem(key: string, value: string): void {
    if (value.length > this.room) throw new Error('full');
    this.#kept.set(key, value);
  }
  removeItem(key: string): void {
    this.#kept.delete(key);
  }
}

interface Asked {
  readonly method: string;
  readonly keepalive: boolean;
  readonly body: { readonly version: number; readonly pattern: Pattern };
  readonly answer: (status: number, body: unknown) => Promise<void>;
  readonly lose: () => Promise<void>;
}

/** Everything under way comes to rest. */
const settled = async (): Promise<void> => {
  for (let turn = 0; turn < 12; turn++) await Promise.resolve();
};

let asked: Asked[];
let drawers: { readonly local: Drawer; readonly session: Drawer };
let page: EventTarget;

/** A server that answers when the test says so. */
const listen = (_path: string, request: RequestInit): Promise<Response> =>
  new Promise((resolve, reject) => {
    asked.push({
      method: request.method ?? '',
      keepalive: request.keepalive ?? false,
      body: request.body === undefined ? undefined : JSON.parse(request.body as string),
      answer: (status, body) => (
        resolve({ status, ok: status < 400, json: () => Promise.resolve(body) } as Response),
        settled()
      ),
      lose: () => (reject(new TypeError('network')), settled()),
    });
  });

const before = {
  window: globalThis.window,
  document: globalThis.document,
  fetch: globalThis.fetch,
  local: globalThis.localStorage,
  session: globalThis.sessionStorage,
};

const furnish = (things: Readonly<Record<string, unknown>>): void => {
  for (const [name, value] of Object.entries(things))
    Object.defineProperty(globalThis, name, { value, configurable: true, writable: true });
};

beforeEach(() => {
  jest.useFakeTimers();
  asked = [];
  drawers = { local: new Drawer(), session: new Drawer() };
  page = new EventTarget();
  furnish({
    window: page,
    document: { hidden: false },
    fetch: listen,
    localStorage: drawers.local,
    sessionStorage: drawers.session,
  });
});

afterEach(() => {
  jest.useRealTimers();
  furnish({
    window: before.window,
    document: before.document,
    fetch: before.fetch,
    localStorage: before.local,
    sessionStorage: before.session,
  });
});

const start = newPattern('Bench', { strokes: [{ id: 'a', at: 0, string: 5 }] });

const open = (pattern = start): BenchStore =>
  createBench({ id: 'one', version: 3, workedAt: '', pattern }, keptHistory('one', pattern));

const kept = (version: number, pattern: Pattern) => ({ id: 'one', version, workedAt: '', pattern });

/** Adds a stroke, as a teacher does by a key. */
const add = (bench: BenchStore, id: string, at: number): void => {
  bench.getState().run({ kind: 'put', strokes: [{ id, at, string: 2 }] });
};

const quiet = async (milliseconds = 500): Promise<void> => {
  jest.advanceTimersByTime(milliseconds);
  await settled();
};

const last = (): Asked => asked.at(-1) as Asked;

describe('an edit is saved by itself', () => {
  test('once, after half a second of quiet, on the version it was read at', async () => {
    const bench = open();
    autosave(bench);
    add(bench, 'b', 240);
    await quiet(400);
    add(bench, 'c', 480);
    await quiet(400);
    expect(asked).toHaveLength(0);
    expect(bench.getState().saving).toBe('saving');
    await quiet(100);
    expect(asked).toHaveLength(1);
    expect(last().body.version).toBe(3);
    expect(last().body.pattern.strokes.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    await last().answer(200, kept(4, last().body.pattern));
    expect(bench.getState()).toMatchObject({ saving: 'saved', version: 4 });
  });

  test('what is edited while a save is under way goes out after it, on the new version', async () => {
    const bench = open();
    autosave(bench);
    add(bench, 'b', 240);
    await quiet();
    add(bench, 'c', 480);
    await quiet();
    expect(asked).toHaveLength(1);
    await last().answer(200, kept(4, last().body.pattern));
    expect(bench.getState().saving).toBe('saving');
    await quiet(0);
    expect(asked).toHaveLength(2);
    expect(last().body).toMatchObject({ version: 4, pattern: { strokes: [{ id: 'a' }, { id: 'b' }, { id: 'c' }] } });
  });

  test('an edit taken back needs no saving', async () => {
    const bench = open();
    autosave(bench);
    add(bench, 'b', 240);
    bench.getState().undo();
    await quiet();
    expect(asked).toHaveLength(0);
    expect(bench.getState().saving).toBe('saved');
    expect(keptDraft('one')).toBeUndefined();
  });

  test('what stands unsaved when the bench is left is sent on the way out', () => {
    const bench = open();
    const stop = autosave(bench);
    add(bench, 'b', 240);
    stop();
    expect(asked).toHaveLength(1);
    expect(last().keepalive).toBe(true);
  });

  test('so is what stands unsaved when the window closes', () => {
    const bench = open();
    autosave(bench);
    page.dispatchEvent(new Event('pagehide'));
    expect(asked).toHaveLength(0);
    add(bench, 'b', 240);
    page.dispatchEvent(new Event('pagehide'));
    expect(asked).toHaveLength(1);
  });
});

describe('when saving fails nothing is lost', () => {
  test('out of reach: said, kept in the browser, tried again until it lands', async () => {
    const bench = open();
    autosave(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().lose();
    expect(bench.getState().saving).toBe('not saved');
    expect(keptDraft('one')?.pattern.strokes).toHaveLength(2);
    await quiet(4000);
    expect(asked).toHaveLength(2);
    await last().answer(200, kept(4, last().body.pattern));
    expect(bench.getState().saving).toBe('saved');
    expect(keptDraft('one')).toBeUndefined();
  });

  test('signed out meanwhile: said as that', async () => {
    const bench = open();
    autosave(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().answer(401, { error: { code: 'not-signed-in', message: 'Sign in first.' } });
    expect(bench.getState()).toMatchObject({ saving: 'signed out', refused: 'Sign in first.' });
  });

  test('deleted elsewhere: said once, and not asked for ever', async () => {
    const bench = open();
    autosave(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().answer(404, { error: { code: 'not-found', message: 'It is gone.' } });
    expect(bench.getState().saving).toBe('deleted');
    await quiet(20_000);
    expect(asked).toHaveLength(1);
    expect(bench.getState().pattern.strokes).toHaveLength(2);
  });

  test('saved elsewhere: both states are there, and no more is sent until the teacher has chosen', async () => {
    const bench = open();
    autosave(bench);
    add(bench, 'b', 240);
    await quiet();
    const theirs = kept(4, { ...start, name: 'Theirs' });
    await last().answer(409, { error: { code: 'version-conflict', message: 'Saved elsewhere.' }, current: theirs });
    expect(bench.getState()).toMatchObject({ saving: 'conflict', theirs: { pattern: { name: 'Theirs' } } });
    add(bench, 'c', 480);
    await quiet();
    expect(asked).toHaveLength(1);
    expect(keptDraft('one')?.pattern.strokes).toHaveLength(3);
  });

  test('our own save whose answer was lost is no conflict', async () => {
    const bench = open();
    autosave(bench);
    add(bench, 'b', 240);
    await quiet();
    const sent = last().body.pattern;
    await last().lose();
    await quiet(4000);
    await last().answer(409, {
      error: { code: 'version-conflict', message: 'Saved elsewhere.' },
      current: kept(4, sent),
    });
    expect(bench.getState()).toMatchObject({ saving: 'saved', version: 4, theirs: null });
  });
});

describe('what another window saved', () => {
  const focus = async (): Promise<void> => {
    page.dispatchEvent(new Event('focus'));
    await settled();
  };

  test('is taken over when the window is looked at again', async () => {
    const bench = open();
    autosave(bench);
    await focus();
    await last().answer(200, kept(5, { ...start, name: 'Renamed' }));
    expect(bench.getState()).toMatchObject({ version: 5, pattern: { name: 'Renamed' }, saving: 'saved' });
    await quiet();
    expect(asked.map(({ method }) => method)).toEqual(['GET']);
  });

  test('is left alone where something of ours is not saved yet, or was edited meanwhile', async () => {
    const bench = open();
    autosave(bench);
    await focus();
    add(bench, 'b', 240);
    await last().answer(200, kept(5, { ...start, name: 'Renamed' }));
    expect(bench.getState().pattern.name).toBe('Bench');
    await focus();
    expect(asked).toHaveLength(1);
  });
});

describe('drafts and undo outlive the window', () => {
  test('a draft opens where it was left, as unsaved, and goes out at once', async () => {
    keepDraft('one', { version: 3, pattern: { ...start, name: 'Half done' } });
    const bench = open();
    bench.getState().set({ pattern: keptDraft('one')?.pattern as Pattern });
    autosave(bench);
    await quiet(0);
    expect(last().body).toMatchObject({ version: 3, pattern: { name: 'Half done' } });
  });

  test('undo goes on after a reload, as long as the pattern is the same', () => {
    const bench = open();
    autosave(bench);
    add(bench, 'b', 240);
    const again = open(bench.getState().pattern);
    again.getState().undo();
    expect(again.getState().pattern.strokes.map(({ id }) => id)).toEqual(['a']);
    const other = open({ ...start, name: 'Another' });
    other.getState().undo();
    expect(other.getState().pattern.name).toBe('Another');
  });

  test('a full browser costs the draft, never the edit', async () => {
    drawers.local.room = drawers.session.room = 10;
    const bench = open();
    autosave(bench);
    add(bench, 'b', 240);
    expect(keptDraft('one')).toBeUndefined();
    await quiet();
    expect(last().body.pattern.strokes).toHaveLength(2);
  });

  test('a draft that cannot be read is passed over', () => {
    for (const text of [JSON.stringify({ version: 3, pattern: { name: 7 } }), '{"version":3,"patt', 'null']) {
      drawers.local.setItem('draft:one', text);
      drawers.session.setItem('history:one', text);
      expect(keptDraft('one')).toBeUndefined();
      expect(keptHistory('one', start).past).toEqual([]);
    }
  });
});
