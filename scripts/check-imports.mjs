// Refuses circles of files, types included, and arrows between the screens of the interface or up to one.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import ts from 'typescript';
import { PROJECT_ROOT } from './lib/paths.mjs';

/** What the screens are built from; every other folder of web/src is a screen, and `app` puts them together. */
const SHARED = new Set(['api', 'audio', 'components', 'listening', 'service-worker', 'workers', 'workspace']);

const isSource = (file) => /\.tsx?$/.test(file) && !/\.(test|harness)\.tsx?$/.test(file);

const folders = ['cli/src', 'contract/src', 'core/src', 'server/src', 'web/src', 'wording/src'];
const listed = execFileSync('git', ['ls-files', '-co', '--exclude-standard', ...folders], {
  cwd: PROJECT_ROOT,
  encoding: 'utf8',
});
const files = listed.split('\n').filter(isSource);
const known = new Set(files);

const importsOf = (file) =>
  ts
    .preProcessFile(readFileSync(join(PROJECT_ROOT, file), 'utf8'), true, true)
    .importedFiles.map(({ fileName }) => normalize(join(dirname(file), fileName)))
    .filter((target) => known.has(target));

const graph = new Map(files.map((file) => [file, importsOf(file)]));

/** Tarjan’s strongly connected components of more than one file. */
const circlesOf = (nodes) => {
  const order = new Map();
  const low = new Map();
  const stack = [];
  const found = [];
  const visit = (file) => {
    order.set(file, order.size);
    low.set(file, order.get(file));
    stack.push(file);
    for (const next of nodes.get(file)) {
      if (!order.has(next)) visit(next);
      if (stack.includes(next)) low.set(file, Math.min(low.get(file), low.get(next)));
    }
    if (low.get(file) !== order.get(file)) return;
    const circle = stack.splice(stack.indexOf(file));
    if (circle.length > 1) found.push(circle);
  };
  for (const file of nodes.keys()) if (!order.has(file)) visit(file);
  return found;
};

const folderOf = (file) => /^web\/src\/([^/]+)\//.exec(file)?.[1];

const isForbidden = (from, to) => {
  const [own, other] = [folderOf(from), folderOf(to)];
  if (!own || !other || own === other || own === 'app') return false;
  return !SHARED.has(other);
};

const circles = circlesOf(graph).map((circle) => `circle: ${circle.join(' → ')}`);
const arrows = [...graph].flatMap(([from, targets]) =>
  targets.filter((to) => isForbidden(from, to)).map((to) => `${from} may not use ${to}`),
);
const problems = [...circles, ...arrows];
problems.forEach((problem) => console.error(problem));
if (problems.length === 0) console.log(`${files.length} files, no circle and no arrow between screens`);
process.exitCode = problems.length > 0 ? 1 : 0;
