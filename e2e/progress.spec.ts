import { say } from '@fleet-wren/wording';
import { phoneAtThumb, phoneIn, withStudent } from './practice-room.ts';
import { expect, test, violations } from './studio.ts';

test('the room shows a student’s own progress, opens again without an address, and goes to another device', async ({
  page,
  browser,
}) => {
  await withStudent(page);
  const phone = await phoneIn(page, browser);
  await expect(phone.locator('link[rel="manifest"]')).toHaveAttribute('href', '/practice.webmanifest');
  const manifest = (await (await phone.request.get('/practice.webmanifest')).json()) as {
    readonly start_url: string;
    readonly icons: readonly { readonly src: string }[];
  };
  expect(manifest.start_url).toBe('/practice');
  for (const { src } of manifest.icons) expect((await phone.request.get(src)).ok()).toBe(true);
  const words = phone.getByText(/Nothing to practise yet, Imre/);
  await expect(words).toBeVisible();

  await phone.goto('about:blank');
  await phone.goto(manifest.start_url);
  await expect(words).toBeVisible();
  await phone.context().close();
});

test('progress, reading aloud and the code for another device stand in the room', async ({ page, browser }) => {
  await withStudent(page);
  await page.getByRole('button', { name: say('students.assign-pattern') }).click();
  await page.getByRole('button', { name: /Towpath roll/ }).click();
  await page.getByRole('button', { name: say('students.assign'), exact: true }).click();
  await expect(page.getByRole('link', { name: 'Towpath roll' })).toBeVisible();
  const phone = await phoneIn(page, browser);
  await phone.addInitScript(() => {
    const spoken: string[] = [];
    Object.assign(window, { spoken });
    window.speechSynthesis.speak = ({ text }) => void spoken.push(text);
  });
  await phone.reload();
  await phone.getByRole('button', { name: say('practice.continue') }).click();

  await phone.getByRole('button', { name: say('practice.my-progress') }).click();
  await expect(phone.getByRole('region', { name: say('practice.my-progress') })).toContainText('no practice yet');
  // Of who has not practised yet, nothing is known: what comes next is there all the same.
  await expect(phone.getByRole('region', { name: say('practice.my-skills') })).toContainText('Steady thumb');
  expect(await violations(phone)).toEqual([]);
  await phone.getByRole('button', { name: say('practice.back-to-practice') }).click();

  await phone.getByRole('button', { name: say('practice.sound-and-display') }).click();
  await phone.getByRole('switch', { name: say('practice.read-aloud') }).click();
  const spoken = () => phone.evaluate(() => (window as unknown as { spoken: readonly string[] }).spoken);
  await expect.poll(async () => (await spoken()).join(' ')).toContain('Hand position');
  await phone.getByRole('button', { name: say('practice.other-device') }).click();
  await expect(phone.getByRole('img', { name: say('practice.qr-code') })).toBeVisible();
  expect(await violations(phone)).toEqual([]);
  await phone.context().close();
});

test('the room shows the hand that plays the stage, as pictures and with what is heard', async ({ page, browser }) => {
  const phone = await phoneAtThumb(page, browser);
  await phone.getByText(say('hand.open')).click();
  const film = phone.getByRole('list', { name: say('hand.filmstrip') });
  await expect(film.getByRole('listitem').first()).toContainText(say('hand.plays', { finger: 'thumb', string: 5 }));
  expect(await violations(phone)).toEqual([]);
  await phone.getByRole('button', { name: say('common.play'), exact: true }).click();
  await expect(phone.getByRole('img', { name: say('hand.picture') })).toBeVisible();
  await expect(film).toBeHidden();
  await phone.getByRole('button', { name: say('common.stop') }).click();
  await expect(film).toBeVisible();
  await phone.context().close();
});
