import {
  freshWorld,
  world,
  settled,
  start,
  wire,
  open,
  begin,
  add,
  ids,
  idsNow,
  draft,
  quiet,
  last,
  saves,
} from './autosave.harness.ts';

freshWorld();

describe('an edit is saved by itself', () => {
  test('once, after half a second of quiet, on the version it was read at', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet(400);
    add(bench, 'c', 480);
    await quiet(400);
    expect(world.asked).toHaveLength(0);
    expect(bench.getState().saveStatus).toBe('saving');
    await quiet(100);
    expect(world.asked).toHaveLength(1);
    expect(last().body.version).toBe(3);
    expect(ids(last().body.pattern)).toEqual(['a', 'b', 'c']);
    await last().answer(200, wire(4, last().body.pattern));
    expect(bench.getState()).toMatchObject({ saveStatus: 'saved', version: 4 });
    expect(draft()).toBeUndefined();
  });

  test('what is edited while a save is under way goes out after it, on the new version', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    add(bench, 'c', 480);
    await quiet();
    expect(world.asked).toHaveLength(1);
    await last().answer(200, wire(4, last().body.pattern));
    expect(bench.getState().saveStatus).toBe('saving');
    await quiet(0);
    expect(world.asked).toHaveLength(2);
    expect(last().body.version).toBe(4);
    expect(ids(last().body.pattern)).toEqual(['a', 'b', 'c']);
  });

  test('an edit taken back needs no saving', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    bench.getState().undo();
    await quiet();
    expect(world.asked).toHaveLength(0);
    expect(bench.getState().saveStatus).toBe('saved');
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
    void saver.flushAndStop();
    await settled();
    expect(world.asked).toHaveLength(1);
    expect(last().keepalive).toBe(true);
  });

  test('leaving while a save is under way sends what came after it, on the version that save made', async () => {
    const bench = open();
    const saver = begin(bench);
    add(bench, 'b', 240);
    await quiet();
    add(bench, 'c', 480);
    const left = saver.flushAndStop();
    await settled();
    expect(world.asked).toHaveLength(1);
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
    world.page.dispatchEvent(new Event('pagehide'));
    await settled();
    expect(world.asked).toHaveLength(0);
    add(bench, 'b', 240);
    world.page.dispatchEvent(new Event('pagehide'));
    await settled();
    expect(world.asked).toHaveLength(1);
  });
});

describe('when saving fails nothing is lost', () => {
  test('out of reach: said, kept in the browser, tried again until it lands', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().lose();
    expect(bench.getState().saveStatus).toBe('not saved');
    expect(draft()?.document.strokes).toHaveLength(2);
    await quiet(4000);
    expect(world.asked).toHaveLength(2);
    await last().answer(200, wire(4, last().body.pattern));
    expect(bench.getState().saveStatus).toBe('saved');
    expect(draft()).toBeUndefined();
  });

  test('signed out meanwhile: said as that', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().answer(401, { error: { code: 'not-signed-in', message: 'Sign in first.' } });
    expect(bench.getState()).toMatchObject({ saveStatus: 'signed out', rejection: 'Sign in first.' });
  });

  test('refused: said once and not asked again until something changes', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().answer(400, { error: { code: 'field-wrong', message: 'No.' } });
    expect(bench.getState().saveStatus).toBe('refused');
    await quiet(60_000);
    expect(world.asked).toHaveLength(1);
    expect(draft()?.document.strokes).toHaveLength(2);
    add(bench, 'c', 480);
    await quiet();
    expect(world.asked).toHaveLength(2);
  });

  test('deleted elsewhere: said once, and not asked for ever', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    await last().answer(404, { error: { code: 'not-found', message: 'It is gone.' } });
    expect(bench.getState().saveStatus).toBe('deleted');
    await quiet(20_000);
    expect(world.asked).toHaveLength(1);
    expect(bench.getState().document.strokes).toHaveLength(2);
  });

  test('saved elsewhere: both states are there, and no more is sent until the teacher has chosen', async () => {
    const bench = open();
    begin(bench);
    add(bench, 'b', 240);
    await quiet();
    const theirs = wire(4, { ...start, name: 'Theirs' });
    await last().answer(409, { error: { code: 'version-conflict', message: 'Saved elsewhere.' }, current: theirs });
    expect(bench.getState()).toMatchObject({
      saveStatus: 'conflict',
      remoteDocument: { document: { name: 'Theirs' } },
    });
    add(bench, 'c', 480);
    await quiet();
    expect(world.asked).toHaveLength(1);
    expect(draft()?.document.strokes).toHaveLength(3);
    bench.getState().overwriteRemote();
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
    expect(bench.getState()).toMatchObject({ saveStatus: 'saved', version: 4, remoteDocument: null });
  });
});

describe('what another window saved', () => {
  const focus = async (): Promise<void> => {
    world.page.dispatchEvent(new Event('focus'));
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
    expect(bench.getState()).toMatchObject({ version: 5, document: { name: 'Renamed' }, saveStatus: 'saved' });
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
    expect(world.asked).toHaveLength(1);
  });
});
