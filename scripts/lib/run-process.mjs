import { spawn } from 'node:child_process';

/** Runs a program to its end with its output shown; answers its exit code. */
export const runProcess = (program, args, options = {}) =>
  new Promise((resolve) => {
    const child = spawn(program, args, { stdio: ['ignore', 'inherit', 'inherit'], ...options });
    child.on('error', () => resolve(1));
    child.on('exit', (code) => resolve(code ?? 1));
  });
