import { expect, test, type Page } from '@playwright/test';
import { speakPseudo, troubleWithTexts, wordsOfStudio } from './pseudo-locale.ts';
import { newStudio } from './studio.ts';

interface Named {
  readonly id: string;
  readonly name: string;
}

const idOf = async (page: Page, list: 'patterns' | 'songs' | 'students', name: string): Promise<string> => {
  const answer = (await (await page.request.get(`/api/${list}`)).json()) as readonly Named[] | Record<string, Named[]>;
  const all = Array.isArray(answer) ? (answer as readonly Named[]) : (answer as Record<string, Named[]>)[list];
  const found = all?.find((one) => one.name === name);
  if (!found) throw new Error(`The demo has no ${name}`);
  return found.id;
};

/** Every main screen, by its address in the demo studio. */
const screensOf = async (page: Page): Promise<string[]> => {
  const pattern = await idOf(page, 'patterns', 'Weir at dusk, thumb in three');
  const song = await idOf(page, 'songs', 'Lamps along the towpath');
  const student = await idOf(page, 'students', 'Bertil Quay');
  const aiming = await idOf(page, 'students', 'Junia Weir');
  return [
    '/today',
    '/patterns',
    `/patterns/${pattern}`,
    `/patterns/${pattern}/compare-schools`,
    `/patterns/${pattern}/drills`,
    `/patterns/${pattern}/sheet`,
    '/patterns/generate?figure=alternating-thumb',
    '/patterns/library',
    '/schools/three-finger',
    '/patterns/import',
    '/songs',
    `/songs/${song}`,
    `/songs/${song}/sheet`,
    '/chord-diagrams',
    '/harmonics',
    '/students',
    `/students/${student}`,
    `/students/${student}/sheet`,
    `/students/${aiming}/report`,
    `/students/${aiming}/skills`,
    `/students/${aiming}/skills/course`,
    '/skills',
    '/settings/hands',
    '/settings/schools',
    '/settings/estimates',
    '/settings/display',
    '/settings/backup',
    '/settings/account',
    '/help',
  ];
};

/** Time zones have the names of their database in every language. */
const ZONES = Intl.supportedValuesOf('timeZone').flatMap((zone) => zone.split(/[/_-]/));

const ownWords = async (page: Page): Promise<string[]> => {
  const song = await idOf(page, 'songs', 'Lamps along the towpath');
  const words = await wordsOfStudio(page, [
    '/api/patterns',
    '/api/students',
    '/api/auth/me',
    '/api/songs',
    `/api/songs/${song}`,
  ]);
  return [...words, ...ZONES];
};

/** Until a screen has come to rest: for thirty frames the page reads the same. */
const settled = async (page: Page): Promise<void> => {
  await page.locator('h1, h2, .threads, main button').first().waitFor();
  await page.waitForFunction(() => {
    const state = window as unknown as { readBefore?: string; frames?: number };
    const read = document.body.innerText;
    state.frames = read === state.readBefore ? (state.frames ?? 0) + 1 : 0;
    state.readBefore = read;
    return state.frames > 30;
  });
};

/** What is done on a screen before its texts are looked at, by the address it is done at. */
const OPENED: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  bench: async (page) => {
    await page.locator('[data-stroke]').nth(2).click();
    await page.locator('.digit-choice, .why, [aria-live]').first().waitFor();
  },
  keys: async (page) => {
    await page.locator('.threads[data-judged="yes"]').waitFor();
    await page.keyboard.press('?');
    await page.getByRole('dialog').waitFor();
  },
};

const roomOf = async (page: Page): Promise<string> => {
  const student = await idOf(page, 'students', 'Osric Penny');
  const answer = await page.request.post(`/api/students/${student}/links`, { data: { days: 30 } });
  return `/practice#${((await answer.json()) as { readonly token: string }).token}`;
};

test('plain words, texts that are cut off and texts on each other are found', async ({ page }) => {
  await page.setContent(`
    <p>Plain Nell <select><option>choice</option></select></p>
    <button style="width: 60px; overflow: hidden; white-space: nowrap">ţöö ĺöñğ ƒöŕ îţ~~~~~~</button>
    <p style="position: absolute; top: 200px">öñé~~</p><p style="position: absolute; top: 200px">ţŵö~~</p>
    <p style="position: absolute; top: 300px; left: 95vw; white-space: nowrap">öṽéŕ ţĥé éďğé öƒ ţĥé þàğé~~</p>`);
  const found = (await troubleWithTexts(page, ['Nell'])).map((one) => one.replace(/ “ţöö.*| in .*/, ''));
  expect(found).toEqual([
    'plain word “Plain”',
    'plain word “choice”',
    'cut off:',
    'over its edge:',
    'off the page: “öṽéŕ ţĥé éďğé öƒ ţĥé þàğé~~”',
    'on each other: “öñé~~” and “ţŵö~~”',
  ]);
});

const SIZES = { desk: { width: 1280, height: 800 }, phone: { width: 390, height: 844 } } as const;

/** What is wrong with the texts of the page at each size, by name and size. */
const troubleAtSizes = async (
  page: Page,
  name: string,
  own: readonly string[],
): Promise<Record<string, readonly string[]>> => {
  const trouble: Record<string, readonly string[]> = {};
  for (const [size, viewport] of Object.entries(SIZES)) {
    await page.setViewportSize(viewport);
    await settled(page);
    const found = await troubleWithTexts(page, [...own]);
    if (found.length > 0) trouble[`${name.replace(/[0-9a-f-]{36}/, 'ID')} ${size}`] = found;
  }
  await page.setViewportSize(SIZES.desk);
  return trouble;
};

test.describe('texts from the catalogue, and room for longer ones, on a desk and on a phone', () => {
  test.use({ viewport: SIZES.desk, serviceWorkers: 'block' });

  const signIn = (page: Page) =>
    page.request.post('/api/auth/sign-in', {
      data: { email: 'teacher@fleet-wren.example', password: 'seven reeds at dusk' },
    });

  // In three parts, so that they are looked at side by side.
  for (const part of [0, 1, 2])
    test(`on every screen of a studio at work, part ${part + 1} of 3`, async ({ page }) => {
      test.setTimeout(300_000);
      await signIn(page);
      const screens = await screensOf(page);
      const own = await ownWords(page);
      await speakPseudo(page);
      const trouble: Record<string, readonly string[]> = {};
      for (const screen of screens.filter((_, index) => index % 3 === part)) {
        await page.goto(screen);
        Object.assign(trouble, await troubleAtSizes(page, screen, own));
      }
      expect(trouble).toEqual({});
    });

  for (const [name, open] of Object.entries(OPENED))
    test(`with the ${name} in front`, async ({ page }) => {
      await signIn(page);
      const screens = await screensOf(page);
      const own = await ownWords(page);
      await speakPseudo(page);
      await page.goto(screens[2] as string);
      await open(page);
      expect(await troubleAtSizes(page, name, own)).toEqual({});
    });

  test('in the practice room', async ({ page }) => {
    await signIn(page);
    const own = await ownWords(page);
    const room = await roomOf(page);
    await speakPseudo(page);
    await page.goto(room);
    expect(await troubleAtSizes(page, 'room', own)).toEqual({});
  });

  test('in a new studio, and at the door', async ({ page }) => {
    await speakPseudo(page);
    await page.goto('/');
    expect(await troubleAtSizes(page, 'door', [])).toEqual({});
    const { name, studio } = await newStudio(page);
    const own = `${name} ${studio}`.split(' ');
    for (const screen of ['/today', '/patterns', '/songs', '/students']) {
      await page.goto(screen);
      expect(await troubleAtSizes(page, screen, own)).toEqual({});
    }
  });
});
