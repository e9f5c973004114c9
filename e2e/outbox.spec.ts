import { say } from '@fleet-wren/wording';
import type { Route } from '@playwright/test';
import { phoneIn, setPattern, withStudent } from './practice-room.ts';
import { expect, test, violations } from './studio.ts';

/** The stage for the thumb by itself. */
const THUMB = say('stage.thumb.name', { finger: 'p' });

type Answer = (route: Route) => Promise<void>;

const html =
  (status: number): Answer =>
  (route) =>
    route.fulfill({ status, contentType: 'text/html', body: '<html>Welcome to the café’s network</html>' });

const own =
  (status: number, code: string): Answer =>
  (route) =>
    route.fulfill({ status, json: { error: { code, message: 'A sentence.', problems: [] } } });

/** Everything that may answer a phone in the place of our server; the last one never answers at all. */
const OTHERS: Readonly<Record<string, Answer>> = {
  'a portal’s page with 200': html(200),
  'a portal’s page with 201': html(201),
  'an empty 204': (route) => route.fulfill({ status: 204 }),
  'an empty 201': (route) => route.fulfill({ status: 201, contentType: 'application/json', body: '' }),
  'a redirection to a portal': (route) => route.fulfill({ status: 302, headers: { location: '/shelf' } }),
  '401 of a proxy': html(401),
  '403 of a portal': html(403),
  '403 of our server': own(403, 'wrong-origin'),
  '404 of another server': html(404),
  '407 of a proxy': html(407),
  '408 of our server': own(408, 'request-slow'),
  '409 of a proxy': html(409),
  '413 of a proxy': html(413),
  '429 of our server': own(429, 'too-many-tries'),
  '500 of our server': own(500, 'internal'),
  '502 of a proxy': html(502),
  '503 of our server': own(503, 'unavailable'),
  'JSON of another server': (route) => route.fulfill({ json: { status: 'ok' } }),
  'a receipt for something else': (route) =>
    route.fulfill({ status: 201, json: { accepted: ['another'], refused: [], assignments: [] } }),
  'a receipt that is cut off': (route) =>
    route.fulfill({ status: 201, contentType: 'application/json', body: '{"accepted":["' }),
  'no network': (route) => route.abort('internetdisconnected'),
  'no answer': () => new Promise(() => undefined),
};

test('whatever answers in the place of our server, a phone loses nothing', async ({ page, browser }) => {
  test.setTimeout(120_000);
  await withStudent(page);
  await setPattern(page);
  const phone = await phoneIn(page, browser);
  await phone.getByRole('button', { name: /Hand position/ }).click();
  await expect(phone.getByRole('button', { name: /Done/ })).toBeVisible();
  // Until the worker has claimed the page, a request may pass by what answers here.
  await phone.waitForFunction(() => navigator.serviceWorker.controller !== null);
  let answer: Answer = html(200);
  let asked = 0;
  await phone.route('**/api/practice**', (route) => {
    if (route.request().method() === 'POST') asked += 1;
    return answer(route);
  });
  await phone.getByRole('button', { name: /Done/ }).click();
  const waits = phone.getByText(say('practice.offline-waiting', { count: 1 }));
  await expect(waits).toBeVisible();
  for (const [name, other] of Object.entries(OTHERS)) {
    answer = other;
    const before = asked;
    await expect(async () => {
      await phone.evaluate(() => void window.dispatchEvent(new Event('online')));
      expect(asked, name).toBeGreaterThan(before);
    }).toPass();
    await expect(waits, name).toBeVisible();
  }
  // What is kept in the browser is all of it, the room and what waits.
  // Offline first: else what waits could reach our server in between.
  await phone.context().setOffline(true);
  await phone.unroute('**/api/practice**');
  await phone.reload();
  await phone.getByRole('button', { name: /Hand position/ }).click();
  await expect(waits).toBeVisible();
  await phone.context().setOffline(false);
  await expect(waits).toBeHidden();
  await page.reload();
  await expect(page.getByRole('article', { name: 'Towpath roll' })).toContainText(THUMB);
  await phone.context().close();
});

test('a link that ended stays shut without a connection; what was not sent goes by the next one', async ({
  page,
  browser,
}) => {
  await withStudent(page);
  await setPattern(page);
  const phone = await phoneIn(page, browser);
  await phone.getByRole('button', { name: /Hand position/ }).click();
  await phone.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await phone.context().setOffline(true);
  await phone.getByRole('button', { name: /Done/ }).click();
  await expect(phone.getByText(say('practice.offline-waiting', { count: 1 }))).toBeVisible();
  await page.getByRole('button', { name: say('common.revoke') }).click();
  await expect(page.getByRole('button', { name: say('common.revoke') })).toBeHidden();
  await phone.context().setOffline(false);
  await expect(phone.getByText(say('error.link-ended'))).toBeVisible();
  await expect(phone.getByText(/^1 entry of your practice is kept on this device/)).toBeVisible();
  expect(await violations(phone)).toEqual([]);
  await phone.context().setOffline(true);
  await phone.reload();
  await expect(phone.getByText(say('error.link-ended'))).toBeVisible();
  await phone.context().setOffline(false);
  await page.reload();
  await page.getByRole('button', { name: say('students.create-link') }).click();
  const link = await page.getByLabel(say('students.practice-room-link')).inputValue();
  await phone.goto('about:blank');
  await phone.goto(link);
  await phone.getByRole('button', { name: /Hand position/ }).click();
  await expect(phone.getByRole('heading', { name: THUMB })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('article', { name: 'Towpath roll' })).toContainText(THUMB);
  await phone.context().close();
});
