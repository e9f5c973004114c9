/* Writes docs/errors.md from the registry of errors: node scripts/generate-error-reference.mjs, after a build of
   core. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ERRORS } from '../core/dist/index.js';
import { english } from '../wording/dist/index.js';
import { PROJECT_ROOT } from './lib/paths.mjs';

const head = `# Errors

Every code the project answers with. The server sends \`{"error": {"code", "message", "problems"}}\` with the status; the
interface and the command line show the text. The registry is \`core/src/errors/error-registry.ts\`, the texts are in
\`wording/src/en/errors.ts\`; a test holds this page, the registry, the texts and the code together. \`{problem}\` and \`{reason}\` are filled with
a text of \`wording/src/en/reasons.ts\`.

| code | status | what a teacher reads |
|---|---|---|
`;
const rows = Object.entries(ERRORS).map(
  ([code, { status }]) => `| \`${code}\` | ${status} | ${english[`error.${code}`].replaceAll('|', '\\|')} |`,
);
writeFileSync(join(PROJECT_ROOT, 'docs', 'errors.md'), `${head}${rows.join('\n')}\n`);
