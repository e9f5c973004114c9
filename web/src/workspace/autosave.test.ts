import { jest } from '@jest/globals';
import { PATTERN_KIND, newPattern, samePattern, readPattern, type Pattern, type PatternEdit } from '@fleet-wren/core';
import { createStore } from 'zustand/vanilla';
import { PATTERN_RECORDS } from '../api/patterns.ts';
import { autosave, type Autosave } from './autosave.ts';
import { keeperFor, type Drawer, type Household } from './keeper.ts';
import { openDocument, type Opened } from './open.ts';
import { openedState, workspaceActions, type WorkspaceActions, type WorkspaceState } from './workspace.ts';

/** What a browser keeps; it may be full. */
class MapDrawer implements Drawer {
  readonly kept = new Map<string, unknown>();
  full = false;
  get = (key: string): Promise<unknown> => Promise.resolve(this.kept.get(key));
  set = (key: string, value: unknown): Promise<void> => {
    if (this.full) return Promise.reject(new Error('full'));
    this.kept.set(key, structuredClone(value));
    return Promise.resolve();
  };
  remove = (key: string): Promise<void> => Promise.resolve(void this.kept.delete(key));
  keys = (): Promise<readonly string[]> => Promise.resolve([...this.kept.keys()]);
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
  for (let turn = 0; turn < 40; turn++) await Promise.resolve();
};

let asked: Asked[];
let page: EventTarget;
let drawer: MapDrawer;
let openWindows: Set<string>;

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

const before = { window: globalThis.window, document: globalThis.document, fetch: globalThis.fetch };

const furnish = (things: Readonly<Record<string, unknown>>): void => {
  for (const [name, value] of Object.entries(things))
    Object.defineProperty(globalThis, name, { value, configurable: true, writable: true });
};

beforeEach(() => {
  jest.useFakeTimers();
  asked = [];
  page = new EventTarget();
  drawer = new MapDrawer();
  openWindows = new Set(['here']);
  furnish({ window: page, document: { hidden: false }, fetch: listen });
});

afterEach(() => {
  jest.useRealTimers();
  furnish(before);
});

/** A browser window: what is kept is written at once, so that the tests see it. */
const household = (window = 'here'): Household => ({
  drawer,
  window,
  open: () => Promise.resolve(openWindows),
  idle: (work) => work(),
});

const start = newPattern('Bench', { strokes: [{ id: 'a', at: 0, string: 5 }] });
const kept = (version: number, document: Pattern) => ({ id: 'one', version, workedAt: '', document });
/** The same as the server puts it. */
const wire = (version: number, pattern: Pattern) => ({ id: 'one', version, workedAt: '', pattern });

type State = WorkspaceState<PatternEdit, Pattern> & WorkspaceActions<PatternEdit, Pattern>;

const lay = ({ kept: read, history, unsaved }: Opened<PatternEdit, Pattern>) => {
  const store = createStore<State>((set, get) => ({
    ...openedState(read, history),
    ...unsaved,
    ...workspaceActions<PatternEdit, Pattern>({ kind: PATTERN_KIND }, { get, set }),
  }));
  return store;
};
type Bench = ReturnType<typeof lay>;

const open = (document = start, version = 3): Bench =>
  lay({ kept: kept(version, document), history: { past: [], future: [] }, unsaved: {} });

const begin = (store: Bench, window = 'here'): Autosave =>
  autosave({
    store,
    records: PATTERN_RECORDS,
    keeper: keeperFor(household(window), 'pattern', 'one'),
    keptOf: (answer) => kept((answer as { version: number }).version, (answer as { pattern: Pattern }).pattern),
  });

/** Opens the pattern anew in a window, the server holding this; what the page did before ends with the page. */
const reopen = async (version: number, document: Pattern, window = 'here'): Promise<Bench> => {
  await settled();
  jest.clearAllTimers();
  const opening = openDocument(PATTERN_RECORDS, household(window), 'one');
  await settled();
  await last().answer(200, wire(version, document));
  return lay(await opening);
};

/** Adds a stroke, as a teacher does by a key. */
const add = (bench: Bench, id: string, at: number): void => {
  bench.getState().run({ kind: 'put', strokes: [{ id, at, string: 2 }] });
};
const ids = ({ strokes }: Pattern): readonly string[] => strokes.map(({ id }) => id);
const idsNow = (bench: Bench): readonly string[] => ids(bench.getState().document);

const draft = (window = 'here'): { document: Pattern; version: number; sent?: Pattern } | undefined =>
  drawer.kept.get(`draft/pattern/one/${window}`) as never;

const quiet = async (milliseconds = 500): Promise<void> => {
  jest.advanceTimersByTime(milliseconds);
  await settled();
};

const last = (): Asked => asked.at(-1) as Asked;
const saves = (): readonly Asked[] => asked.filter(({ method }) => method === 'PUT');

describe('an edit is saved by itself', () => {
  test('once, after half a second of quiet, on the version it was read at', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet(400);
    add(bench, 'c', 480);
    await quiet(400);
    expect(asked).toHaveLength(0);
    expect(bench.getState().saving).toBe('saving');
    await quiet(100);
    expect(asked).toHaveLength(1);
    expect(last().body.version).toBe(3);
    expect(ids(last().body.pattern)).toEqual(['a', 'b', 'c']);
    await last().answer(200, wire(4, last().body.pattern));
    expect(bench.getState()).toMatchObject({ saving: 'saved', version: 4 });
    expect(draft()).toBeUndefined();
  });

  test('what is edited while a save is under way goes out after it, on the new version', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    add(bench, 'c', 480);
    await quiet();
    expect(asked).toHaveLength(1);
    await last().answer(200, wire(4, last().body.pattern));
    expect(bench.getState().saving).toBe('saving');
    await quiet(0);
    expect(asked).toHaveLength(2);
    expect(last().body.version).toBe(4);
    expect(ids(last().body.pattern)).toEqual(['a', 'b', 'c']);
  });

  test('an edit taken back needs no saving', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    bench.getState().undo();
    await quiet();
    expect(asked).toHaveLength(0);
    expect(bench.getState().saving).toBe('saved');
    expect(draft()).toBeUndefined();
  });

  test('back to what the records held while a save of something else is under way is saved again', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    bench.getState().undo();
    await quiet();
    expect(draft()).toBeDefined();
    await last().answer(200, wire(4, last().body.pattern));
    await quiet(0);
    expect(saves()).toHaveLength(2);
    expect(last().body.version).toBe(4);
    expect(ids(last().body.pattern)).toEqual(['a']);
  });

  test('what stands unsaved when the bench is left is sent on the way out', async () => {
    const bench = open();
    const saver = begin(bench);
    add(bench, 'b', 240);
    void saver.stop();
    await settled();
    expect(asked).toHaveLength(1);
    expect(last().keepalive).toBe(true);
  });

  test('leaving while a save is under way sends what came after it, on the version that save made', async () => {
    const bench = open();
    const saver = begin(bench);
    add(bench, 'b', 240);
    await quiet();
    add(bench, 'c', 480);
    const left = saver.stop();
    await settled();
    expect(asked).toHaveLength(1);
    await last().answer(200, wire(4, last().body.pattern));
    await quiet(0);
    expect(saves()).toHaveLength(2);
    expect(last().body.version).toBe(4);
    await last().answer(200, wire(5, last().body.pattern));
    await left;
    expect(draft()).toBeUndefined();
  });

  test('so is what stands unsaved when the window closes', async () => {
    const bench = open();
    begin(bench);
    page.dispatchEvent(new Event('pagehide'));
    await settled();
    expect(asked).toHaveLength(0);
    add(bench, 'b', 240);
    page.dispatchEvent(new Event('pagehide'));
    await settled();
    expect(asked).toHaveLength(1);
  });
});

describe('when saving fails nothing is lost', () => {
  test('out of reach: said, kept in the browser, tried again until it lands', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().lose();
    expect(bench.getState().saving).toBe('not saved');
    expect(draft()?.document.strokes).toHaveLength(2);
    await quiet(4000);
    expect(asked).toHaveLength(2);
    await last().answer(200, wire(4, last().body.pattern));
    expect(bench.getState().saving).toBe('saved');
    expect(draft()).toBeUndefined();
  });

  test('signed out meanwhile: said as that', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().answer(401, { error: { code: 'not-signed-in', message: 'Sign in first.' } });
    expect(bench.getState()).toMatchObject({ saving: 'signed out', refused: 'Sign in first.' });
  });

  test('refused: said once and not asked again until something changes', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().answer(400, { error: { code: 'field-wrong', message: 'No.' } });
    expect(bench.getState().saving).toBe('refused');
    await quiet(60_000);
    expect(asked).toHaveLength(1);
    expect(draft()?.document.strokes).toHaveLength(2);
    add(bench, 'c', 480);
    await quiet();
    expect(asked).toHaveLength(2);
  });

  test('deleted elsewhere: said once, and not asked for ever', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().answer(404, { error: { code: 'not-found', message: 'It is gone.' } });
    expect(bench.getState().saving).toBe('deleted');
    await quiet(20_000);
    expect(asked).toHaveLength(1);
    expect(bench.getState().document.strokes).toHaveLength(2);
  });

  test('saved elsewhere: both states are there, and no more is sent until the teacher has chosen', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    const theirs = wire(4, { ...start, name: 'Theirs' });
    await last().answer(409, { error: { code: 'version-conflict', message: 'Saved elsewhere.' }, current: theirs });
    expect(bench.getState()).toMatchObject({ saving: 'conflict', theirs: { document: { name: 'Theirs' } } });
    add(bench, 'c', 480);
    await quiet();
    expect(asked).toHaveLength(1);
    expect(draft()?.document.strokes).toHaveLength(3);
    bench.getState().keepMine();
    await quiet();
    expect(last().body).toMatchObject({ version: 4 });
    expect(ids(last().body.pattern)).toEqual(['a', 'b', 'c']);
  });

  test('our own save whose answer was lost is no conflict', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    const sent = last().body.pattern;
    await last().lose();
    await quiet(4000);
    await last().answer(409, {
      error: { code: 'version-conflict', message: 'Saved elsewhere.' },
      current: wire(4, sent),
    });
    expect(bench.getState()).toMatchObject({ saving: 'saved', version: 4, theirs: null });
  });
});

describe('what another window saved', () => {
  const focus = async (): Promise<void> => {
    page.dispatchEvent(new Event('focus'));
    await settled();
  };

  test('is taken over when the window is looked at again, and undo brings ours back', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().answer(200, wire(4, last().body.pattern));
    await focus();
    await last().answer(200, wire(5, { ...start, name: 'Renamed' }));
    expect(bench.getState()).toMatchObject({ version: 5, document: { name: 'Renamed' }, saving: 'saved' });
    bench.getState().undo();
    expect(idsNow(bench)).toEqual(['a', 'b']);
    bench.getState().undo();
    expect(idsNow(bench)).toEqual(['a']);
  });

  test('is left alone where something of ours is not saved yet, or was edited meanwhile', async () => {
    const bench = open();
    begin(bench);
    await focus();
    add(bench, 'b', 240);
    await last().answer(200, wire(5, { ...start, name: 'Renamed' }));
    expect(bench.getState().document.name).toBe('Bench');
    await focus();
    expect(asked).toHaveLength(1);
  });
});

describe('drafts and undo outlive the window', () => {
  test('a draft opens where it was left, as unsaved, and goes out at once', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    const again = await reopen(3, start);
    expect(again.getState().saving).toBe('saving');
    begin(again);
    await quiet(0);
    expect(last().body.version).toBe(3);
    expect(ids(last().body.pattern)).toEqual(['a', 'b']);
  });

  test('what was on its way when the window closed is known when it has arrived', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    page.dispatchEvent(new Event('pagehide'));
    await settled();
    const arrived = last().body.pattern;
    add(bench, 'c', 480);
    await settled();
    const again = await reopen(4, arrived);
    expect(again.getState()).toMatchObject({ saving: 'saving', version: 4, theirs: null });
    expect(idsNow(again)).toEqual(['a', 'b', 'c']);
  });

  test('a draft on a version that somebody else has moved on from is a conflict, not an overwriting', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    const again = await reopen(7, { ...start, name: 'Theirs' });
    begin(again);
    await quiet();
    expect(again.getState()).toMatchObject({ saving: 'conflict', theirs: { document: { name: 'Theirs' } } });
    expect(saves()).toHaveLength(0);
  });

  test('the draft of another window that is open is left to it; that of a closed one is taken up', async () => {
    const bench = open();
    begin(bench, 'there');
    add(bench, 'b', 240);
    openWindows.add('there');
    const beside = await reopen(3, start);
    expect(idsNow(beside)).toEqual(['a']);
    openWindows.delete('there');
    const after = await reopen(3, start);
    expect(idsNow(after)).toEqual(['a', 'b']);
    expect(draft('there')).toBeUndefined();
    expect(draft()).toBeDefined();
  });

  test('a second window that comes back to what was saved drops no draft of the first', async () => {
    const first = open();
    begin(first, 'there');
    add(first, 'b', 240);
    const second = open();
    begin(second, 'here');
    add(second, 'c', 480);
    second.getState().undo();
    await quiet();
    expect(draft('here')).toBeUndefined();
    expect(draft('there')?.document.strokes).toHaveLength(2);
  });

  test('undo goes on after a reload, as long as the document is the same', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    const again = await reopen(3, start);
    again.getState().undo();
    expect(idsNow(again)).toEqual(['a']);
    drawer.kept.delete('draft/pattern/one/here');
    const other = await reopen(9, { ...start, name: 'Another' });
    other.getState().undo();
    expect(other.getState().document.name).toBe('Another');
  });

  test('a full browser costs the draft, never the edit', async () => {
    drawer.full = true;
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    expect(draft()).toBeUndefined();
    await quiet();
    expect(last().body.pattern.strokes).toHaveLength(2);
  });

  test('what cannot be read in the browser is passed over', async () => {
    for (const junk of [{ version: 3, document: { name: 7 } }, 'text', null, { version: 'x', document: start }]) {
      drawer.kept.set('draft/pattern/one/here', junk);
      drawer.kept.set('history/pattern/one/here', junk);
      const bench = await reopen(3, start);
      expect(bench.getState()).toMatchObject({ saving: 'saved', history: { past: [], future: [] } });
      expect(readPattern(bench.getState().document).ok && samePattern(bench.getState().document, start)).toBe(true);
    }
  });
});
