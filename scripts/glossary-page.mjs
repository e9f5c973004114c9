/* Writes docs/glossary.md from the catalogue: node scripts/glossary-page.mjs, after a build of the wording. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { TERMS, say } from '../wording/dist/index.js';
import { PROJECT_ROOT } from './lib/paths.mjs';

const head = `# Glossary

The words of the application, as they are shown under Help (\`/help\`). Made from \`wording/src/en/glossary.ts\`.
`;
const terms = TERMS.map((name) => ({ term: say(`glossary.${name}.term`), text: say(`glossary.${name}.text`) }));
const lines = terms
  .sort((one, other) => one.term.localeCompare(other.term, 'en'))
  .map(({ term, text }) => `**${term}**: ${text}\n`);
writeFileSync(join(PROJECT_ROOT, 'docs', 'glossary.md'), `${head}\n${lines.join('\n')}`);
