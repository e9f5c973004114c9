import { say } from '@fleet-wren/wording';
import type { HandProfile, Pattern } from '@fleet-wren/core';
import { lazy, Suspense, useRef, useState } from 'react';
import { wordsOf } from '../api/api-error.ts';
import { createResumableUpload, type ResumableUpload } from '../api/takes.ts';
import type { Listener } from '../listening/useListener.ts';
import { MAX_TAKE_SECONDS } from '../audio/decode-audio.ts';
import type { RecordedTake } from './OwnTake.tsx';

/** A take on its way to the teacher: not begun, recorded, sent, there, or still here because it could not be sent. */
type Keeping =
  | { readonly kind: 'none' }
  | { readonly kind: 'recording' }
  | { readonly kind: 'sending'; readonly share: number }
  | { readonly kind: 'there' }
  | { readonly kind: 'here'; readonly sending: ResumableUpload; readonly why: string };

interface Kept {
  readonly ear: Listener;
  readonly token: string;
  readonly name: string;
  readonly assignment: string;
  readonly stage: string;
  readonly pattern: Pattern;
  readonly hand: HandProfile | undefined;
}

/** Records, sends, and keeps what could not be sent; held by who stays while the room is interrupted. */
export const useTakeUpload = ({ ear, token, name, assignment, stage, pattern, hand }: Kept) => {
  const [keeping, setKeeping] = useState<Keeping>({ kind: 'none' });
  const [recorded, setRecorded] = useState<RecordedTake | null>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  const send = (sending: ResumableUpload): void => {
    setKeeping({ kind: 'sending', share: 0 });
    sending((share) => setKeeping({ kind: 'sending', share })).then(
      () => setKeeping({ kind: 'there' }),
      (error: unknown) => setKeeping({ kind: 'here', sending, why: wordsOf(error) }),
    );
  };
  const record = (): void => {
    const stream = ear.microphone();
    if (!stream) return;
    const one = new MediaRecorder(stream);
    const parts: Blob[] = [];
    one.ondataavailable = ({ data }) => void parts.push(data);
    one.onstop = () => {
      const sound = new Blob(parts, { type: one.mimeType });
      setRecorded({ sound, pattern, hand, about: `${assignment}/${stage}` });
      send(createResumableUpload({ kind: 'room', token }, { name, assignment, pattern, hand, sound }));
    };
    one.start(1000);
    setTimeout(() => one.state === 'recording' && one.stop(), MAX_TAKE_SECONDS * 1000);
    recorder.current = one;
    setKeeping({ kind: 'recording' });
  };
  const stop = (): void => recorder.current?.stop();
  return { keeping, record, stop, send, recorded, closeTake: () => setRecorded(null) };
};

const OwnTake = lazy(() => import('./OwnTake.tsx'));

/** What was recorded, judged for the student until it is closed. */
export const RecordedTakeReview = ({ keeping: { recorded, closeTake } }: Pick<KeepProps, 'keeping'>) =>
  recorded && (
    <Suspense fallback={null}>
      <OwnTake recorded={recorded} close={closeTake} />
    </Suspense>
  );

interface KeepProps {
  readonly ear: Listener;
  readonly keeping: ReturnType<typeof useTakeUpload>;
}

/** Records what is played while the room listens, for the teacher to hear: only when the student says so. */
export const TakeRecorder = ({ ear, keeping: { keeping, record, stop, send } }: KeepProps) => {
  if (keeping.kind === 'here')
    return (
      <p className="room-keep" role="alert">
        {keeping.why}{' '}
        <button type="button" onClick={() => send(keeping.sending)}>
          {say('practice.send-again')}
        </button>
      </p>
    );
  if (keeping.kind === 'sending')
    return (
      <p className="room-keep" role="status">
        {say('practice.sending-to-your-teacher', { share: Math.round(100 * keeping.share) })}
      </p>
    );
  if (!ear.open && keeping.kind !== 'recording') return null;
  return (
    <p className="room-keep">
      {keeping.kind === 'recording' ? (
        <button type="button" onClick={stop}>
          {say('practice.stop-and-send')}
        </button>
      ) : (
        <button type="button" onClick={record}>
          {say('practice.record-for-your-teacher')}
        </button>
      )}
      {keeping.kind === 'there' && <span role="status">{say('practice.sent-to-your-teacher')}</span>}
    </p>
  );
};
