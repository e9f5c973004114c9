import { parse } from '@formatjs/icu-messageformat-parser';
import fc from 'fast-check';
import { readFileSync, readdirSync } from 'node:fs';
import { english } from './en/index.ts';
import {
  TERMS,
  isTextKey,
  say,
  sayInParts,
  sayList,
  sayMessage,
  sayProblem,
  setLanguage,
  weekdayNames,
} from './index.ts';
import { pseudoCatalogue } from './pseudo.ts';

const KEYS = Object.keys(english).filter(isTextKey);

const root = new URL('../../', import.meta.url);

const sources = (folder: string): string =>
  readdirSync(new URL(folder, root), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\./.test(file))
    .map((file) => readFileSync(new URL(`${folder}/${file}`, root), 'utf8'))
    .join('\n');

describe('the catalogue', () => {
  test('every text can be read, and keeps to the rules of setting', () => {
    for (const key of KEYS) expect(() => parse(english[key])).not.toThrow();
    expect(KEYS.filter((key) => / {2}|\.\.\.| %|’ s /.test(english[key]))).toEqual([]);
  });

  test('every text is used; those of errors by their code', () => {
    const used = ['core/src', 'server/src', 'web/src', 'cli/src'].map(sources).join('\n');
    // A key whose end is a code of core is written as `finding.${kind}`.
    const begun = [...used.matchAll(/`([a-z.-]+[.-])\$\{/g)].map(([, start = '']) => start);
    const isUsed = (key: string): boolean =>
      used.includes(`'${key}'`) || used.includes(`"${key}"`) || begun.some((start) => key.startsWith(start));
    const unused = KEYS.filter((key) => !key.startsWith('error.') && !isUsed(key));
    expect(unused).toEqual([]);
  });

  test('no text bears the names of two keys of one screen', () => {
    const screens = new Map<string, string>();
    const twice = KEYS.filter((key) => english[key] !== '{problem}').filter((key) => {
      const place = `${key.split('.')[0]} ${english[key]}`;
      const before = screens.get(place);
      screens.set(place, key);
      return before !== undefined;
    });
    expect(twice).toEqual([]);
  });
});

test('the glossary in docs has every term as the product shows it', () => {
  const page = readFileSync(new URL('../../docs/glossary.md', import.meta.url), 'utf8');
  for (const name of TERMS)
    expect(page).toContain(`**${say(`glossary.${name}.term`)}**: ${say(`glossary.${name}.text`)}\n`);
});

describe('saying', () => {
  test('one and many are told apart', () => {
    expect([0, 1, 2].map((count) => say('term.bars', { count }))).toEqual(['0 bars', '1 bar', '2 bars']);
  });

  test('a message within a message is said too, and a list as a list', () => {
    const place = { code: 'place.bar-of-section', params: { name: 'Verse', bar: 2 } };
    expect(sayMessage({ code: 'song-problem.note-outside', params: { place } })).toBe(
      '“Verse”, bar 2: a note lies outside the bar.',
    );
    expect(sayList(['thumb', 'index', 'middle'])).toBe('thumb, index and middle');
  });

  test('a code of a newer version is said as it is', () => {
    expect(sayMessage({ code: 'finding.not-thought-of-yet' })).toBe('finding.not-thought-of-yet');
  });

  test('elements of a text stand where their tags are', () => {
    const parts = sayInParts('bench.max-figure', { strong: (inside) => ({ bold: inside.join('') }) }, { bpm: 114 });
    expect(parts).toEqual([{ bold: '114' }, ' bpm max']);
  });

  test('a problem begins with a capital letter, whatever fills it', () => {
    fc.assert(
      fc.property(fc.string(), fc.integer({ min: 0, max: 9 }), (name, bar) => {
        const place = { code: 'place.part-of-form', params: { number: bar } };
        const said = sayProblem({
          code: 'song-wrong',
          details: { problem: { code: 'song-problem.section-missing', params: { place, name } } },
        });
        expect(said).toMatch(/^Form, part \d/);
        expect(said).toContain(name);
      }),
    );
  });

  test('the week begins on Monday', () => {
    expect(weekdayNames()).toHaveLength(7);
    expect(weekdayNames()[0]).toBe('Monday');
  });
});

describe('another language', () => {
  afterEach(() => setLanguage('en-GB', english));

  test('takes the place of every text, with the same arguments', () => {
    const pseudo = pseudoCatalogue();
    expect(Object.keys(pseudo)).toEqual(KEYS);
    setLanguage('en-GB', pseudo);
    expect(say('term.bars', { count: 2 })).toMatch(/^2 ƀàŕš~+$/);
    expect(say('common.undo')).toMatch(/^Ùñďö~+$|^Üñďö~+$/);
    for (const key of KEYS) expect(() => parse(pseudo[key])).not.toThrow();
  });
});
