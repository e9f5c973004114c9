/* Writes docs/format.schema.json from the description of the format in core: node
   scripts/generate-schema-reference.mjs. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createPatternFileSchema } from '../core/dist/index.js';
import { PROJECT_ROOT } from './lib/paths.mjs';

writeFileSync(
  join(PROJECT_ROOT, 'docs', 'format.schema.json'),
  `${JSON.stringify(createPatternFileSchema(), null, 2)}\n`,
);
