import { say } from '@fleet-wren/wording';
import { expect, test } from './studio.ts';

test('strokes are put by mouse and keyboard, and the solver fills in every digit', async ({ bench }) => {
  await bench.click(0, 5);
  await bench.click(1, 3);
  await bench.click(2, 2);
  expect(await bench.digits()).toEqual(['thumb', 'index', 'middle']);
  await bench.press('ArrowRight', 'ArrowUp', 'Enter');
  expect(await bench.digits()).toEqual(['thumb', 'index', 'middle', 'ring']);
  await expect(bench.page.getByLabel(say('common.max-tempo'), { exact: true })).toContainText('bpm max');
});

test('a pinned digit stays, the rest follows, and an impossible pin is shown where it is', async ({ bench }) => {
  await bench.put('5 3 2 3');
  await bench.click(1, 3);
  await bench.press('m');
  const strokes = await bench.strokes();
  expect(strokes[1]).toBe('beat 1 e, string 3, middle, pinned');
  expect(strokes[2]).not.toContain('middle');
  await bench.choose(say('bench.school'), say('school.hybrid.name'));
  await bench.click(1, 3);
  await bench.press('i');
  await expect(bench.page.getByText(/At beat 1 e: .* is pinned, which this school does not use\./)).toBeVisible();
  await expect(bench.page.locator('.trouble-ring')).toHaveCount(1);
  await bench.press('Enter');
  await expect(bench.page.locator('.trouble-ring')).toHaveCount(0);
});

test('the school changes the digits of the same strokes', async ({ bench }) => {
  await bench.put('3 2 1 2');
  expect(await bench.digits()).toEqual(['index', 'middle', 'ring', 'middle']);
  await bench.choose(say('bench.school'), say('school.rolling.name'));
  await expect.poll(() => bench.digits()).toEqual(['thumb', 'index', 'middle', 'index']);
  await bench.choose(say('bench.school'), say('school.hybrid.name'));
  await expect.poll(() => bench.digits()).toEqual(['downstroke', 'middle', 'ring', 'middle']);
});

test('the chosen stroke says why it has its digit', async ({ bench }) => {
  await bench.put('5 . 3 . 2 . 3');
  await bench.click(4, 2);
  const chosen = bench.page.getByLabel(say('bench.selected-note'));
  await expect(chosen).toContainText('The middle finger is at home on string 2');
  await expect(chosen).toContainText('Next choice:');
});

test('what cannot be is refused in a sentence, and what was there stays', async ({ bench }) => {
  await bench.click(0, 5);
  await bench.click(3, 6);
  await expect(bench.page.getByRole('alert')).toHaveText(
    'At beat 1 a: string 6 is muted in C, so nothing would sound. Choose another string or voicing.',
  );
  expect(await bench.strokes()).toHaveLength(1);
  const tempo = bench.page.getByLabel(say('common.tempo-bpm'));
  for (const value of ['0', '1000']) {
    await tempo.fill(value);
    await tempo.press('Enter');
    await expect(bench.page.getByRole('alert')).toContainText(`${value} bpm is out of range. Choose 20 to 400`);
    await expect(tempo).toHaveValue('80');
  }
});

test('a chord that mutes a struck string keeps the stroke and says so', async ({ bench }) => {
  await bench.click(0, 5);
  await bench.choose(say('bench.chord'), 'D');
  await expect(bench.page.getByText('At beat 1: string 5 is muted in D, so nothing would sound.')).toBeVisible();
  expect(await bench.strokes()).toHaveLength(1);
});

test('undo and redo go through the session, over a reload too', async ({ bench }) => {
  await bench.click(0, 5);
  await bench.click(1, 3);
  await bench.choose(say('bench.school'), say('school.rolling.name'));
  await bench.saved();
  await bench.page.reload();
  await bench.judged();
  await bench.press('Control+z', 'Control+z');
  expect(await bench.strokes()).toEqual(['beat 1, string 5, thumb']);
  await expect(bench.page.getByLabel(say('bench.school'), { exact: true })).toHaveValue('one-per-string');
  await bench.press('Control+y', 'Control+y');
  expect(await bench.strokes()).toHaveLength(2);
  await expect(bench.page.getByLabel(say('bench.school'), { exact: true })).toHaveValue('rolling');
});

test('metre, length, subdivision, tuning and chord are set, and a token is dragged', async ({ bench }) => {
  await bench.choose(say('bench.time-signature'), '3/4');
  await bench.choose(say('bench.subdivision'), say('bench.triplets'));
  await bench.choose(say('generate.tuning'), 'Open D');
  await expect(bench.page.getByLabel(say('bench.chord'), { exact: true })).toHaveValue('C');
  await bench.click(0, 6);
  const from = await bench.pointAt(0, 6);
  const to = await bench.pointAt(4, 4);
  await bench.page.mouse.move(from.x, from.y);
  await bench.page.mouse.down();
  await bench.page.mouse.move(to.x, to.y, { steps: 4 });
  await bench.page.mouse.up();
  expect(await bench.strokes()).toEqual(['beat 2 trip, string 4, thumb']);
  await bench.choose(say('bench.bars'), '2 bars');
  await expect(bench.page.locator('.threads .count')).toHaveCount(18);
});

test('every command has its key in one overlay', async ({ bench }) => {
  await bench.press('?');
  const overlay = bench.page.getByRole('dialog');
  for (const label of [
    say('bench.next-subdivision'),
    say('bench.add-note-finger-chosen-automatically'),
    say('common.thumb-only'),
    say('common.undo'),
  ])
    await expect(overlay.getByText(label)).toBeVisible();
  await bench.press('Escape');
  await expect(overlay).toBeHidden();
});

test('6/8 is counted in its dotted beats, or note by note at the same speed', async ({ bench }) => {
  const { page } = bench;
  await bench.choose(say('bench.time-signature'), '6/8');
  await expect(page.getByText(say('bench.dotted-quarter-bpm'))).toBeVisible();
  await expect(page.locator('.threads .count').nth(2)).toHaveText('la');
  const tempo = page.getByLabel(say('common.tempo-bpm'));
  const felt = Number(await tempo.inputValue());
  await bench.choose(say('bench.time-signature'), say('bench.metre-by-note', { time: '6/8' }));
  await expect(tempo).toHaveValue(String(felt * 3));
  await expect(page.getByText(say('bench.eighth-note-bpm'))).toBeVisible();
});

test('notes are typed: frets by figures, a line of fingers, tablature that is pasted', async ({ bench }) => {
  const { page } = bench;
  const frets = (): Promise<string[]> => page.locator('.threads .mark-fret').allTextContents();
  await bench.click(0, 5);
  await bench.press('1', '2');
  await expect.poll(frets).toEqual(['12']);
  await bench.press('Alt+ArrowUp');
  await expect.poll(frets).toEqual(['7']);
  expect((await bench.strokes())[0]).toContain('string 4');

  await bench.press('y');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox').fill('p i m a');
  await expect(dialog.getByText(say('bench.figure-as-fingers'))).toBeVisible();
  await dialog.getByRole('button', { name: say('bench.figure-replace') }).click();
  expect(await bench.digits()).toEqual(['thumb', 'index', 'middle', 'ring']);
  await bench.press('Control+z');
  expect(await bench.strokes()).toHaveLength(1);

  await page.evaluate(() => {
    const clipboardData = new DataTransfer();
    const lines = ['e|-----0-|', 'B|---1---|', 'G|-0-----|', 'D|-------|', 'A|-3-----|', 'E|-------|'];
    clipboardData.setData('text/plain', lines.join('\n'));
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await expect(dialog.getByText(say('bench.figure-as-tablature'))).toBeVisible();
  await dialog.getByRole('button', { name: say('bench.figure-replace') }).click();
  await expect(dialog).toBeHidden();
  await expect.poll(frets).toEqual(['3', '0', '1', '0']);
});
