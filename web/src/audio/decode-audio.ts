import { say } from '@fleet-wren/wording';
import { MAX_AUDIO_BYTES, TAKE_PARAMETERS, ProblemError, createProblem } from '@fleet-wren/core';

/** Seconds of a take at the most: longer ones are cut. */
export const MAX_TAKE_SECONDS = 300;

const mixed = (buffer: AudioBuffer): Float32Array => {
  const length = Math.min(buffer.length, MAX_TAKE_SECONDS * TAKE_PARAMETERS.sampleRate);
  const samples = new Float32Array(length);
  for (let channel = 0; channel < buffer.numberOfChannels; channel += 1) {
    const own = buffer.getChannelData(channel);
    for (let index = 0; index < length; index += 1)
      samples[index] = (samples[index] as number) + (own[index] as number) / buffer.numberOfChannels;
  }
  return samples;
};

/** The samples of a recording at core’s own rate, whatever the browser can decode. Errors: `sound-wrong`. */
export const decodeAudio = async (blob: Blob): Promise<Float32Array> => {
  if (blob.size > MAX_AUDIO_BYTES)
    throw new ProblemError(
      createProblem('sound-wrong', {
        problem: say('takes.the-file-is-larger-than-mb', { largestSound: MAX_AUDIO_BYTES / 1e6 }),
      }),
    );
  const context = new OfflineAudioContext(1, 1, TAKE_PARAMETERS.sampleRate);
  const bytes = await blob.arrayBuffer();
  const buffer = await context.decodeAudioData(bytes).catch(() => null);
  if (!buffer)
    throw new ProblemError(createProblem('sound-wrong', { problem: say('takes.this-browser-cant-read-the-audio') }));
  return mixed(buffer);
};
