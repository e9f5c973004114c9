/* global navigator, AudioContext, atob */
import { Buffer } from 'node:buffer';

/** Lets a page hear a sound file when it asks for a microphone. */
export const fakeMicrophone = (page, wav) =>
  page.addInitScript((base64) => {
    navigator.mediaDevices.getUserMedia = async () => {
      const context = new AudioContext();
      const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
      const source = context.createBufferSource();
      source.buffer = await context.decodeAudioData(bytes.buffer);
      const end = context.createMediaStreamDestination();
      source.connect(end);
      source.start();
      return end.stream;
    };
  }, Buffer.from(wav).toString('base64'));

/** What an invented player plays of the stage a student has at hand, as a sound file. */
export const renderStageTake = async (page, studentId, name) => {
  const core = await import('@fleet-wren/core');
  const items = await (await page.request.get(`/api/students/${studentId}/assignments`)).json();
  const { id, pattern, target, way, plan } = items.find((one) => one.name === name);
  const { stage, tempo } = await (await page.request.get(`/api/assignments/${id}/progress`)).json();
  const ladder = core.valueOrThrow(core.createLadder(pattern, { target, method: way, hand: plan.hand }));
  const made = ladder.stages.find(({ key }) => key === plan.stages[stage].key);
  const sampleRate = 2 * core.TAKE_PARAMETERS.sampleRate;
  const played = { ...made.pattern, tempo: tempo ?? made.pattern.tempo };
  const samples = core.simulateAudio(played, core.PLAYER_MODELS.steady, { cycles: 8, seed: 2, sampleRate });
  return core.writeWav({ samples, sampleRate });
};
