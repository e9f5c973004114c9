import { say } from '../../wording/dist/index.js';
import { Buffer } from 'node:buffer';
import { renderStageTake, fakeMicrophone } from './fake-microphone.mjs';

const openPattern = async (page, name) => {
  await page.getByRole('link', { name, exact: true }).click();
  await page.locator('.threads[data-judged="yes"]').waitFor();
};

const chooseStroke = async (page, sentence) => {
  await page.getByRole('img', { name: sentence }).click();
  await page.getByLabel(say('bench.selected-note')).waitFor();
};

const openSong = async (page, name) => {
  await page.goto('/songs');
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByText('bpm max').first().waitFor();
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
export const SCREENSHOT_VIEWS = [
  {
    name: 'hand',
    // As high as its filmstrip needs.
    size: { width: 1280, height: 1040 },
    take: async (page) => {
      await openPattern(page, 'Weir at dusk, thumb in three');
      await page.getByRole('link', { name: say('hand.open'), exact: true }).click();
      await page.getByLabel(say('hand.trail'), { exact: true }).selectOption('p');
      await page.getByLabel(say('hand.moment')).fill('560');
    },
  },
  { name: 'patterns', take: () => undefined },
  {
    name: 'pattern-editor',
    take: async (page) => {
      await openPattern(page, 'Weir at dusk, thumb in three');
      await chooseStroke(page, /^beat 2, string 6/);
    },
  },
  {
    name: 'review',
    take: async (page) => {
      await openPattern(page, 'Lantern pinches');
      await page.getByLabel(say('common.tempo-bpm')).fill('96');
      await page.keyboard.press('Enter');
      await page.getByLabel(say('bench.review'), { exact: true }).locator('.btn-cure').first().waitFor();
      await page.getByRole('button', { name: say('bench.other-fingerings') }).click();
      await page.locator('.alternatives li').first().waitFor();
    },
  },
  {
    name: 'school',
    take: async (page) => {
      await page.goto('/schools/three-finger');
      await page.locator('.school-example .stroke').first().waitFor();
      await page
        .getByText(/bpm max/)
        .first()
        .waitFor();
    },
  },
  {
    name: 'compare-schools',
    take: async (page) => {
      await openPattern(page, 'Weir at dusk, thumb in three');
      await page.getByLabel(say('common.tempo-bpm')).fill('110');
      await page.keyboard.press('Enter');
      await page.getByRole('link', { name: say('bench.compare-schools') }).click();
      await page.locator('.approach').first().waitFor();
    },
  },
  {
    name: 'chords',
    take: async (page) => {
      await openPattern(page, 'Weir at dusk, thumb in three');
      await page.getByLabel(say('bench.chord'), { exact: true }).selectOption('…');
      await page.getByLabel(say('parts.chord-symbol-or-frets')).fill('Am7/G');
      await page
        .getByRole('button', { name: /^Use Am7\/G/ })
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
      await page.getByText(say('songs.what-to-learn')).waitFor();
      await page.locator('.engraved-system').nth(3).waitFor({ timeout: 30_000 });
    },
  },
  {
    name: 'import',
    take: async (page) => {
      await page.goto('/patterns/import');
      await page.getByLabel(say('import.file-to-import')).setInputFiles({
        name: 'Osier lane.txt',
        mimeType: 'text/plain',
        buffer: Buffer.from(OSIER_LANE),
      });
      await page.getByText('Recognised as tablature').waitFor();
      await page.locator('.preview [data-stroke]').first().waitFor();
    },
  },
  {
    name: 'generate',
    take: async (page) => {
      await page.goto('/patterns/generate?figure=alternating-thumb');
      await page.getByText(/no problems/).waitFor();
    },
  },
  {
    name: 'drills',
    take: async (page) => {
      await openPattern(page, 'Lower ferry, two bars');
      await page.getByRole('link', { name: say('common.drills') }).click();
      await page.locator('.drill').first().waitFor();
      await page
        .getByRole('button', { name: say('drills.known') })
        .first()
        .click();
    },
  },
  {
    name: 'harmonics',
    take: async (page) => {
      await page.goto('/harmonics');
      await page.getByText('Together:').waitFor();
    },
  },
  {
    name: 'today',
    take: async (page) => {
      await page.goto('/today');
      await page
        .getByRole('region', { name: say('students.wall') })
        .getByRole('link')
        .first()
        .waitFor();
    },
  },
  {
    name: 'skills',
    take: async (page) => {
      await page.goto('/students');
      await page.getByRole('link', { name: 'Junia Weir' }).click();
      await page.getByRole('link', { name: say('course.skills') }).click();
      await page
        .getByRole('button', { name: say('course.assign') })
        .first()
        .waitFor();
      await page.locator('.next-figure .miniature').first().waitFor();
      await page.waitForTimeout(800);
    },
  },
  {
    name: 'student',
    take: async (page) => {
      await page.goto('/students');
      await page.getByRole('link', { name: 'Bertil Quay' }).click();
      await page
        .getByRole('button', { name: say('students.show-ladder-and-history') })
        .first()
        .click();
      await page.getByRole('img', { name: say('students.clean-tempo-by-day') }).waitFor();
    },
  },
  {
    name: 'report',
    take: async (page) => {
      await page.goto('/students');
      await page.getByRole('link', { name: 'Junia Weir' }).click();
      await page.getByRole('link', { name: say('report.open'), exact: true }).click();
      await page.getByRole('region', { name: say('report.skills') }).waitFor();
    },
  },
  {
    name: 'practice-room',
    size: { width: 390, height: 844 },
    take: async (page) => {
      await page.goto('/students');
      await page.getByRole('link', { name: 'Osric Penny' }).click();
      await page.getByRole('button', { name: say('students.create-link') }).click();
      const link = await page.getByLabel(say('students.practice-room-link')).inputValue();
      const studentId = page.url().split('/').pop();
      await fakeMicrophone(page, await renderStageTake(page, studentId, 'Forward, always forward'));
      await page.goto(link);
      // An address that changes behind its # alone is no new page: what is pretended comes with a new one.
      await page.reload();
      await page.getByRole('button', { name: say('practice.continue') }).click();
      await page.getByRole('button', { name: say('listening.listen'), exact: true }).click();
      await page.getByText(/^Clean at/).waitFor({ timeout: 40_000 });
    },
  },
  {
    name: 'take',
    size: { width: 1280, height: 1130 },
    take: async (page) => {
      await page.getByRole('link', { name: 'Six o’clock roll' }).click();
      await page.getByRole('link', { name: say('bench.record'), exact: true }).click();
      await page.getByLabel(say('takes.simulated-player')).selectOption('tiring');
      await page.getByRole('button', { name: say('takes.play-simulated-player') }).click();
      await page.getByRole('heading', { name: /passes clean/ }).waitFor({ timeout: 60_000 });
    },
  },
];
