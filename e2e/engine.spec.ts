import { say, sayLabel } from '@fleet-wren/wording';
import { resolveSchoolOrThrow } from '@fleet-wren/core';
import { expect, openStudio, test, violations } from './studio.ts';

/** What a school is called, by its key. */
const school = (key: string): string => sayLabel(resolveSchoolOrThrow({ school: key }).name);

const FOUR_ON_ONE = '1 1 1 1';

test('a finding stands where it is with a cure; the cure mends it and can be taken back', async ({ bench }) => {
  await bench.put('5 2 3 1');
  await bench.click(1, 2);
  await bench.press('a');
  await bench.click(3, 1);
  await bench.press('i');
  await bench.judged();
  const judgement = bench.page.getByLabel(say('bench.review'), { exact: true });
  const first = judgement.getByRole('listitem').first();
  await expect(first).toContainText(/^\d Beat 1/);
  const before = await judgement.getByRole('listitem').count();
  await expect(bench.page.locator('.threads .flag')).not.toHaveCount(0);
  await judgement.locator('.btn-cure').first().click();
  await expect.poll(() => judgement.getByRole('listitem').count()).toBeLessThan(before);
  await bench.press('Control+z');
  await expect.poll(() => judgement.getByRole('listitem').count()).toBe(before);
});

test('other fingerings are offered with what they trade, and one click pins one down', async ({ bench }) => {
  await bench.put('5 3 2 3');
  const section = bench.page.getByLabel(say('bench.other-fingerings'));
  await section.getByRole('button', { name: say('bench.other-fingerings') }).click();
  const offer = section.getByRole('listitem').first();
  await expect(offer).toContainText(/Avoids|Worse at|As good/);
  const wanted = (await offer.locator('.digits-line').innerText()).replaceAll(/\s/g, '');
  await offer.getByRole('button').click();
  await expect
    .poll(async () =>
      (await bench.digits()).map((name) => ({ thumb: 'p', index: 'i', middle: 'm', ring: 'a' })[name]).join(''),
    )
    .toBe(wanted);
});

test('another hand has another ceiling', async ({ bench }) => {
  await bench.put(FOUR_ON_ONE);
  const ceiling = async (): Promise<number> => Number(await bench.page.locator('.ceiling-figure strong').innerText());
  await bench.judged();
  const able = await ceiling();
  await bench.choose(say('bench.hand'), say('hand-preset.new'));
  await expect.poll(ceiling).toBeLessThan(able);
});

test('the wheel shows the groups, and turning it lets the figure begin elsewhere', async ({ bench }) => {
  await bench.choose(say('bench.subdivision'), say('bench.eighths'));
  await bench.put('5 3 2 5 3 2 5 3');
  await bench.press('W');
  const wheel = bench.page.getByLabel(say('common.wheel'), { exact: true });
  await expect(wheel).toContainText('3 + 3 + 2');
  await wheel.getByRole('button', { name: say('parts.later') }).click();
  expect((await bench.strokes())[1]).toBe('beat 1 &, string 5, thumb');
  await wheel.getByRole('button', { name: say('parts.earlier') }).click();
  expect((await bench.strokes())[0]).toBe('beat 1, string 5, thumb');
});

test('the strings: how long each note rings, and a table of the changes', async ({ bench }) => {
  await bench.put('5 3 2 3');
  await bench.press('W');
  await bench.press('W');
  const strings = bench.page.getByLabel(say('common.sustain'), { exact: true });
  await expect(strings.getByRole('table', { name: /Moves from string/ })).toBeVisible();
  await expect(strings.getByRole('row', { name: /^3 / })).toContainText('with another finger');
  await expect(strings.locator('.ring-bar')).toHaveCount(4);
  expect(await violations(bench.page)).toEqual([]);
});

test('approaches: the winner and why in a sentence, hover linked, “use this one” writes it and can be taken back', async ({
  bench,
}) => {
  await bench.put(FOUR_ON_ONE);
  await bench.choose(say('bench.school'), school('thumb-index:strict'));
  await bench.page.getByLabel(say('common.tempo-bpm')).fill('120');
  await bench.page.keyboard.press('Enter');
  await bench.judged();
  const { page } = bench;
  await page.getByRole('link', { name: say('bench.compare-schools') }).click();
  for (const name of [school('rolling'), school('three-finger')])
    await page.getByRole('button', { name: say('approaches.remove', { name }) }).click();
  await page.getByLabel(say('approaches.add-a-school')).selectOption({ label: school('alternation:i-m') });
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toContainText(`Best at 120 bpm: “${school('alternation:i-m')}”`);
  const row = page.getByRole('article', { name: school('alternation:i-m') });
  await expect(row).toContainText(say('approaches.best-at-bpm', { tempo: 120 }));
  // Rows grow while their figures come in, and may move away from under a pointer that rests.
  await expect(async () => {
    await page.mouse.move(0, 0);
    await row.hover();
    await expect(page.locator('.strain-line.pointed')).toHaveCount(1, { timeout: 1_000 });
  }).toPass();
  await expect(async () => {
    await page.mouse.move(0, 0);
    await page.locator('.strain-line .strain-number').first().hover();
    await expect(page.locator('.approach.pointed')).toHaveCount(1, { timeout: 1_000 });
  }).toPass();
  expect(await violations(page)).toEqual([]);
  await row.getByRole('button', { name: say('common.use-this-school') }).click();
  await expect.poll(() => bench.digits()).toEqual(['index', 'middle', 'index', 'middle']);
  await bench.press('Control+z');
  await expect.poll(() => bench.digits()).toEqual(['index', 'index', 'index', 'index']);
});

test('a hand is measured by tapping; a run too short is refused, and the hand can be judged for', async ({ page }) => {
  await openStudio(page);
  await page.clock.install();
  await page.getByRole('link', { name: say('common.settings') }).click();
  await page.getByRole('button', { name: say('settings.measure-a-hand') }).click();
  /** Taps evenly, on the page's own clock: its time runs only as the test lets it. */
  const tapRun = async (taps: number, gap: number): Promise<void> => {
    for (let tap = 0; tap < taps; tap += 1) {
      await page.evaluate((seconds) => {
        const event = new KeyboardEvent('keydown', { key: ' ', bubbles: true, cancelable: true });
        Object.defineProperty(event, 'timeStamp', { value: seconds * 1000 });
        window.dispatchEvent(event);
      }, tap * gap);
    }
    await page.clock.runFor(6000);
  };
  await tapRun(20, 0.24);
  await expect(
    page.getByText(say('settings.one-tap-every-s-unevenness', { seconds: '0.240', spread: 0 })),
  ).toBeVisible();
  await tapRun(3, 0.2);
  await expect(page.getByText('Only 3 taps with index')).toBeVisible();
  for (let run = 0; run < 5; run += 1) await tapRun(20, 0.2);
  await page.getByLabel(say('settings.hand-profile-name')).fill('Slow thumb');
  await page.getByRole('button', { name: say('settings.save-hand-profile') }).click();
  const line = page.getByRole('listitem').filter({ hasText: 'Slow thumb' });
  await expect(line).toContainText(say('settings.speed-slower', { percent: 29 }));
  await line.getByRole('button', { name: say('common.use') }).click();
  await expect(line).toContainText(say('common.in-use'));
  expect(await violations(page)).toEqual([]);
});

test('a school of one’s own shows its effect at once, is kept, and plays on the bench', async ({ bench }) => {
  const { page } = bench;
  await bench.put('5 4 2 3');
  await bench.saved();
  const address = page.url();
  await page.getByRole('link', { name: say('common.settings') }).click();
  await page.getByRole('link', { name: say('settings.fingering-schools') }).click();
  await page.getByRole('button', { name: say('settings.create-school') }).click();
  await page.getByLabel(say('settings.school-name')).fill('Low index');
  const effect = page.locator('.school-example').nth(1);
  const before = await effect.innerText();
  for (const string of [5, 4])
    await page.getByLabel(say('settings.home-string-for', { digitName: 'index', string })).click();
  await page.getByLabel(say('settings.home-string-for', { digitName: 'thumb', string: 4 })).click();
  await page.getByLabel(say('settings.home-string-for', { digitName: 'thumb', string: 5 })).click();
  await expect(effect).not.toHaveText(before);
  const weight = page.getByLabel(say('penalty.cross.label'));
  await weight.fill('lots');
  await weight.press('Enter');
  await expect(page.getByRole('alert')).toContainText(`“${say('penalty.cross.label')}” must be a number`);
  await weight.fill('3');
  await weight.press('Enter');
  await page.getByRole('button', { name: say('settings.save-school') }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Low index' })).toBeVisible();
  await page.goto(address);
  await bench.choose(say('bench.school'), 'Low index');
  await expect.poll(async () => (await bench.digits())[1]).toBe('index');
});

test('estimates are changed and set back, and what no hand can have is refused', async ({ page }) => {
  await openStudio(page);
  await page.goto('/settings/estimates');
  const index = page.getByLabel(say('estimate.same-finger.label', { finger: say('finger.name', { finger: 'i' }) }));
  await index.fill('0.2');
  await index.press('Enter');
  await expect(page.getByRole('button', { name: say('settings.reset-to', { value: '0.235' }) })).toBeVisible();
  await page.reload();
  await expect(index).toHaveValue('0.2');
  await index.fill('0');
  await index.press('Enter');
  await expect(page.getByText('(not 0)')).toBeVisible();
  await page.getByRole('button', { name: say('settings.reset-to', { value: '0.235' }) }).click();
  await expect(index).toHaveValue('0.235');
  expect(await violations(page)).toEqual([]);
});
