import { say } from '@fleet-wren/wording';
/** What the browser does to speech is no good for a guitar. */
const PLAIN = { echoCancellation: false, noiseSuppression: false, autoGainControl: false } as const;

/** Opens the microphone, its sound as it is. */
export const openMicrophone = (): Promise<MediaStream> => navigator.mediaDevices.getUserMedia({ audio: PLAIN });

/** Lets go of a microphone. */
export const closeMicrophone = (stream: MediaStream): void => stream.getTracks().forEach((track) => track.stop());

/** Why there is no microphone, and what to do instead. */
export const formatMicrophoneError = (error: unknown, instead: string): string => {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError') return say('takes.microphone-access-was-denied-allow-it', { instead });
  if (name === 'NotFoundError') return say('takes.no-microphone-found-connect-one-or', { instead });
  return say('takes.the-microphone-isnt-available-close-other', { instead });
};
