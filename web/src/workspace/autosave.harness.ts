import { jest } from '@jest/globals';
import { PATTERN_DOCUMENT_TYPE, createPattern, type Pattern, type PatternEdit } from '@fleet-wren/core';
import { createStore } from 'zustand/vanilla';
import { patternRepository } from '../api/patterns.ts';
import { startAutosave, type Autosave } from './autosave.ts';
import { createDraftStore, type KeyValueStore, type BrowserStorage } from './draft-store.ts';
import { openDocument, type Opened } from './open-document.ts';
import {
  createWorkspaceState,
  createWorkspaceActions,
  type WorkspaceActions,
  type WorkspaceState,
} from './workspace-store.ts';

/** What a browser keeps; it may be full. */
class MapDrawer implements KeyValueStore {
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
export const settled = async (): Promise<void> => {
  for (let turn = 0; turn < 40; turn++) await Promise.resolve();
};

/** What the tests see and move: requests, the page, what the browser keeps, and which windows are open. */
export const world = {
  asked: [] as Asked[],
  page: new EventTarget(),
  drawer: new MapDrawer(),
  open: new Set<string>(),
};

/** A server that answers when the test says so. */
const listen = (_path: string, request: RequestInit): Promise<Response> =>
  new Promise((resolve, reject) => {
    world.asked.push({
      method: request.method ?? '',
      keepalive: request.keepalive ?? false,
      body: request.body === undefined ? undefined : JSON.parse(request.body as string),
      answer: (status, body) => (
        resolve(new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })),
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

/** A fresh page in a fresh browser before each test. */
export const freshWorld = (): void => {
  beforeEach(() => {
    jest.useFakeTimers();
    world.asked = [];
    world.page = new EventTarget();
    world.drawer = new MapDrawer();
    world.open = new Set(['here']);
    furnish({ window: world.page, document: { hidden: false }, fetch: listen });
  });

  afterEach(() => {
    jest.useRealTimers();
    furnish(before);
  });
};

/** A browser window: what is kept is written at once, so that the tests see it. */
const household = (window = 'here'): BrowserStorage => ({
  store: world.drawer,
  windowId: window,
  listOpenWindowIds: () => Promise.resolve(world.open),
  runWhenIdle: (work) => work(),
});

export const start = createPattern('Bench', { strokes: [{ id: 'a', at: 0, string: 5 }] });
const kept = (version: number, document: Pattern) => ({ id: 'one', version, workedAt: '', document });
/** The same as the server puts it. */
export const wire = (version: number, pattern: Pattern) => ({ id: 'one', version, workedAt: '', pattern });

type State = WorkspaceState<PatternEdit, Pattern> & WorkspaceActions<PatternEdit, Pattern>;

const lay = ({ kept: read, history, unsaved }: Opened<PatternEdit, Pattern>) => {
  const store = createStore<State>((set, get) => ({
    ...createWorkspaceState(read, history),
    ...unsaved,
    ...createWorkspaceActions<PatternEdit, Pattern>({ kind: PATTERN_DOCUMENT_TYPE }, { get, set }),
  }));
  return store;
};
type Bench = ReturnType<typeof lay>;

export const open = (document = start, version = 3): Bench =>
  lay({ kept: kept(version, document), history: { past: [], future: [] }, unsaved: {} });

export const begin = (store: Bench, window = 'here'): Autosave =>
  startAutosave({
    store,
    records: patternRepository,
    keeper: createDraftStore(household(window), 'pattern', 'one'),
  });

/** Opens the pattern anew in a window, the server holding this; what the page did before ends with the world.page. */
export const reopen = async (version: number, document: Pattern, window = 'here'): Promise<Bench> => {
  await settled();
  jest.clearAllTimers();
  const opening = openDocument(patternRepository, household(window), 'one');
  await settled();
  await last().answer(200, wire(version, document));
  return lay(await opening);
};

/** Adds a stroke, as a teacher does by a key. */
export const add = (bench: Bench, id: string, at: number): void => {
  bench.getState().applyEdit({ kind: 'put', strokes: [{ id, at, string: 2 }] });
};
export const ids = ({ strokes }: Pattern): readonly string[] => strokes.map(({ id }) => id);
export const idsNow = (bench: Bench): readonly string[] => ids(bench.getState().document);

export const draft = (window = 'here'): { document: Pattern; version: number; sent?: Pattern } | undefined =>
  world.drawer.kept.get(`draft/pattern/one/${window}`) as never;

export const quiet = async (milliseconds = 500): Promise<void> => {
  jest.advanceTimersByTime(milliseconds);
  await settled();
};

export const last = (): Asked => world.asked.at(-1) as Asked;
export const saves = (): readonly Asked[] => world.asked.filter(({ method }) => method === 'PUT');
