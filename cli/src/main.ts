#!/usr/bin/env node
import { writeFileSync } from 'node:fs';
import { wren } from './wren.ts';

const { code, output, file, error } = wren(process.argv.slice(2));
if (error) process.stderr.write(`${error}\n`);
if (file) writeFileSync(file, output);
else if (output.length > 0)
  process.stdout.write(typeof output === 'string' && !output.endsWith('\n') ? `${output}\n` : output);
process.exitCode = code;
