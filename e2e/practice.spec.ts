import { randomUUID } from 'node:crypto';
import { newSong, type LadderPlan } from '@fleet-wren/core';
import type { Page } from '@playwright/test';
import { PATTERN, phoneIn, setPattern, withStudent } from './practice-room.ts';
import { expect, test, violations } from './studio.ts';

/** A song whose first section has something to practise. */
const SONG = newSong('Ash lane');

interface Assignment {
  readonly id: string;
  readonly plan: LadderPlan;
}

const pedal = (phone: Page, said: 'clean' | 'slipped'): Promise<void> =>
  phone.evaluate((detail) => void window.dispatchEvent(new CustomEvent('wren-pedal', { detail })), said);

const streak = (phone: Page) => phone.locator('.room-streak');

/** Presses of one pedal, each when the one before was counted: a worn switch’s chatter counts once. */
const cleanTo = async (phone: Page, from: number, to: number): Promise<void> => {
  for (let count = from + 1; count <= to; count += 1)
    await expect(async () => {
      await pedal(phone, 'clean');
      await expect(streak(phone)).toContainText(new RegExp(`^${count} of`), { timeout: 400 });
    }).toPass();
};

test('a lesson: a student is added, a pattern set with its ladder, counted, noted, planned', async ({ page }) => {
  await withStudent(page);
  await page.getByRole('button', { name: 'About' }).click();
  await page.getByLabel('Lesson on').selectOption('Wednesday');
  await page.getByLabel('Minutes a week').fill('90');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Wednesday')).toBeVisible();
  await setPattern(page);
  const item = page.getByRole('article', { name: 'Towpath roll' });
  await expect(item).toContainText('Position');
  await item.getByRole('button', { name: 'Done' }).click();
  await expect(item).toContainText('0 of 5 in a row');
  await item.getByRole('button', { name: 'Clean' }).click();
  await expect(item).toContainText('1 of 5 in a row');
  await item.getByRole('button', { name: 'Slipped' }).click();
  await expect(item).toContainText('0 of 5 in a row');
  await item.getByRole('button', { name: 'take it as learnt' }).click();
  await expect(item).toContainText('The fingers alone');
  await item.getByRole('button', { name: 'ladder and days' }).click();
  await expect(item.getByRole('img', { name: 'Clean tempo against days' })).toBeVisible();
  await page.getByLabel('A note', { exact: true }).fill('Lets the thumb wait.');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByRole('list', { name: /What happened/ })).toContainText('Lets the thumb wait.');
  await page.getByLabel('Minutes of the sitting').fill('3');
  await expect(page.getByText('a sitting is 5 to 120 minutes')).toBeVisible();
  await page.getByLabel('Minutes of the sitting').fill('15');
  await expect(page.getByRole('region', { name: 'The next sitting' })).toContainText('Towpath roll: The fingers alone');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: 'A sheet to print' }).click();
  const sheet = page.getByRole('article', { name: 'Sheet: For Imre Sallow' });
  await expect(sheet).toContainText('5 times clean in a row');
  await expect(sheet.locator('.threads')).toBeVisible();
  expect(await violations(page)).toEqual([]);
});

test('a set of drills is set, the easiest first', async ({ page }) => {
  await withStudent(page);
  const drills = [90, 60].map((tempo) => ({ ...PATTERN, name: `Drill at ${tempo}`, tempo, tags: ['Towpath'] }));
  await page.request.post('/api/patterns/many', { data: { patterns: drills } });
  await page.reload();
  await page.getByRole('button', { name: 'Set drills' }).click();
  await page.getByRole('button', { name: 'Set them' }).click();
  await expect(page.getByText('2 drills are set.')).toBeVisible();
  const items = page.getByRole('region', { name: 'What is practised' }).getByRole('article');
  await expect(items).toHaveCount(2);
  await expect(items.first()).toContainText('Drill at 60');
});

test('stages are arranged while a song’s section is set, and again later; the sheet prints the teacher’s remark', async ({
  page,
}) => {
  await withStudent(page);
  await page.request.post('/api/songs', { data: { song: SONG } });
  await page.getByRole('button', { name: 'Set part of a song' }).click();
  await page.getByRole('button', { name: 'Ash lane' }).click();
  await page.getByRole('list', { name: 'Sections' }).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Arrange the stages' }).click();
  const stages = page.getByRole('list', { name: 'Stages in order' });
  await page.getByRole('button', { name: 'Leave out Position' }).click();
  await expect(page.getByRole('status', { name: 'What follows' })).toContainText('begins without “Position”');
  await page.getByLabel('Remark on The thumb alone').fill('Let it walk like the ferryman.');
  await page.getByLabel('Tempo of The thumb alone').fill('51');
  await page.getByLabel('A stage of your own').fill('For the neighbours');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(stages).toContainText('For the neighbours');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Set it' }).click();
  const item = page.getByRole('article', { name: /^Ash lane/ });
  await expect(item).toContainText('The thumb alone at 51');
  await item.getByRole('button', { name: 'ladder and days' }).click();
  await item.getByRole('button', { name: 'Arrange the stages' }).click();
  await page.getByRole('button', { name: 'The thumb alone later' }).click();
  await page.getByRole('button', { name: 'Position', exact: true }).click();
  await page.getByRole('button', { name: 'Keep it so' }).click();
  await expect(item).toContainText(/^(?!.*The thumb alone at 51).*Position/s);
  await item.getByRole('button', { name: 'take it as learnt' }).click();
  await expect(item.locator('.item-standing')).toContainText('The fingers alone');
  await item.getByRole('button', { name: 'take it as learnt' }).click();
  await expect(item.locator('.item-standing')).toContainText('The thumb alone at 51');
  await page.getByRole('link', { name: 'A sheet to print' }).click();
  await expect(page.getByRole('article', { name: /Sheet: For/ })).toContainText('Let it walk like the ferryman.');
});

test('what practice says of the hand is shown, and taken for the hand', async ({ page }) => {
  await withStudent(page);
  await setPattern(page);
  const id = page.url().split('/').at(-1) ?? '';
  const [item] = (await (await page.request.get(`/api/students/${id}/assignments`)).json()) as readonly Assignment[];
  const tempo = item?.plan.stages.find(({ key }) => key === 'tempo');
  const events = Array.from({ length: 60 }, (_, index) => ({
    assignment: item?.id,
    event: {
      id: randomUUID(),
      at: Date.now() - 3_600_000 * (60 - index),
      kind: index % 3 === 0 ? 'clean' : 'slipped',
      stage: 'tempo',
      tempo: Math.round((tempo?.ceiling ?? 100) * 0.7),
    },
  }));
  for (let from = 0; from < events.length; from += 15) {
    const data = { events: events.slice(from, from + 15) };
    expect((await page.request.post(`/api/students/${id}/events`, { data })).status()).toBe(201);
  }
  await page.reload();
  const hand = page.getByRole('region', { name: 'The hand' });
  await expect(hand.getByRole('table')).toContainText(/again|in turn/);
  await expect(hand.getByRole('table')).toContainText('% slower');
  expect(await violations(page)).toEqual([]);
  await hand.getByRole('button', { name: 'Judge by what was heard' }).click();
  await expect(page.getByText(/made for Imre Sallow’s hand as heard/)).toBeVisible();
  await expect(hand).toContainText('Hands kept: 1');
  await expect(hand.getByRole('button', { name: 'Judge by what was heard' })).toBeHidden();
});

test('a target beyond the hand is said before it is set, with what could be done instead', async ({ page }) => {
  await withStudent(page);
  await page.getByRole('button', { name: 'Set something' }).click();
  await page.getByRole('button', { name: /Towpath roll/ }).click();
  await page.getByLabel('Target, beats a minute').fill('390');
  await expect(page.getByText(/The target is beyond what this hand can do here/)).toBeVisible();
  await page.getByRole('button', { name: /^Take \d+$/ }).click();
  await expect(page.getByText(/The target is beyond/)).toBeHidden();
  expect(await violations(page)).toEqual([]);
});

test('a sitting on a phone with a pedal: counted, taken back, and nothing lost without a connection', async ({
  page,
  browser,
}) => {
  await withStudent(page, 'Tamsin Holt');
  await setPattern(page);
  const phone = await phoneIn(page, browser);
  await expect(phone.getByText('Rest, do not grip.')).toBeVisible();
  expect(await violations(phone)).toEqual([]);
  await phone.getByRole('button', { name: /Position/ }).click();
  await phone.getByRole('button', { name: /Done\?/ }).click();
  await expect(phone.getByRole('heading', { name: 'The thumb alone' })).toBeVisible();
  expect(await violations(phone)).toEqual([]);
  await cleanTo(phone, 0, 2);
  await phone.getByRole('button', { name: 'Take back' }).click();
  await expect(streak(phone)).toContainText('1 of 5');
  await phone.context().setOffline(true);
  await cleanTo(phone, 1, 4);
  await expect(phone.getByText(/Offline: \d+ entr(y|ies) waiting to sync/)).toBeVisible();
  await phone.context().setOffline(false);
  await phone.reload();
  await phone.getByRole('button', { name: /Position/ }).click();
  await expect(streak(phone)).toContainText('4 of 5');
  await phone.keyboard.press('PageDown');
  await expect(phone.getByRole('heading', { name: 'The fingers alone' })).toBeVisible();
  await expect(phone.getByText(/Offline|Syncing/)).toBeHidden();
  await page.reload();
  await expect(page.getByRole('article', { name: 'Towpath roll' })).toContainText('The fingers alone');
  await phone.context().close();
});

test('a room opens without a connection once it was opened here', async ({ page, browser }) => {
  await withStudent(page);
  await setPattern(page);
  const phone = await phoneIn(page, browser);
  await expect(phone.getByText('Rest, do not grip.')).toBeVisible();
  await phone.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await phone.context().setOffline(true);
  await phone.reload();
  await expect(phone.getByText('Rest, do not grip.')).toBeVisible();
  await phone.getByRole('button', { name: /Position/ }).click();
  await expect(phone.getByRole('button', { name: /Done\?/ })).toBeVisible();
  await phone.context().close();
});

test('a link that was revoked, or never was, says the same', async ({ page, browser }) => {
  await withStudent(page);
  const phone = await phoneIn(page, browser);
  await expect(phone.getByText(/Nothing is set for you yet, Imre/)).toBeVisible();
  await page.getByRole('button', { name: 'revoke' }).click();
  await expect(page.getByRole('button', { name: 'revoke' })).toBeHidden();
  await phone.reload();
  const words = 'This link does not lead anywhere (any more). Ask your teacher for a new one.';
  await expect(phone.getByText(words)).toBeVisible();
  await phone.goto(`/practice#${randomUUID().replaceAll('-', '').slice(0, 22)}`);
  await phone.reload();
  await expect(phone.getByText(words)).toBeVisible();
  await phone.context().close();
});

test('the desk shows who comes today, a lesson is called off, and a student is removed with everything', async ({
  page,
}) => {
  await withStudent(page);
  await page.getByRole('button', { name: 'About' }).click();
  const today = new Date().toLocaleDateString('en-GB', { weekday: 'long' });
  await page.getByLabel('Lesson on').selectOption(today);
  await page.getByLabel('at', { exact: true }).fill('16:30');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('link', { name: 'Desk' }).click();
  const lessons = page.getByRole('region', { name: 'Today' });
  await expect(lessons).toContainText('16:30');
  await lessons.getByRole('button', { name: 'not today' }).click();
  await expect(lessons).toContainText('No lessons today.');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(lessons).toContainText('16:30');
  await expect(page.getByRole('region', { name: 'Stuck' })).toContainText('Nobody.');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: 'Students' }).click();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: 'Imre Sallow' }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await page.getByRole('button', { name: 'Remove everything' }).click();
  await expect(page.getByText('Nobody is on the roster yet.')).toBeVisible();
});

test('drills for a student: what is known is kept with the student, what is set shows how it stands', async ({
  page,
}) => {
  await withStudent(page);
  await page.getByRole('link', { name: 'Patterns', exact: true }).click();
  await page.getByRole('link', { name: 'Towpath roll', exact: true }).click();
  await page.getByRole('link', { name: 'Drills' }).click();
  await page.getByLabel('For').selectOption('Imre Sallow');
  const first = page.locator('.drill').first();
  await first.getByRole('button', { name: 'known' }).click();
  await expect(first.getByRole('button', { name: 'known' })).toHaveAttribute('aria-pressed', 'true');
  const second = page.locator('.drill').nth(1);
  await second.getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Set them for Imre Sallow' }).click();
  await expect(second).toContainText(/set, 0 of \d+/);
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await expect(first.getByRole('button', { name: 'known' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByLabel('For').selectOption('nobody in particular');
  await expect(first.getByRole('button', { name: 'known' })).toHaveAttribute('aria-pressed', 'false');
});

test('the room as somebody likes it: click alone with silent bars, a rising tempo, large print', async ({
  page,
  browser,
}) => {
  await withStudent(page);
  await setPattern(page);
  const phone = await phoneIn(page, browser);
  await phone.getByRole('button', { name: 'Go on' }).click();
  await phone.getByRole('button', { name: 'Sound and print' }).click();
  const panel = phone.getByRole('region', { name: 'Sound and print' });
  await panel.getByLabel('You hear').selectOption('click alone');
  await panel.getByLabel('Silent bars').selectOption('two of four bars');
  await panel.getByRole('switch', { name: /rise/ }).click();
  await panel.getByRole('switch', { name: /Large print/ }).click();
  expect(await violations(phone)).toEqual([]);
  await panel.getByRole('button', { name: 'Good' }).click();
  await expect(phone.locator('.room-large')).toBeVisible();
  await phone.reload();
  await phone.getByRole('button', { name: 'Go on' }).click();
  await expect(phone.locator('.room-large')).toBeVisible();
  await phone.getByRole('button', { name: 'Sound and print' }).click();
  await expect(phone.getByLabel('You hear')).toHaveValue('click alone');
});

test('a lesson beside the bench: counted where the pattern lies, noted, and on to the page', async ({ page }) => {
  await withStudent(page);
  await setPattern(page);
  await page.getByRole('article', { name: 'Towpath roll' }).getByRole('link', { name: 'Towpath roll' }).click();
  const lesson = page.getByRole('complementary', { name: 'Lesson with Imre Sallow' });
  await expect(lesson).toContainText('Position');
  await lesson.getByRole('button', { name: 'Done' }).click();
  await lesson.getByRole('button', { name: 'Clean' }).click();
  await expect(lesson).toContainText('1 of 5 in a row');
  await lesson.getByLabel('A note').fill('Thumb comes late');
  await lesson.getByRole('button', { name: 'Write it down' }).click();
  await expect(lesson.getByLabel('A note')).toHaveValue('');
  await expect(page.locator('.threads')).toHaveAttribute('data-judged', 'yes');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeInViewport();
  expect(await violations(page)).toEqual([]);
  await lesson.getByRole('link', { name: 'Imre Sallow' }).click();
  await expect(page.getByRole('list', { name: 'What happened, newest first' })).toContainText('Thumb comes late');
});
