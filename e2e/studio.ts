import { say } from '@fleet-wren/wording';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test as base, type Locator, type Page } from '@playwright/test';

export { expect };

/** A bench and what is on it. */
export class Bench {
  constructor(readonly page: Page) {}

  /** The threads, judged to the last edit. */
  get threads(): Locator {
    return this.page.locator('.threads[role="application"]');
  }

  async judged(): Promise<void> {
    await expect(this.threads).toHaveAttribute('data-judged', 'yes');
  }

  async saved(): Promise<void> {
    await expect(this.page.locator('.saving')).toHaveText(say('common.saved'));
  }

  /** Every stroke as a sentence. */
  async strokes(): Promise<string[]> {
    await this.judged();
    return this.threads
      .locator('[data-stroke]')
      .evaluateAll((tokens) => tokens.map((token) => token.getAttribute('aria-label') ?? ''));
  }

  /** The digits in order, as names. */
  async digits(): Promise<string[]> {
    return (await this.strokes()).map(
      (sentence) =>
        sentence
          .split(', ')
          .find((part) => /^(thumb|index|middle|ring|little finger|downstroke|upstroke|no finger yet)$/.test(part)) ??
        '',
    );
  }

  /** Notes put by mouse: the string of each slot from the first, a dot for none. */
  async put(line: string): Promise<void> {
    for (const [slot, string] of line.split(' ').entries()) if (string !== '.') await this.click(slot, Number(string));
  }

  /** Clicks a string over a slot of the first system. */
  async click(slot: number, string: number): Promise<void> {
    const { x, y } = await this.pointAt(slot, string);
    await this.page.mouse.click(x, y);
  }

  async pointAt(slot: number, string: number): Promise<{ x: number; y: number }> {
    const count = await this.page.locator('.threads .count').nth(slot).boundingBox();
    const name = await this.page
      .locator('.threads .string-name')
      .nth(string - 1)
      .boundingBox();
    if (!count || !name) throw new Error(`There is no slot ${slot} on string ${string}`);
    return { x: count.x + count.width / 2, y: name.y + name.height / 2 };
  }

  /** Presses keys one after another. */
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) await this.page.keyboard.press(key);
  }

  async choose(label: string, value: string): Promise<void> {
    await this.page.getByLabel(label, { exact: true }).selectOption({ label: value });
  }
}

/** A new studio, signed in to. The form at the door has a test of its own. */
export const newStudio = async (page: Page) => {
  const data = {
    studio: 'Lock house',
    name: 'Nell Sluice',
    email: `${randomUUID()}@lock.example`,
    password: 'a password long enough',
  };
  const answer = await page.request.post('/api/auth/register', { data });
  expect(answer.status()).toBe(201);
  return data;
};

/** Opens a studio of its own and stands in its list of patterns. */
export const openStudio = async (page: Page): Promise<{ readonly email: string; readonly password: string }> => {
  const data = await newStudio(page);
  await page.goto('/patterns');
  await expect(page.getByRole('heading', { name: say('common.patterns') })).toBeVisible();
  return data;
};

/** Makes a new pattern and stands at its bench. */
export const newBench = async (page: Page): Promise<Bench> => {
  await openStudio(page);
  await page.getByRole('button', { name: say('patterns.new-pattern') }).click();
  const bench = new Bench(page);
  await bench.judged();
  return bench;
};

/** A test with a new studio's empty bench; nothing a page does may be against its own security policy. */
export const test = base.extend<{ bench: Bench; withinPolicy: undefined }>({
  withinPolicy: [
    async ({ page }, use) => {
      const against: string[] = [];
      page.on('console', (message) => {
        if (/Content Security Policy/.test(message.text())) against.push(message.text().slice(0, 300));
      });
      await use(undefined);
      expect(against).toEqual([]);
    },
    { auto: true },
  ],
  bench: async ({ page }, use) => use(await newBench(page)),
});

const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** The accessibility violations axe finds on the page, by rule and place. */
export const violations = async (page: Page): Promise<string[]> => {
  // Evaluated rather than added as a script element, which the page's security policy forbids.
  await page.evaluate(axeSource);
  return page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: { run: (options: object) => Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> };
    };
    const found = await axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'] });
    return found.violations.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`));
  });
};
