import { Buffer } from 'node:buffer';
import { playedOfStage, pretendMicrophone } from './pretended-microphone.mjs';

const openPattern = async (page, name) => {
  await page.getByRole('link', { name, exact: true }).click();
  await page.locator('.threads[data-judged="yes"]').waitFor();
};

const chooseStroke = async (page, sentence) => {
  await page.getByRole('img', { name: sentence }).click();
  await page.getByLabel('Chosen stroke').waitFor();
};

const openSong = async (page, name) => {
  await page.goto('/songs');
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByText('a minute is the ceiling').waitFor();
};

/** A piece of an invented studio, in plain text as it might come by mail. */
const OSIER_LANE = [
  'Osier lane',
  'Capo 2',
  '',
  '[Verse]',
  '   C               G/B',
  'e|-----0-------0---|-----3-------3---| x2',
  'B|---1---1---1---1-|---0---0---0---0-|',
  'G|-0-------0-------|-0-------0-------|',
  'D|-----------------|-----------------|',
  'A|-3-------3-------|-2-------2-------|',
  'E|-----------------|-----------------|',
].join('\n');

/** The main views, each with how to get there from the list of patterns. */
export const VIEWS = [
  { name: 'sign-in', door: true, take: async (page) => void (await page.goto('/')) },
  { name: 'patterns', take: () => undefined },
  {
    name: 'bench',
    take: async (page) => {
      await openPattern(page, 'Weir at dusk, thumb in three');
      await chooseStroke(page, /^beat 2, string 6/);
    },
  },
  {
    name: 'judgement',
    take: async (page) => {
      await openPattern(page, 'Lantern pinches');
      await page.getByLabel('Tempo, beats a minute').fill('96');
      await page.keyboard.press('Enter');
      await page.getByLabel('Judgement', { exact: true }).getByRole('button').first().waitFor();
      await page.getByRole('button', { name: 'Other fingerings' }).click();
      await page.locator('.alternatives li').first().waitFor();
    },
  },
  {
    name: 'strings',
    take: async (page) => {
      await openPattern(page, 'Weir at dusk, thumb in three');
      await page.getByRole('button', { name: 'Strings' }).click();
      await page.getByRole('table', { name: /From string/ }).scrollIntoViewIfNeeded();
    },
  },
  {
    name: 'approaches',
    take: async (page) => {
      await openPattern(page, 'Weir at dusk, thumb in three');
      await page.getByLabel('Tempo, beats a minute').fill('110');
      await page.keyboard.press('Enter');
      await page.getByRole('link', { name: 'Compare schools' }).click();
      await page.locator('.approach').first().waitFor();
    },
  },
  {
    name: 'learnt-school',
    take: async (page) => {
      await page.goto('/set-up/schools');
      await page.getByRole('button', { name: 'Learn one from your pins' }).click();
      await page.getByRole('button', { name: 'Learn from the pins' }).click();
      await page.getByText('What it learnt').waitFor({ timeout: 60_000 });
    },
  },
  {
    name: 'chords',
    take: async (page) => {
      await openPattern(page, 'Weir at dusk, thumb in three');
      await page.getByLabel('Chord', { exact: true }).selectOption('…');
      await page.getByLabel('Chord symbol or frets').fill('Am7/G');
      await page
        .getByRole('button', { name: /^Take Am7/ })
        .first()
        .waitFor();
    },
  },
  {
    name: 'song',
    take: async (page) => {
      await openSong(page, 'Lamps along the towpath');
      await page.locator('.song-bar').nth(8).click();
    },
  },
  {
    name: 'sheet',
    size: { width: 1280, height: 1250 },
    take: async (page) => {
      await openSong(page, 'Lamps along the towpath');
      await page.goto(`${page.url()}/sheet`);
      await page.getByText('What there is to learn').waitFor();
      await page.locator('.engraved-system').nth(3).waitFor({ timeout: 30_000 });
    },
  },
  {
    name: 'bring-in',
    take: async (page) => {
      await page.goto('/patterns/bring-in');
      await page.getByLabel('File to bring in').setInputFiles({
        name: 'Osier lane.txt',
        mimeType: 'text/plain',
        buffer: Buffer.from(OSIER_LANE),
      });
      await page.getByText('Read as tablature').waitFor();
      await page.locator('.preview [data-stroke]').first().waitFor();
    },
  },
  {
    name: 'make',
    take: async (page) => {
      await page.goto('/patterns/make?figure=alternating-thumb');
      await page.getByText(/nothing to mend/).waitFor();
    },
  },
  {
    name: 'shelf',
    take: async (page) => {
      await page.goto('/patterns/shelf');
      await page.getByRole('button', { name: 'Forward roll of a bar' }).click();
      await page.getByText(/nothing to mend/).waitFor();
    },
  },
  {
    name: 'drills',
    take: async (page) => {
      await openPattern(page, 'Lower ferry, two bars');
      await page.getByRole('link', { name: 'Drills' }).click();
      await page.locator('.drill').first().waitFor();
      await page.getByRole('button', { name: 'known' }).first().click();
    },
  },
  {
    name: 'harmonics',
    take: async (page) => {
      await page.goto('/harmonics');
      await page.getByText('Together they make').waitFor();
    },
  },
  {
    name: 'desk',
    take: async (page) => {
      await page.goto('/desk');
      await page.getByRole('region', { name: 'Stuck' }).getByRole('link').first().waitFor();
    },
  },
  {
    name: 'student',
    take: async (page) => {
      await page.goto('/students');
      await page.getByRole('link', { name: 'Bertil Quay' }).click();
      await page.getByRole('button', { name: 'ladder and days' }).first().click();
      await page.getByRole('img', { name: 'Clean tempo against days' }).waitFor();
    },
  },
  {
    name: 'practice-room',
    size: { width: 390, height: 844 },
    take: async (page) => {
      await page.goto('/students');
      await page.getByRole('link', { name: 'Osric Penny' }).click();
      await page.getByRole('button', { name: 'Make a link' }).click();
      const link = await page.getByLabel('Link to the practice room').inputValue();
      const studentId = page.url().split('/').pop();
      await pretendMicrophone(page, await playedOfStage(page, studentId, 'Forward, always forward'));
      await page.goto(link);
      // An address that changes behind its # alone is no new page: what is pretended comes with a new one.
      await page.reload();
      await page.getByRole('button', { name: 'Go on' }).click();
      await page.getByRole('button', { name: 'Listen', exact: true }).click();
      await page.getByText(/^Clean, at/).waitFor({ timeout: 40_000 });
    },
  },
  {
    name: 'take',
    size: { width: 1280, height: 1130 },
    take: async (page) => {
      await page.getByRole('link', { name: 'Six o’clock roll' }).click();
      await page.getByRole('link', { name: 'Take', exact: true }).click();
      await page.getByLabel('Invented player').selectOption('tiring');
      await page.getByRole('button', { name: 'Hear an invented player' }).click();
      await page.getByRole('heading', { name: /times through clean/ }).waitFor({ timeout: 60_000 });
    },
  },
];
