#!/usr/bin/env node
import { writeFileSync } from 'node:fs';
import { runCli } from './run-cli.ts';

const { code, output, file, error } = await runCli(process.argv.slice(2));
if (error) process.stderr.write(`${error}\n`);
if (file) writeFileSync(file, output);
else if (output.length > 0)
  process.stdout.write(typeof output === 'string' && !output.endsWith('\n') ? `${output}\n` : output);
process.exitCode = code;
