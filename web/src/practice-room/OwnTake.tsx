import '../components/take/takes.scss';
import { say } from '@fleet-wren/wording';
import type { ComparableTake, HandProfile, Pattern } from '@fleet-wren/core';
import { useEffect, useState } from 'react';
import { wordsOf } from '../api/api-error.ts';
import { decodeAudio } from '../audio/decode-audio.ts';
import { assessTakeAudio } from '../components/take/assess-take.ts';
import type { AssessedTake } from '../components/take/assessed-take.ts';
import { TakeFindings } from '../components/take/TakeFindings.tsx';
import { TakeSummary } from '../components/take/TakeSummary.tsx';
import { TakePlayer } from '../components/take/TakePlayer.tsx';
import { useAskedInTake } from '../components/take/useAskedInTake.ts';
import { useTakePlayback } from '../components/take/useTakePlayback.ts';
import { keepTake, readEarlierTake } from './earlier-take.ts';

/** What a student recorded: its sound, what was asked, and what its last take is kept under. */
export interface RecordedTake {
  readonly sound: Blob;
  readonly pattern: Pattern;
  readonly hand: HandProfile | undefined;
  readonly about: string;
}

type Heard =
  | { readonly kind: 'listening' }
  | { readonly kind: 'judged'; readonly take: AssessedTake; readonly before: ComparableTake | null }
  | { readonly kind: 'refused'; readonly why: string };

const judge = async ({ sound, pattern, hand, about }: RecordedTake): Promise<Heard> => {
  // Before anything is kept: the same take may be judged twice.
  const before = readEarlierTake(localStorage, about);
  const verdict = await assessTakeAudio(await decodeAudio(sound), pattern, hand);
  if (!verdict.ok) return { kind: 'refused', why: verdict.errorText };
  keepTake(localStorage, about, verdict.judgement);
  return { kind: 'judged', take: { sound, pattern, hand, judgement: verdict.judgement }, before };
};

const useJudgedTake = (recorded: RecordedTake): Heard => {
  const [heard, setHeard] = useState<Heard>({ kind: 'listening' });
  useEffect(() => {
    let gone = false;
    const tell = (next: Heard): void => void (gone || setHeard(next));
    judge(recorded).then(tell, (error: unknown) => tell({ kind: 'refused', why: wordsOf(error) }));
    return () => {
      gone = true;
    };
  }, [recorded]);
  return heard;
};

/** Things to work on that are said at a time: more help nobody. */
const SAID = 2;

const Judged = ({ take, before }: { readonly take: AssessedTake; readonly before: ComparableTake | null }) => {
  const { judgement } = take;
  const asked = useAskedInTake(take);
  const playback = useTakePlayback();
  return (
    <>
      <TakeSummary judgement={judgement} before={before} />
      <TakeFindings findings={judgement.findings.slice(0, SAID)} take={take} asked={asked} playback={playback} />
      <TakePlayer take={take} asked={asked} playback={playback} />
    </>
  );
};

/** A student's own take, judged on this device: how it went, one or two things to do, and the places they are about. */
const OwnTake = ({ recorded, close }: { readonly recorded: RecordedTake; readonly close: () => void }) => {
  const heard = useJudgedTake(recorded);
  return (
    <section className="room-take takes" aria-label={say('practice.your-take')}>
      {heard.kind === 'listening' && <p role="status">{say('takes.analysing-more')}</p>}
      {heard.kind === 'refused' && <p role="alert">{heard.why}</p>}
      {heard.kind === 'judged' && <Judged take={heard.take} before={heard.before} />}
      <button type="button" className="room-take-close" onClick={close}>
        {say('practice.close-take')}
      </button>
    </section>
  );
};

export default OwnTake;
