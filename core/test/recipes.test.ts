import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const ROOT = join(import.meta.dirname, '../..');
const RECIPES = readFileSync(join(ROOT, 'CONTRIBUTING.md'), 'utf8');
const SCRATCH = join(ROOT, 'node_modules/.cache/recipes');

const FILES: Readonly<Record<string, string>> = {
  'core/src/fingering/schools/two-fingers.ts': `import { message } from '../../message/message.ts';
import { DEFAULT_PENALTY_WEIGHTS, allowAnyDigit, stringRange, type School } from '../school.ts';

export const twoFingerSchool: School = {
  key: 'two-fingers',
  name: message('school.two-fingers.name'),
  grips: ['fingers'],
  rule: message('school.two-fingers.rule'),
  suits: message('school.two-fingers.suits'),
  examples: [{ subdivision: 2, figure: '3 2 1 2' }],
  digits: ['i', 'm'],
  home: (_digit, strings) => stringRange(strings, 1),
  isDigitAllowed: allowAnyDigit,
  weights: DEFAULT_PENALTY_WEIGHTS,
};
`,
  'core/src/generate/one-note.ts': `import { success } from '../errors/index.ts';
import { message } from '../message/index.ts';
import { SUBDIVISION_FIELD, getNumber, layOutPattern, type Generator } from './generator.ts';

export const oneNoteGenerator: Generator = {
  key: 'one-note',
  name: message('generator.one-note.name'),
  use: message('generator.one-note.description'),
  listenFor: message('generator.one-note.listen'),
  fields: [SUBDIVISION_FIELD],
  createPattern: (values, frame) => {
    const name = message('generator.one-note.name');
    const looks = { name, subdivision: getNumber(values, 'subdivision'), school: 'rolling' };
    return success(layOutPattern([[{ string: 1 }]], looks, frame));
  },
};
`,
  'core/src/analysis/diagnostics/length-rules.ts': `import { message } from '../../message/message.ts';
import type { DiagnosticRule } from './diagnostic.ts';

export const checkLonely: DiagnosticRule = ({ pattern }) =>
  pattern.strokes.length === 1
    ? [{ code: 'lonely', strokes: [0], message: message('finding.lonely'), severity: 0.1 }]
    : [];
`,
};

/** A line put before the first line of a file that matches. */
type Line = readonly [file: string, before: RegExp, line: string];

const LINES: readonly Line[] = [
  [
    'core/src/fingering/schools/index.ts',
    /^import \{ threeFinger/,
    "import { twoFingerSchool } from './two-fingers.ts';",
  ],
  ['core/src/fingering/schools/index.ts', /^ {2}rollingSchool,/, '  twoFingerSchool,'],
  ['core/src/generate/index.ts', /^import \{ rollsGenerator/, "import { oneNoteGenerator } from './one-note.ts';"],
  ['core/src/generate/index.ts', /^ {2}rollsGenerator,/, '  oneNoteGenerator,'],
  [
    'core/src/analysis/diagnostics/index.ts',
    /^import \{ checkPlant/,
    "import { checkLonely } from './length-rules.ts';",
  ],
  ['core/src/analysis/diagnostics/index.ts', /^ {2}checkWeakAccent,/, '  checkLonely,'],
];

const TEXTS: readonly Line[] = [
  [
    'wording/src/en/schools.ts',
    /^ {2}'school\./,
    "  'school.two-fingers.name': 'Two fingers',\n  'school.two-fingers.rule': 'Index and middle alone.',\n  'school.two-fingers.suits': 'Trills.',",
  ],
  [
    'wording/src/en/generators.ts',
    /^ {2}'generator\./,
    "  'generator.one-note.name': 'One note',\n  'generator.one-note.description': 'One note a bar.',\n  'generator.one-note.listen': 'Listen for the beat.',",
  ],
  ['wording/src/en/analysis.ts', /^ {2}'finding\./, "  'finding.lonely': 'One note alone.',"],
];

const put = ([file, before, line]: Line): void => {
  const path = join(SCRATCH, file);
  const lines = readFileSync(path, 'utf8').split('\n');
  const at = lines.findIndex((one) => before.test(one));
  expect([file, at]).not.toEqual([file, -1]);
  writeFileSync(path, [...lines.slice(0, at), line, ...lines.slice(at)].join('\n'));
};

const CONFIGURATION = {
  extends: '../../../tsconfig.base.json',
  compilerOptions: {
    noEmit: true,
    composite: false,
    rewriteRelativeImportExtensions: false,
    allowImportingTsExtensions: true,
    paths: { '@fleet-wren/wording': ['./wording/src/index.ts'] },
  },
  include: ['core/src', 'wording/src'],
  exclude: ['**/*.test.ts'],
};

const mistakes = (): readonly string[] => {
  try {
    execFileSync(process.execPath, [join(ROOT, 'node_modules/@typescript/native/bin/tsc'), '-p', SCRATCH], {
      encoding: 'utf8',
    });
    return [];
  } catch (error) {
    const { stdout } = error as { readonly stdout: string };
    return stdout.split('\n').filter((line) => line.includes('error TS'));
  }
};

/** The files a recipe names, and the lists a line goes into. */
const named = (pattern: RegExp): readonly string[] => [...RECIPES.matchAll(pattern)].map(([, name]) => name as string);

test('every file and every list that the recipes name is there', () => {
  const files = named(/^\| `((?:core|web|wording)\/[^`]+)`/gm).filter((file) => !/NAME|SUBJECT/.test(file));
  expect(files.length).toBeGreaterThan(8);
  expect(files.filter((file) => !existsSync(join(ROOT, file)))).toEqual([]);
  const rows = RECIPES.split('\n').filter((row) => /^\| `[^`]+` +\| one line/.test(row));
  expect(rows.length).toBeGreaterThan(3);
  for (const row of rows) {
    const [file, ...lists] = [...row.matchAll(/`([^`]+)`/g)].map(([, name]) => name as string);
    const content = readFileSync(join(ROOT, file as string), 'utf8');
    for (const list of lists) expect([row, content.includes(list)]).toEqual([row, true]);
  }
});

test('a school, a generator and a finding are three files each: without their texts they do not compile, with them they do', () => {
  rmSync(SCRATCH, { recursive: true, force: true });
  for (const folder of ['core/src', 'wording/src'])
    cpSync(join(ROOT, folder), join(SCRATCH, folder), { recursive: true });
  for (const [file, content] of Object.entries(FILES)) {
    mkdirSync(dirname(join(SCRATCH, file)), { recursive: true });
    writeFileSync(join(SCRATCH, file), content);
  }
  writeFileSync(join(SCRATCH, 'tsconfig.json'), JSON.stringify(CONFIGURATION));
  LINES.forEach(put);
  const without = mistakes();
  expect(without.length).toBeGreaterThan(2);
  expect(without.filter((one) => !/two-fingers|one-note|length-rules/.test(one))).toEqual([]);
  TEXTS.forEach(put);
  expect(mistakes()).toEqual([]);
  rmSync(SCRATCH, { recursive: true, force: true });
});
