import { say } from '@fleet-wren/wording';
import { expect, test, violations } from './studio.ts';
import { beginSong } from './song-studio.ts';

const midiNotes = (bytes: Buffer): readonly number[] => {
  const notes: number[] = [];
  // Notes on of any channel with a loudness: status, note, velocity.
  for (let at = 0; at + 2 < bytes.length; at += 1)
    if (((bytes[at] ?? 0) & 0xf0) === 0x90 && (bytes[at + 1] ?? 128) < 128 && (bytes[at + 2] ?? 0) > 0)
      notes.push(bytes[at + 1] as number);
  return notes;
};

test('a song moves to another key: what changes is shown first, the MIDI file moves with it, and undo brings it back', async ({
  page,
}) => {
  await beginSong(page, 'Low water', '| F | Bm | F#m | Bm |');
  const notes = async (): Promise<readonly number[]> => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: say('songs.export') }).click();
    await page.getByRole('button', { name: say('common.midi-mid') }).click();
    const stream = await (await download).createReadStream();
    const parts: Buffer[] = [];
    for await (const part of stream) parts.push(part as Buffer);
    return midiNotes(Buffer.concat(parts));
  };
  const before = await notes();
  expect(before.length).toBeGreaterThan(8);

  await page.getByRole('button', { name: say('songs.transpose-more') }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(say('songs.transpose.to-key')).selectOption('3');
  await dialog.getByLabel(say('songs.transpose.same-grips')).check();
  await expect(dialog.getByRole('row', { name: /^Bm/ })).toContainText('Dm');
  expect(await violations(page)).toEqual([]);
  await dialog.getByRole('button', { name: say('songs.transpose.do') }).click();
  await expect(page.getByRole('button', { name: /Dm/ }).first()).toBeVisible();
  expect(await notes()).toEqual(before.map((note) => note + 3));

  await page.getByRole('button', { name: say('common.undo') }).click();
  expect(await notes()).toEqual(before);

  await page.getByRole('button', { name: say('songs.transpose-more') }).click();
  await dialog.getByLabel(say('songs.transpose.same-key-capo')).selectOption('1');
  await dialog.getByLabel(say('songs.transpose.same-grips')).check();
  await dialog.getByRole('button', { name: say('songs.transpose.use-capo') }).click();
  await expect(dialog).toBeHidden();
  expect(await notes()).toEqual(before);
});

test('letters are shortcuts anywhere, or in the pattern alone where that is switched off', async ({ bench }) => {
  const { page } = bench;
  const notes = page.getByText(/\d+ bars?, \d+ notes?/);
  await page.locator('body').click({ position: { x: 5, y: 5 } });
  await page.keyboard.press('m');
  await expect(notes).toContainText('1 note');
  const address = page.url();
  await page.goto('/settings/display');
  await page.getByLabel(say('settings.character-keys')).uncheck();
  await page.goto(address);
  await expect(notes).toContainText('1 note');
  await page.getByRole('link', { name: say('common.drills') }).focus();
  await page.keyboard.press('.');
  await page.keyboard.press('ArrowRight');
  await expect(notes).toContainText('1 note');
  await page.getByRole('application').focus();
  await page.keyboard.press('i');
  await expect(notes).toContainText('2 notes');
});
