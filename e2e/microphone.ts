import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeWav } from '@fleet-wren/core';
import { ARGUMENTS, CHROMIUM } from './chromium.ts';

const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-sounds-'));

/** A sound in a file of its own. */
export const soundFile = (name: string, samples: Float32Array, sampleRate: number): string => {
  const file = join(folder, name);
  writeFileSync(file, writeWav({ samples, sampleRate }));
  return file;
};

/** A browser that hears a file, once, when it asks for a microphone. */
export const hearing = (file: string) =>
  ({
    permissions: ['microphone'],
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        ...ARGUMENTS,
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        `--use-file-for-fake-audio-capture=${file}%noloop`,
      ],
    },
  }) satisfies { readonly permissions: string[]; readonly launchOptions: object };
