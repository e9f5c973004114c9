/* Writes docs/format.schema.json from the description of the format in core: node scripts/schema-page.mjs. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createPatternFileSchema } from '../core/dist/index.js';
import { ROOT } from './lib/paths.mjs';

writeFileSync(join(ROOT, 'docs', 'format.schema.json'), `${JSON.stringify(createPatternFileSchema(), null, 2)}\n`);
