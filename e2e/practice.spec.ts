import { say } from '@fleet-wren/wording';
import { randomUUID } from 'node:crypto';
import { createSong, type LadderPlan } from '@fleet-wren/core';
import type { Page } from '@playwright/test';
import {
  PATTERN,
  countIt,
  phoneAtThumb,
  phoneIn,
  setPattern,
  untilSlipsArrived,
  withStudent,
} from './practice-room.ts';
import { expect, test, violations } from './studio.ts';

const THUMB = say('stage.thumb.name', { finger: 'p' });

/** A song whose first section has something to practise. */
const SONG = createSong('Ash lane');

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
      await countIt(phone);
      await expect(streak(phone)).toContainText(new RegExp(`^${count} of`), { timeout: 400 });
    }).toPass();
};

test('a lesson: a student is added, a pattern set with its ladder, counted, noted, planned', async ({ page }) => {
  await withStudent(page);
  await page.getByRole('button', { name: say('students.details') }).click();
  await page.getByLabel(say('students.lesson-day')).selectOption('Wednesday');
  await page.getByLabel(say('students.practice-per-week-minutes')).fill('90');
  await page.getByRole('button', { name: say('students.save'), exact: true }).click();
  await expect(page.getByText(/Wednesday ·/)).toBeVisible();
  await setPattern(page);
  const item = page.getByRole('article', { name: 'Towpath roll' });
  await expect(item).toContainText(say('stage.position.name'));
  await item.getByRole('button', { name: say('common.done') }).click();
  await expect(item).toContainText(say('parts.of-clean-in-a-row', { streak: 0, gate: 5 }));
  await item.getByRole('button', { name: say('common.clean') }).click();
  await expect(item).toContainText(say('parts.of-clean-in-a-row', { streak: 1, gate: 5 }));
  await item.getByRole('button', { name: say('common.missed') }).click();
  await expect(item).toContainText(say('parts.of-clean-in-a-row', { streak: 0, gate: 5 }));
  await item.getByRole('button', { name: say('parts.mark-as-learned') }).click();
  await expect(item).toContainText(say('stage.fingers.name'));
  await item.getByRole('button', { name: say('students.show-ladder-and-history') }).click();
  await expect(item.getByRole('img', { name: say('students.clean-tempo-by-day') })).toBeVisible();
  await page.getByLabel(say('parts.note'), { exact: true }).fill('Lets the thumb wait.');
  await page.getByRole('button', { name: say('parts.save-note') }).click();
  await expect(page.getByRole('list', { name: /Practice log/ })).toContainText('Lets the thumb wait.');
  await page.getByLabel(say('students.session-length-in-minutes')).fill('3');
  await expect(page.getByText('A practice session is 5 to 120 minutes')).toBeVisible();
  await page.getByLabel(say('students.session-length-in-minutes')).fill('15');
  await expect(page.getByRole('region', { name: say('students.next-practice-session') })).toContainText(
    `Towpath roll: ${say('stage.fingers.name')}`,
  );
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: say('common.sheet-to-print') }).click();
  const sheet = page.getByRole('article', {
    name: say('sheet.sheet', { title: say('sheet.practice-sheet-for', { name: 'Imre Sallow' }) }),
  });
  await expect(sheet).toContainText(say('sheet.clean-in-a-row-then-go', { gate: 5 }).trim());
  await expect(sheet.locator('.threads')).toBeVisible();
  expect(await violations(page)).toEqual([]);
});

test('a set of drills is set, the easiest first', async ({ page }) => {
  await withStudent(page);
  const drills = [90, 60].map((tempo) => ({ ...PATTERN, name: `Drill at ${tempo}`, tempo, tags: ['Towpath'] }));
  await page.request.post('/api/patterns/many', { data: { patterns: drills } });
  await page.reload();
  await page.getByRole('button', { name: say('students.assign-drill-set') }).click();
  await page.getByRole('button', { name: say('students.assign'), exact: true }).click();
  await expect(page.getByText(say('parts.drills-assigned', { count: 2 }))).toBeVisible();
  const items = page.getByRole('region', { name: say('students.assignments') }).getByRole('article');
  await expect(items).toHaveCount(2);
  await expect(items.first()).toContainText('Drill at 60');
});

test('stages are arranged while a song’s section is set, and again later; the sheet prints the teacher’s remark', async ({
  page,
}) => {
  await withStudent(page);
  await page.request.post('/api/songs', { data: { song: SONG } });
  await page.getByRole('button', { name: say('students.assign-song-section') }).click();
  await page.getByRole('button', { name: 'Ash lane' }).click();
  await page
    .getByRole('list', { name: say('students.sections') })
    .getByRole('button')
    .first()
    .click();
  await page.getByRole('button', { name: say('students.edit-stages') }).click();
  const stages = page.getByRole('list', { name: say('students.stages-in-order') });
  await page.getByRole('button', { name: say('students.remove', { name: say('stage.position.name') }) }).click();
  await expect(page.getByRole('status', { name: say('students.effects-of-this-change') })).toContainText(
    `starts without “${say('stage.position.name')}”`,
  );
  await page.getByLabel(say('students.comment-on', { name: THUMB })).fill('Let it walk like the ferryman.');
  await page.getByLabel(say('students.tempo-of-bpm', { name: THUMB })).fill('51');
  await page.getByLabel(say('students.gate-of', { name: THUMB })).fill('3');
  await page.getByLabel(say('students.new-stage')).fill('For the neighbours');
  await page.getByRole('button', { name: say('students.add-stage') }).click();
  await expect(stages).toContainText('For the neighbours');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: say('students.assign'), exact: true }).click();
  const item = page.getByRole('article', { name: /^Ash lane/ });
  await expect(item).toContainText(`${THUMB} at 51 bpm`);
  await item.getByRole('button', { name: say('students.show-ladder-and-history') }).click();
  await item.getByRole('button', { name: say('students.edit-stages') }).click();
  await page.getByRole('button', { name: say('students.move-down', { name: THUMB }) }).click();
  await page.getByRole('button', { name: say('stage.position.name'), exact: true }).click();
  await page.getByRole('button', { name: say('students.save'), exact: true }).click();
  await expect(item).toContainText(new RegExp(`^(?!.*${THUMB} at 51 bpm).*${say('stage.position.name')}`, 's'));
  await item.getByRole('button', { name: say('parts.mark-as-learned') }).click();
  await expect(item.locator('.item-standing')).toContainText(say('stage.fingers.name'));
  await item.getByRole('button', { name: say('parts.mark-as-learned') }).click();
  await expect(item.locator('.item-standing')).toContainText(`${THUMB} at 51 bpm`);
  await expect(item).toContainText('0 of 3 clean in a row');
  await page.getByRole('link', { name: say('common.sheet-to-print') }).click();
  await expect(page.getByRole('article', { name: /Practice sheet for/ })).toContainText(
    'Let it walk like the ferryman.',
  );
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
  const hand = page.getByRole('region', { name: say('common.hand-profile') });
  await expect(hand.getByRole('table')).toContainText('repeated');
  await expect(hand.getByRole('table')).toContainText('% slower');
  expect(await violations(page)).toEqual([]);
  await hand.getByRole('button', { name: say('students.use-measured-profile') }).click();
  await expect(page.getByText(/New assignments for Imre Sallow now use this hand profile/)).toBeVisible();
  await expect(hand).toContainText(say('students.saved-hand-profiles', { handsCount: 1 }));
  await expect(hand.getByRole('button', { name: say('students.use-measured-profile') })).toBeHidden();
});

test('a target beyond the hand is said before it is set, with what could be done instead', async ({ page }) => {
  await withStudent(page);
  await page.getByRole('button', { name: say('students.assign-pattern') }).click();
  await page.getByRole('button', { name: /Towpath roll/ }).click();
  await page.getByLabel(say('students.target-tempo-bpm')).fill('390');
  await expect(page.getByText(/The target is above this hand’s max tempo here/)).toBeVisible();
  await page.getByRole('button', { name: /^Set the target to \d+ bpm$/ }).click();
  await expect(page.getByText(/The target is above/)).toBeHidden();
  expect(await violations(page)).toEqual([]);
});

test('a sitting on a phone with a pedal: counted, taken back, and nothing lost without a connection', async ({
  page,
  browser,
}) => {
  await withStudent(page, 'Tamsin Holt');
  await setPattern(page);
  const phone = await phoneIn(page, browser);
  await expect(phone.getByText(/Rest your fingers on the strings/)).toBeVisible();
  expect(await violations(phone)).toEqual([]);
  await phone.getByRole('button', { name: /Hand position/ }).click();
  await phone.getByRole('button', { name: /Done/ }).click();
  await expect(phone.getByRole('heading', { name: THUMB })).toBeVisible();
  expect(await violations(phone)).toEqual([]);
  await cleanTo(phone, 0, 2);
  await phone.getByRole('button', { name: say('common.undo') }).click();
  await expect(streak(phone)).toContainText('1 of 5');
  await phone.context().setOffline(true);
  await cleanTo(phone, 1, 4);
  await expect(phone.getByText(/Offline: \d+ entr(y|ies) waiting to sync/)).toBeVisible();
  await phone.context().setOffline(false);
  await phone.reload();
  await phone.getByRole('button', { name: /Hand position/ }).click();
  await expect(streak(phone)).toContainText('4 of 5');
  await phone.keyboard.press('PageDown');
  await expect(phone.getByRole('heading', { name: say('stage.fingers.name') })).toBeVisible();
  await expect(phone.getByText(/Offline|Syncing/)).toBeHidden();
  await page.reload();
  await expect(page.getByRole('article', { name: 'Towpath roll' })).toContainText(say('stage.fingers.name'));
  await phone.context().close();
});

test('a room opens without a connection once it was opened here', async ({ page, browser }) => {
  await withStudent(page);
  await setPattern(page);
  const phone = await phoneIn(page, browser);
  await expect(phone.getByText(/Rest your fingers on the strings/)).toBeVisible();
  await phone.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await phone.context().setOffline(true);
  await phone.reload();
  await expect(phone.getByText(/Rest your fingers on the strings/)).toBeVisible();
  await phone.getByRole('button', { name: /Hand position/ }).click();
  await expect(phone.getByRole('button', { name: /Done/ })).toBeVisible();
  await phone.context().close();
});

test('keys on a focused button press the button and count nothing; a pedal goes on counting', async ({
  page,
  browser,
}) => {
  const phone = await phoneAtThumb(page, browser);
  await cleanTo(phone, 0, 2);
  const settings = phone.getByRole('button', { name: say('practice.sound-and-display') });
  await settings.focus();
  await phone.keyboard.press('Enter');
  await expect(settings).toHaveAttribute('aria-expanded', 'true');
  await phone.keyboard.press('Space');
  await expect(settings).toHaveAttribute('aria-expanded', 'false');
  await expect(streak(phone)).toContainText('2 of');
  await cleanTo(phone, 2, 3);
  await settings.click();
  // A press right after another is a worn switch’s chatter, and counts once.
  await expect(async () => {
    await phone.keyboard.press('Enter');
    await countIt(phone);
    await expect(streak(phone)).toContainText('4 of', { timeout: 400 });
  }).toPass();
  await expect(settings).toHaveAttribute('aria-expanded', 'true');
  await expect(phone.getByRole('status').filter({ hasText: '4 of' })).toBeAttached();
});

test('a deleted assignment can be brought back for a while, and is gone when the page is left', async ({ page }) => {
  await withStudent(page, 'Tamsin Holt');
  await setPattern(page);
  const item = page.getByRole('article', { name: 'Towpath roll' });
  await item.getByRole('button', { name: say('common.delete') }).click();
  await expect(item).toBeHidden();
  await page
    .getByRole('status')
    .getByRole('button', { name: say('common.undo') })
    .click();
  await expect(item).toBeVisible();
  await page.reload();
  await item.getByRole('button', { name: say('common.delete') }).click();
  await expect(item).toBeHidden();
  await page.goto('/today');
  await expect
    .poll(async () => {
      const students = (await (await page.request.get('/api/students')).json()) as readonly { readonly id: string }[];
      const answer = await page.request.get(`/api/students/${students[0]?.id ?? ''}/assignments`);
      return ((await answer.json()) as readonly unknown[]).length;
    })
    .toBe(0);
});

test('a link that was revoked, or never was, says the same', async ({ page, browser }) => {
  await withStudent(page);
  const phone = await phoneIn(page, browser);
  await expect(phone.getByText(/Nothing to practise yet, Imre/)).toBeVisible();
  await page.getByRole('button', { name: say('common.revoke') }).click();
  await expect(page.getByRole('button', { name: say('common.revoke') })).toBeHidden();
  await phone.reload();
  const words = say('error.link-ended');
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
  await page.getByRole('button', { name: say('students.details') }).click();
  const today = new Date().toLocaleDateString('en-GB', { weekday: 'long' });
  await page.getByLabel(say('students.lesson-day')).selectOption(today);
  await page.getByLabel(say('students.time'), { exact: true }).fill('16:30');
  await page.getByRole('button', { name: say('students.save'), exact: true }).click();
  await page.getByRole('link', { name: say('common.today') }).click();
  const lessons = page.getByRole('region', { name: say('common.today') });
  await expect(lessons).toContainText('16:30');
  await lessons.getByRole('button', { name: say('students.skip-today') }).click();
  await expect(lessons).toContainText(say('students.no-lessons-today'));
  await page.getByRole('button', { name: say('common.undo') }).click();
  await expect(lessons).toContainText('16:30');
  await expect(page.getByRole('region', { name: say('students.wall') })).toContainText(
    say('students.no-assignments-yet'),
  );
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: say('common.students') }).click();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('link', { name: 'Imre Sallow' }).click();
  await page.getByRole('button', { name: say('common.delete'), exact: true }).click();
  await page.getByRole('button', { name: say('students.delete-everything') }).click();
  await expect(page.getByText(say('students.no-students-yet-add-one-by'))).toBeVisible();
});

test('drills for a student: what is known is kept with the student, what is set shows how it stands', async ({
  page,
}) => {
  await withStudent(page);
  await page.getByRole('link', { name: say('common.patterns'), exact: true }).click();
  await page.getByRole('link', { name: 'Towpath roll', exact: true }).click();
  await page.getByRole('link', { name: say('common.drills') }).click();
  await page.getByLabel(say('drills.student')).selectOption('Imre Sallow');
  const first = page.locator('.drill').first();
  await first.getByRole('button', { name: 'known' }).click();
  await expect(first.getByRole('button', { name: 'known' })).toHaveAttribute('aria-pressed', 'true');
  const second = page.locator('.drill').nth(1);
  await second.getByRole('checkbox').check();
  await page.getByRole('button', { name: say('drills.assign-to', { name: 'Imre Sallow' }) }).click();
  await expect(second).toContainText(/assigned, 0 of \d+/);
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await expect(first.getByRole('button', { name: 'known' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByLabel(say('drills.student')).selectOption(say('drills.any-student'));
  await expect(first.getByRole('button', { name: 'known' })).toHaveAttribute('aria-pressed', 'false');
});

test('the room as somebody likes it: click alone with silent bars, a rising tempo, large print', async ({
  page,
  browser,
}) => {
  await withStudent(page);
  await setPattern(page);
  const phone = await phoneIn(page, browser);
  await phone.getByRole('button', { name: say('practice.continue') }).click();
  await phone.getByRole('button', { name: say('practice.sound-and-display') }).click();
  const panel = phone.getByRole('region', { name: say('practice.sound-and-display') });
  await panel.getByLabel(say('practice.you-hear')).selectOption('click alone');
  await panel.getByLabel(say('practice.silent-metronome-bars')).selectOption('two of four bars');
  await panel.getByRole('switch', { name: say('practice.start-slower-and-speed-up') }).click();
  await panel.getByRole('switch', { name: say('practice.large-text') }).click();
  expect(await violations(phone)).toEqual([]);
  await panel.getByRole('button', { name: say('common.done') }).click();
  await expect(phone.locator('.room-large')).toBeVisible();
  await phone.reload();
  await phone.getByRole('button', { name: say('practice.continue') }).click();
  await expect(phone.locator('.room-large')).toBeVisible();
  await phone.getByRole('button', { name: say('practice.sound-and-display') }).click();
  await expect(phone.getByLabel(say('practice.you-hear'))).toHaveValue('click alone');
});

test('a lesson beside the bench: counted where the pattern lies, noted, and on to the page', async ({ page }) => {
  await withStudent(page);
  await setPattern(page);
  await page.getByRole('article', { name: 'Towpath roll' }).getByRole('link', { name: 'Towpath roll' }).click();
  const lesson = page.getByRole('complementary', { name: say('parts.lesson-with', { name: 'Imre Sallow' }) });
  await expect(lesson).toContainText(say('stage.position.name'));
  await lesson.getByRole('button', { name: say('common.done') }).click();
  await lesson.getByRole('button', { name: say('common.clean') }).click();
  await expect(lesson).toContainText(say('parts.of-clean-in-a-row', { streak: 1, gate: 5 }));
  await lesson.getByLabel(say('parts.note')).fill('Thumb comes late');
  await lesson.getByRole('button', { name: say('parts.save-note') }).click();
  await expect(lesson.getByLabel(say('parts.note'))).toHaveValue('');
  await expect(page.locator('.threads')).toHaveAttribute('data-judged', 'yes');
  await expect(page.getByRole('button', { name: say('common.play'), exact: true })).toBeInViewport();
  expect(await violations(page)).toEqual([]);
  await lesson.getByRole('link', { name: 'Imre Sallow' }).click();
  await expect(page.getByRole('list', { name: say('students.practice-log-newest-first') })).toContainText(
    'Thumb comes late',
  );
});

test('where a pass slipped: touched on the figure, shown with the assignment', async ({ page, browser }) => {
  const phone = await phoneAtThumb(page, browser);
  await phone.getByRole('button', { name: say('common.missed') }).click();
  await expect(phone.getByText(say('practice.mark-the-place'))).toBeVisible();
  await phone.locator('.room-figure [data-stroke]').nth(1).click();
  await expect(phone.getByText(say('practice.mark-the-place'))).toBeHidden();
  await phone.getByRole('button', { name: say('common.missed') }).click();
  await phone.locator('.room-figure [data-stroke]').nth(1).click();
  await untilSlipsArrived(page, 2);
  await page.reload();
  await page.getByRole('button', { name: say('students.show-ladder-and-history') }).click();
  const slips = page.getByRole('region', { name: say('students.slips') });
  await expect(slips.getByRole('listitem')).toHaveCount(1);
  await expect(slips.getByRole('listitem')).toContainText('2 times (100%)');
  expect(await violations(page)).toEqual([]);
  await phone.context().close();
});
