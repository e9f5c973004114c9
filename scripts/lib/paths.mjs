import { fileURLToPath } from 'node:url';
import { dirname, join } from 'node:path';

/** The project's root folder. */
export const PROJECT_ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

/** The compiler: the native one, which takes a fifth of the time. */
export const COMPILER = [process.execPath, join(PROJECT_ROOT, 'node_modules', '@typescript', 'native', 'bin', 'tsc')];

/** A program of the installed packages. */
export const packageBinary = (name) => join(PROJECT_ROOT, 'node_modules', '.bin', name);
