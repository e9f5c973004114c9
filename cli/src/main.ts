#!/usr/bin/env node
import { sayProblem } from '@fleet-wren/wording';
import { writeFileSync } from 'node:fs';
import type { CommandOutput } from './command.ts';
import { unwritable } from './read-input.ts';
import { runCli } from './run-cli.ts';

const write = (path: string, content: CommandOutput): void => {
  try {
    writeFileSync(path, content);
  } catch (error) {
    process.stderr.write(`${sayProblem(unwritable(path, error))}\n`);
    process.exitCode = 2;
  }
};

const { code, output, file, error } = await runCli(process.argv.slice(2));
if (error) process.stderr.write(`${error}\n`);
if (file) write(file, output);
else if (output.length > 0)
  process.stdout.write(typeof output === 'string' && !output.endsWith('\n') ? `${output}\n` : output);
process.exitCode ??= code;
