import { buildIfStale } from './lib/build.mjs';

buildIfStale(['core', 'cli', 'server', 'web'], { force: process.argv.includes('--force') });
