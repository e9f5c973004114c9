import { say, sayList, sayProblems, sayMessage } from '@fleet-wren/wording';
import {
  TAP_TARGETS,
  TAP_RUN_SECONDS,
  estimateHandFromTaps,
  measureTapRun,
  type TapRun,
  type TapTarget,
  type TapSurface,
  fingerName,
} from '@fleet-wren/core';
import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCreateHandProfile } from '../api/studio-settings.ts';
import { useStudents } from '../api/students.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { StrokeSymbol } from '../components/stroke-symbol/StrokeSymbol.tsx';
import { useRunDetector } from '../listening/useRunDetector.ts';
import { useTappingTest, type TappingTestState } from './useTappingTest.ts';

/** The keys two digits tap on in turn; one digit may tap on any of them. */
const KEYS = ['f', 'j'] as const;

const nameOf = (target: TapTarget): string => sayList(target.map((striker) => sayMessage(fingerName(striker))));

const Tokens = ({ target, size }: { readonly target: TapTarget; readonly size: number }) => (
  <>
    {target.map((striker) => (
      <svg key={striker} viewBox="-16 -16 32 32" width={size} height={size} aria-hidden="true">
        <StrokeSymbol digit={striker === 'pick' ? 'down' : striker} radius={13} pinned />
      </svg>
    ))}
  </>
);

/** One place to tap with each digit of the run. */
const Pads = ({ target, tap }: { readonly target: TapTarget; readonly tap: (seconds: number) => void }) => (
  <div className="pads">
    {target.map((striker, index) => (
      <button
        key={striker}
        type="button"
        className="pad"
        aria-label={say('settings.tap-with', { strikerName: sayMessage(fingerName(striker)) })}
        onPointerDown={({ timeStamp }) => tap(timeStamp / 1000)}
      >
        <Tokens target={[striker]} size={72} />
        {target.length > 1 && <kbd>{KEYS[index]?.toUpperCase()}</kbd>}
      </button>
    ))}
  </div>
);

/** Keys are taken wherever the focus is, one tap a press. */
const useKeys = (tapping: TappingTestState): void => {
  const latest = useRef(tapping);
  useEffect(() => {
    latest.current = tapping;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const wanted = KEYS.includes(event.key.toLowerCase() as 'f') || event.key === ' ';
      if (!wanted || event.repeat || (event.target instanceof HTMLElement && event.target.matches('input, select')))
        return;
      event.preventDefault();
      latest.current.tap(event.timeStamp / 1000);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
};

const runWords = (run: TapRun): { readonly text: string; readonly usable: boolean } => {
  const measured = measureTapRun(run);
  if (!measured.ok) return { text: sayProblems(measured.problems), usable: false };
  return {
    text: say('settings.one-tap-every-s-unevenness', {
      seconds: measured.value.seconds.toFixed(3),
      spread: Math.round(measured.value.spread * 100),
    }),
    usable: true,
  };
};

const Done = ({ runs, again }: { readonly runs: readonly TapRun[]; readonly again: (run: number) => void }) => (
  <ol className="tap-runs">
    {runs.map((run, index) => {
      const { text, usable } = runWords(run);
      return (
        <li key={nameOf(run.target)} className={usable ? undefined : 'unusable'}>
          <Tokens target={run.target} size={22} /> <b>{nameOf(run.target)}</b> {text}{' '}
          <Button variant="plain" size="sm" onClick={() => again(index)}>
            {say('settings.repeat')}
          </Button>
        </li>
      );
    })}
  </ol>
);

interface KeepProps {
  readonly runs: readonly TapRun[];
  readonly on: TapSurface;
  readonly done: () => void;
}

const Keep = ({ runs, on, done }: KeepProps) => {
  const [name, setName] = useState('');
  const [studentId, setStudentId] = useState('');
  const students = useStudents().data ?? [];
  const keep = useCreateHandProfile();
  const notice = useToast();
  const hand = estimateHandFromTaps('new', name || say('settings.new-hand-profile'), runs, on);
  if (!hand.ok) return <p className="finding finding-trouble">{say('settings.no-single-finger-run-is-usable')}</p>;
  const { scale, times } = hand.value.hand;
  const own = { otherDigit: times.otherDigit, middleThenRing: times.middleThenRing };
  const student = students.find(({ id }) => id === studentId);
  const save = (): void =>
    keep.mutate(
      {
        name: name.trim() || student?.name || say('settings.measured-hand'),
        scale,
        times: own,
        ...(studentId ? { studentId } : {}),
      },
      { onSuccess: done, onError: (error) => notice({ text: wordsOf(error) }) },
    );
  return (
    <div className="keep-hand">
      <Form.Select
        aria-label={say('settings.owner-of-this-hand-profile')}
        value={studentId}
        onChange={({ target }) => setStudentId(target.value)}
      >
        <option value="">{say('settings.teacher')}</option>
        {students.map(({ id, name: one }) => (
          <option key={id} value={id}>
            {one}
          </option>
        ))}
      </Form.Select>
      <Form.Control
        aria-label={say('settings.hand-profile-name')}
        placeholder={student?.name ?? say('settings.name')}
        maxLength={80}
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
      <Button onClick={save} disabled={keep.isPending}>
        {say('settings.save-hand-profile')}
      </Button>
    </div>
  );
};

const tapWords = (count: number, isListening: boolean): string =>
  isListening ? say('common.listening-more') : say('settings.taps', { tapsCount: count });

/**
 * The tapping test: each digit by itself, then pairs, five seconds each, on keys, a touch screen or the guitar itself.
 */
export const TappingTest = ({ done }: { readonly done: () => void }) => {
  const tapping = useTappingTest();
  useKeys(tapping);
  const { run, taps, left, runs, brokenOff, tap, begin, heard, breakOff, again } = tapping;
  const ear = useRunDetector({ begun: begin, heard, lost: breakOff });
  const on: TapSurface = ear.on ? 'strings' : 'keys';
  const target = TAP_TARGETS[run];
  return (
    <section className="tapping" aria-label={say('settings.tapping-test')}>
      {target ? (
        <>
          <h2>{say('settings.of', { run: run + 1, runCount: TAP_TARGETS.length, nameOf: nameOf(target) })}</h2>
          {ear.on ? (
            <p className="lead-in">
              {say('settings.play-test', { alternate: String(target.length > 1), seconds: TAP_RUN_SECONDS })}
            </p>
          ) : (
            <p className="lead-in">
              {say('settings.tap-test', { alternate: String(target.length > 1), seconds: TAP_RUN_SECONDS })}
            </p>
          )}
          {ear.on ? <Tokens target={target} size={72} /> : <Pads target={target} tap={tap} />}
          <div className="tap-clock" role="timer" aria-label={say('settings.time-left')}>
            <span style={{ width: `${(100 * (taps ? left : TAP_RUN_SECONDS)) / TAP_RUN_SECONDS}%` }} />
          </div>
          {brokenOff && <p role="status">{say('settings.sound-lost')}</p>}
          <p className="tap-count">{taps ? tapWords(taps.length, ear.on) : say('settings.ready')}</p>
        </>
      ) : (
        <h2>{say('settings.test-complete')}</h2>
      )}
      <Done runs={runs} again={again} />
      {!target && <Keep runs={runs} on={on} done={done} />}
      {runs.length === 0 && (
        <Button variant="quiet" size="sm" onClick={ear.on ? ear.stop : ear.start}>
          {ear.on
            ? say('settings.tap-on-the-keyboard-instead')
            : say('settings.play-guitar-into-the-microphone-instead')}
        </Button>
      )}
      {ear.trouble && <p role="alert">{ear.trouble}</p>}
      <Button variant="plain" onClick={done}>
        {say('settings.exit-test')}
      </Button>
    </section>
  );
};
