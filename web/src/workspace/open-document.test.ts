import { parsePattern, isSamePattern } from '@fleet-wren/core';
import {
  freshWorld,
  world,
  settled,
  start,
  open,
  begin,
  reopen,
  add,
  ids,
  idsNow,
  draft,
  quiet,
  last,
  saves,
} from './autosave.harness.ts';
import { dropHistories, type KeyValueStore } from './draft-store.ts';

freshWorld();

describe('drafts and undo outlive the window', () => {
  test('a draft opens where it was left, as unsaved, and goes out at once', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    const again = await reopen(3, start);
    expect(again.getState().saveStatus).toBe('saving');
    begin(again);
    await quiet(0);
    expect(last().body.version).toBe(3);
    expect(ids(last().body.pattern)).toEqual(['a', 'b']);
  });

  test('what was on its way when the window closed is known when it has arrived', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    world.page.dispatchEvent(new Event('pagehide'));
    await settled();
    const arrived = last().body.pattern;
    add(bench, 'c', 480);
    await settled();
    const again = await reopen(4, arrived);
    expect(again.getState()).toMatchObject({ saveStatus: 'saving', version: 4, remoteDocument: null });
    expect(idsNow(again)).toEqual(['a', 'b', 'c']);
  });

  test('a draft on a version that somebody else has moved on from is a conflict, not an overwriting', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    const again = await reopen(7, { ...start, name: 'Theirs' });
    begin(again);
    await quiet();
    expect(again.getState()).toMatchObject({
      saveStatus: 'conflict',
      remoteDocument: { document: { name: 'Theirs' } },
    });
    expect(saves()).toHaveLength(0);
  });

  test('the draft of another window that is open is left to it; that of a closed one is taken up', async () => {
    const bench = open();
    begin(bench, 'there');
    add(bench, 'b', 240);
    world.open.add('there');
    const beside = await reopen(3, start);
    expect(idsNow(beside)).toEqual(['a']);
    world.open.delete('there');
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
    world.drawer.kept.delete('draft/pattern/one/here');
    const other = await reopen(9, { ...start, name: 'Another' });
    other.getState().undo();
    expect(other.getState().document.name).toBe('Another');
  });

  test('a full browser costs the draft, never the edit', async () => {
    world.drawer.full = true;
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    expect(draft()).toBeUndefined();
    await quiet();
    expect(last().body.pattern.strokes).toHaveLength(2);
  });

  test('what cannot be read in the browser is passed over', async () => {
    for (const junk of [{ version: 3, document: { name: 7 } }, 'text', null, { version: 'x', document: start }]) {
      world.drawer.kept.set('draft/pattern/one/here', junk);
      world.drawer.kept.set('history/pattern/one/here', junk);
      const bench = await reopen(3, start);
      expect(bench.getState()).toMatchObject({ saveStatus: 'saved', history: { past: [], future: [] } });
      expect(parsePattern(bench.getState().document).ok && isSamePattern(bench.getState().document, start)).toBe(true);
    }
  });
});

test('signing out lets go of every history, and of no draft', async () => {
  const kept = new Map<string, unknown>([
    ['history/pattern/one/first', {}],
    ['history/song/two/second', {}],
    ['draft/pattern/one/first', {}],
  ]);
  const drawer: KeyValueStore = {
    get: (key) => Promise.resolve(kept.get(key)),
    set: (key, value) => Promise.resolve(void kept.set(key, value)),
    remove: (key) => Promise.resolve(void kept.delete(key)),
    keys: () => Promise.resolve([...kept.keys()]),
  };
  await dropHistories({ store: drawer });
  expect([...kept.keys()]).toEqual(['draft/pattern/one/first']);
});
