import { existsSync, readFileSync } from 'node:fs';
import { extname, join } from 'node:path';
import type { Page } from '@playwright/test';

const BUILT = join(import.meta.dirname, '../web/dist-pseudo');

const TYPES: Readonly<Record<string, string>> = {
  '.html': 'text/html; charset=utf-8',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.svg': 'image/svg+xml',
  '.json': 'application/json',
};

/** Serves the application in the language that nobody speaks; what it asks of the server is answered by the server. */
export const speakPseudo = async (page: Page): Promise<void> => {
  await page.route(
    (url) => !url.pathname.startsWith('/api/'),
    async (route) => {
      const { pathname } = new URL(route.request().url());
      const asked = join(BUILT, pathname);
      const file = pathname !== '/' && existsSync(asked) ? asked : join(BUILT, 'index.html');
      await route.fulfill({
        body: readFileSync(file),
        contentType: TYPES[extname(file)] ?? 'application/octet-stream',
      });
    },
  );
};

/** Fields whose values the studio wrote itself. */
const OWN_FIELDS = new Set([
  'name',
  'tags',
  'text',
  'remark',
  'title',
  'display',
  'email',
  'studio',
  'studioName',
  'by',
  'form',
  'notes',
  'groups',
  'reportText',
]);

const ownTexts = (value: unknown, key = ''): string[] => {
  if (typeof value === 'string') return OWN_FIELDS.has(key) ? [value] : [];
  if (Array.isArray(value)) return value.flatMap((one) => ownTexts(one, key));
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, one]) => ownTexts(one, name));
};

/** Every word that the studio wrote itself, as it stands in what the server answers at these paths. */
export const wordsOfStudio = async (page: Page, paths: readonly string[]): Promise<string[]> => {
  const answers = await Promise.all(
    paths.map(async (path) => (await page.request.get(path)).json() as Promise<unknown>),
  );
  return [
    ...new Set(answers.flatMap((answer) => ownTexts(answer)).flatMap((text) => text.match(/[A-Za-z]{3,}/g) ?? [])),
  ];
};

/** What is no word of any language: the product's name, chord symbols, names of keys and of kinds of files, fingers. */
const NO_WORDS = [
  'Fleet',
  'Wren',
  'sus',
  'Cmaj',
  'Fmaj',
  'dim',
  'maj',
  'add',
  'aug',
  'pima',
  'pim',
  'pma',
  'pami',
  'mid',
  'wren',
  'xml',
];

/** Words that the platform says itself, in the language of the browser: dates and times. */
const SAID_BY_INTL = [
  ...['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November'],
  ...[
    'December',
    'Jan',
    'Feb',
    'Mar',
    'Apr',
    'Jun',
    'Jul',
    'Aug',
    'Sep',
    'Sept',
    'Oct',
    'Nov',
    'Dec',
    'yesterday',
    'today',
  ],
  ...['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri'],
  ...['Sat', 'Sun', 'ago', 'second', 'seconds', 'minute', 'minutes', 'hour', 'hours', 'day', 'days', 'week', 'weeks'],
  ...['and', 'month', 'months', 'now', 'last'],
];

/** Caps of the keyboard, and what browsers call themselves. */
const KEYS_AND_BROWSERS = [
  ...['Ctrl', 'Shift', 'Enter', 'Delete', 'Backspace', 'Escape', 'Insert', 'Home', 'End', 'PageUp', 'PageDown', 'Esc'],
  ...['Alt', 'Chromium', 'Linux', 'curl'],
];

/**
 * What is wrong with the texts on the page: plain words, what is cut off, what runs off the page, what lies on other
 * text.
 */
export const troubleWithTexts = (page: Page, own: readonly string[]): Promise<string[]> =>
  page.evaluate(
    (known) => {
      const allowed = new Set(known);
      const plain = (text: string): string[] =>
        (text.match(/(?<![\p{L}\p{M}\d~])[A-Za-z]{3,}(?![\p{L}\p{M}])/gu) ?? []).filter((word) => !allowed.has(word));
      const shown = (element: Element): boolean =>
        element.checkVisibility({ opacityProperty: true, visibilityProperty: true });
      const found: string[] = [];
      const texts: { node: Text; parent: Element; rects: DOMRect[] }[] = [];
      const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
      for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
        const parent = node.parentElement;
        if (!parent || !node.data.trim() || /^(SCRIPT|STYLE|OPTION|TEXTAREA)$/.test(parent.tagName) || !shown(parent))
          continue;
        if (parent.closest('.visually-hidden, [aria-hidden="true"] .engraved, svg.engraved')) continue;
        for (const word of plain(node.data)) found.push(`plain word “${word}” in “${node.data.trim().slice(0, 60)}”`);
        const range = document.createRange();
        range.selectNodeContents(node);
        texts.push({
          node,
          parent,
          rects: [...range.getClientRects()].filter(({ width, height }) => width > 1 && height > 1),
        });
      }
      for (const element of document.querySelectorAll('[aria-label], [title], [placeholder], [alt]'))
        for (const name of ['aria-label', 'title', 'placeholder', 'alt'])
          for (const word of plain(element.getAttribute(name) ?? ''))
            found.push(`plain word “${word}” in ${name} “${(element.getAttribute(name) as string).slice(0, 60)}”`);
      for (const option of document.querySelectorAll('option'))
        for (const word of plain(option.textContent))
          found.push(`plain word “${word}” in option “${option.textContent}”`);
      const scrolls = (element: Element): boolean => {
        for (let one: Element | null = element; one && one !== document.body; one = one.parentElement)
          if (/auto|scroll/.test(getComputedStyle(one).overflowX)) return true;
        return false;
      };
      const ofStudio = (text: string): boolean => plain(text).length === 0 && !/~/.test(text);
      for (const { node, parent, rects } of texts) {
        const words = node.data.trim().slice(0, 60);
        if (ofStudio(words)) continue;
        const { overflowX } = getComputedStyle(parent);
        if (/hidden|clip/.test(overflowX) && parent.scrollWidth > parent.clientWidth + 1)
          found.push(`cut off: “${words}”`);
        if (rects.some(({ right, left }) => right > innerWidth + 1 || left < -1) && !scrolls(parent))
          found.push(`off the page: “${words}”`);
        const box = parent.closest('button, .btn, td, th, label, .badge')?.getBoundingClientRect();
        if (box && rects.some(({ right, left }) => right > box.right + 2 || left < box.left - 2))
          found.push(`over its edge: “${words}”`);
      }
      /** What of a line is seen: not what a list scrolls away, nor what lies under what stays in place. */
      const seen = (element: Element, rect: DOMRect): DOMRect | undefined => {
        let { left, top, right, bottom } = rect;
        for (let one: Element | null = element; one && one !== document.body; one = one.parentElement) {
          const style = getComputedStyle(one);
          if (/sticky|fixed/.test(style.position)) return undefined;
          if (!/auto|scroll|hidden|clip/.test(style.overflowX + style.overflowY)) continue;
          const box = one.getBoundingClientRect();
          [left, top] = [Math.max(left, box.left), Math.max(top, box.top)];
          [right, bottom] = [Math.min(right, box.right), Math.min(bottom, box.bottom)];
        }
        return right > left && bottom > top ? new DOMRect(left, top, right - left, bottom - top) : undefined;
      };
      const lines = texts
        .filter(({ parent }) => !parent.closest('svg'))
        .flatMap(({ node, parent, rects }) =>
          rects.flatMap((whole) => {
            const rect = seen(parent, whole);
            return rect ? [{ node, rect }] : [];
          }),
        );
      lines.forEach(({ node, rect }, index) => {
        for (const other of lines.slice(index + 1)) {
          if (other.node === node) continue;
          const across = Math.min(rect.right, other.rect.right) - Math.max(rect.left, other.rect.left);
          const down = Math.min(rect.bottom, other.rect.bottom) - Math.max(rect.top, other.rect.top);
          if (across > 3 && down > Math.min(rect.height, other.rect.height) / 2)
            found.push(
              `on each other: “${node.data.trim().slice(0, 40)}” and “${other.node.data.trim().slice(0, 40)}”`,
            );
        }
      });
      return [...new Set(found)];
    },
    [...NO_WORDS, ...SAID_BY_INTL, ...KEYS_AND_BROWSERS, ...own],
  );
