/* Writes docs/api.md from the description of the API: node scripts/api-page.mjs, after a build of the server. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describeApi } from '../server/dist/contract/openapi.js';
import { PROJECT_ROOT } from './lib/paths.mjs';

const head = `# API

Every route of the server, below \`/api\`. The types of what each takes and answers are in \`contract/src/\`; the server checks what is
asked by the Joi schemas in \`server/src/contract/requests.ts\`, and tests hold every answer against those in \`responses.ts\`. The same
schemas make the OpenAPI 3.1 description at \`/api/openapi.json\`. A test keeps routes, types, description and this page together.

Teachers are known by the session cookie, practice rooms by the token of their link in \`x-practice-link\`. Errors are
\`{"error": {"code", "message", "problems"}}\` with the codes of [errors](errors.md). A route marked **key** takes an \`Idempotency-Key\`
(a UUID): sent again with the same key within a day, it does nothing again and answers what it answered. A document is saved on
the version it was read at; where somebody else saved meanwhile, the answer is \`version-conflict\` with what is there.
`;

const WHO = { session: 'teacher', practiceLink: 'link' };

const whoMay = ({ security }) => security.map((one) => WHO[Object.keys(one)[0]])[0] ?? 'anyone';

const rowOf = ([route, operation]) => {
  const key = operation.parameters.some(({ name }) => name === 'idempotency-key') ? ', **key**' : '';
  return `| \`${route}\` | ${whoMay(operation)}${key} | ${operation.summary} |`;
};

/** @type {any[][]} */
const operations = Object.entries(describeApi().paths).flatMap(([path, methods]) =>
  Object.entries(methods).map(([method, operation]) => [`${method.toUpperCase()} ${path}`, operation]),
);
const subjects = [...new Set(operations.map(([, { tags }]) => tags[0]))];
const sections = subjects.map((subject) => {
  const rows = operations.filter(([, { tags }]) => tags[0] === subject).map(rowOf);
  return `## ${subject}\n\n| route | who | what |\n| --- | --- | --- |\n${rows.join('\n')}\n`;
});
writeFileSync(join(PROJECT_ROOT, 'docs', 'api.md'), [head, ...sections].join('\n'));
