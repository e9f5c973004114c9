import { say, sayMessage } from '@fleet-wren/wording';
import { MIN_TEMPO_SHARE, describeTuningOffset, type LiveEvent, type LevelCheck } from '@fleet-wren/core';

/** What is wrong with the sound, and what to do. */
const CHECKS: Readonly<Record<LevelCheck['code'], string | null>> = {
  good: null,
  silent: say('listening.no-sound-detected-play-something-or'),
  'too-quiet': say('listening.too-quiet-move-closer-to-the'),
  'too-loud': say('listening.too-loud-the-sound-is-clipping'),
  noisy: say('listening.too-much-background-noise-to-hear'),
};

const strange = (semitones: number): string => {
  if (semitones === 0) return say('listening.this-doesnt-match-the-pattern');
  const { by, way } = describeTuningOffset(semitones);
  return say('listening.your-guitar-seems-to-be-tuned', { by: sayMessage(by), way });
};

/** What was heard last, in a few words. */
export const formatLiveEvent = (
  event: LiveEvent | null,
  check: LevelCheck['code'] | null,
  asked: number | null,
): string => {
  const trouble = check && CHECKS[check];
  if (!event || event.kind === 'lost') return trouble ?? say('listening.keep-playing-clean-passes-are-counted');
  if (event.kind === 'strange') return trouble ?? strange(event.by);
  const tempo = Math.round(event.tempo);
  if (event.kind === 'found') return say('listening.recognised-at-bpm', { tempo });
  if (event.verdict === 'slipped') return say('listening.missed', { why: event.why ? sayMessage(event.why) : '' });
  if (event.verdict === 'unclear') return say('listening.couldnt-score-that-one');
  return tooSlow(event.tempo, asked)
    ? say('listening.clean-at-bpm-but-the-target', { tempo, asked: asked ?? tempo })
    : say('listening.clean-at-bpm', { tempo });
};

/** Whether a time through was too slow to count for what is asked. */
const tooSlow = (tempo: number, asked: number | null): boolean => asked !== null && tempo < MIN_TEMPO_SHARE * asked;

/** What a time through counts for; null where it counts for nothing. */
export const classifyPass = (event: LiveEvent, asked: number | null): 'clean' | 'slipped' | null => {
  if (event.kind !== 'cycle' || event.verdict === 'unclear') return null;
  if (event.verdict === 'slipped') return 'slipped';
  return tooSlow(event.tempo, asked) ? null : 'clean';
};
