import { fileURLToPath } from 'node:url';
import { dirname, join } from 'node:path';

/** The project's root folder. */
export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

/** A program of the installed packages. */
export const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
