/*
 * Writes the licence notices of what ships with the application: docs/licences.md, and the texts for the page /about.
 * node scripts/licences.mjs, after packages changed.
 */
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PROJECT_ROOT } from './lib/paths.mjs';

/** What has more to say than its licence. */
const NOTES = {
  'wasm-media-encoders':
    'Writes MP3 with the LAME encoder (LGPL-2.0-or-later), compiled for the web, in a file of its own (mp3-*.wasm), unchanged; it can be replaced by another build of it. Its source is published under the same name and version in the npm registry.',
  verovio:
    'Engraves notation. It is used unchanged, in a file of its own (engrave.worker-*.js), and can be replaced by another version of it: install that and build the application again (npm run build). Its source is published under the same name and version in the npm registry.',
};

const lock = JSON.parse(readFileSync(join(PROJECT_ROOT, 'package-lock.json'), 'utf8'));

/**
 * Packages that ship: what the workspaces need to run, on any machine; builds for single kinds of machines have the
 * licence of their package.
 */
const shipped = Object.entries(lock.packages)
  .filter(([path, { dev, link, optional }]) => path.includes('node_modules/') && !dev && !link && !optional)
  .map(([path, { version, license }]) => ({
    path,
    name: path.split('node_modules/').at(-1),
    version,
    licence: license ?? 'see its text',
  }))
  .sort((a, b) => (a.name < b.name ? -1 : 1));

const readText = (name) => readFileSync(join(PROJECT_ROOT, 'scripts', 'lib', 'licence-texts', name), 'utf8').trimEnd();

/** Texts of licences that a package names and does not bring: the lesser licence is one beside the general one. */
const TEXTS = {
  'LGPL-3.0-or-later': () => `${readText('LGPL-3.0.txt')}\n\n\n${readText('GPL-3.0.txt')}`,
};

const textOf = ({ path, licence }) => {
  const folder = join(PROJECT_ROOT, path);
  const files = existsSync(folder) ? readdirSync(folder) : [];
  const file = files.find((name) => /^(licen[sc]e|copying)/i.test(name));
  return file ? readFileSync(join(folder, file), 'utf8').trim() : (TEXTS[licence]?.() ?? '');
};

const once = new Map(shipped.map((one) => [`${one.name} ${one.version}`, one]));

const rows = [...once.values()].map(
  ({ name, version, licence }) => `| \`${name}\` | ${version} | ${licence} | ${NOTES[name] ?? ''} |`,
);
writeFileSync(
  join(PROJECT_ROOT, 'docs', 'licences.md'),
  `# Licences of what ships

Fleet Wren runs with these packages and fonts; their texts stand on the page \`/about\`. Written by \`node scripts/licences.mjs\`
from \`package-lock.json\`; a test fails where the two differ.

| package | version | licence | |
|---|---|---|---|
${rows.join('\n')}
`,
);

const texts = [];
const placeOf = (text) => {
  const found = texts.indexOf(text);
  return found >= 0 ? found : texts.push(text) - 1;
};
const packages = [...once.values()].map((one) => ({
  name: one.name,
  version: one.version,
  licence: one.licence,
  ...(NOTES[one.name] ? { note: NOTES[one.name] } : {}),
  text: placeOf(textOf(one)),
}));
writeFileSync(join(PROJECT_ROOT, 'web', 'public', 'licences.json'), `${JSON.stringify({ packages, texts })}\n`);
console.log(`${packages.length} packages, ${texts.length} texts`);
