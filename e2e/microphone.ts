import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeWav } from '@fleet-wren/core';
import type { Page } from '@playwright/test';
import { ARGUMENTS, CHROMIUM } from './chromium.ts';

const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-sounds-'));

/** A sound in a file of its own. */
export const soundFile = (name: string, samples: Float32Array, sampleRate: number): string => {
  const file = join(folder, name);
  writeFileSync(file, writeWav({ samples, sampleRate }));
  return file;
};

/**
 * Lets a page listen to a file instead of the room: the same worklet and worker get its sound by the file's own clock,
 * as quickly as the machine is, so that a busy one hears no less than an idle one. Only contexts that are made for a
 * microphone are replaced, which ask for a rate of their own.
 */
export const listeningTo = async (page: Page, file: string): Promise<void> => {
  const sound = readFileSync(file).toString('base64');
  await page.addInitScript((base64: string) => {
    const Plain = window.AudioContext;
    const bytes = Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0));
    const decoded = new OfflineAudioContext(1, 1, 22_050).decodeAudioData(bytes.buffer);
    let buffer: AudioBuffer;
    navigator.mediaDevices.getUserMedia = async () => {
      buffer = await decoded;
      return new MediaStream();
    };
    const fromFile = (): AudioContext => {
      const context = new OfflineAudioContext(1, buffer.length, buffer.sampleRate);
      const createMediaStreamSource = (): AudioBufferSourceNode => {
        const source = new AudioBufferSourceNode(context, { buffer });
        source.start();
        return source;
      };
      const goOn = context.resume.bind(context);
      const resume = async (): Promise<void> => {
        // Rendering takes its thread whole: stopped at its beginning, the worklet is told where its sound goes.
        void context.suspend(0).then(goOn);
        void context.startRendering();
      };
      return Object.assign(context, { createMediaStreamSource, resume, close: () => Promise.resolve() }) as never;
    };
    window.AudioContext = function AudioContext(options?: AudioContextOptions) {
      return options?.sampleRate === undefined ? new Plain(options) : fromFile();
    } as never;
  }, sound);
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
