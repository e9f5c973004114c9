import { SCHOOLS } from '@fleet-wren/core';
import { setLanguage } from '@fleet-wren/wording';
import { pseudoCatalogue } from '@fleet-wren/wording/pseudo';

// Before anything says anything: some texts are said once, when their module is read.
setLanguage('en-GB', pseudoCatalogue());
const { runCliSync } = await import('./run-cli.ts');

/**
 * What is typed as it stands in any language: commands, options, keys of schools, names of files and of the product.
 */
const TYPED = /^ {2}[a-z]+|--[a-z-]+|\bwren\b|Fleet Wren|[a-z]+(-[a-z]+)+|\b[A-Z]{2,}\b|\.[a-z]{2,}|\band\b/gm;

const KEYS = new Set(SCHOOLS.map(({ key }) => key));

const plainWords = (output: string): string[] => [
  ...new Set(
    output
      .replace(TYPED, '')
      .match(/(?<![\p{L}\p{M}\d~])[A-Za-z]{3,}(?![\p{L}\p{M}])/gu)
      ?.filter((word) => !KEYS.has(word)) ?? [],
  ),
];

/** Words of a command; `_` is a space within one. */
const COMMANDS = [
  '--help',
  'finger --strings 6_3_2_1',
  'analyse --strings 5_3_1_1_1_1_1_3 --tempo 180',
  'compare --strings 5_3_2_1 --tempo 120',
  'voicings Am7',
  'voicings Cq',
  'voicings C --tuning loose',
  'harmonics --frets x_x_0_2_3_2',
  'finger --strings 9',
  'finger --strings 5_3_2_1 --school loose',
  'song /nowhere',
  'learn',
  'fly',
];

test.each(COMMANDS)('wren %s says nothing but texts of the catalogue', (line) => {
  const { output, error } = runCliSync(line.split(' ').map((word) => word.replaceAll('_', ' ')));
  const said = `${String(output)}${error}`.replace('/nowhere', '').replace(/[“"][^”"]*[”"]/g, '');
  expect(said).toMatch(/~/);
  expect(plainWords(said)).toEqual([]);
});
