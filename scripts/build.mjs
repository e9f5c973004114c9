import { buildIfStale } from './lib/build.mjs';

buildIfStale(['wording', 'core', 'cli', 'server', 'web'], { force: process.argv.includes('--force') });
