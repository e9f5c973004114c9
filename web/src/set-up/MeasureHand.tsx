import {
  STRIKER_NAMES,
  TAP_RUNS,
  TAP_SECONDS,
  handFromTaps,
  measureTaps,
  sentence,
  type TapRun,
  type TapTarget,
  type TappedOn,
} from '@fleet-wren/core';
import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useKeepHand } from '../api/set-up.ts';
import { useStudents } from '../api/students.ts';
import { wordsOf } from '../api/client.ts';
import { useNotice } from '../app/Notice.tsx';
import { Token } from '../parts/token/Token.tsx';
import { useStrokes } from '../ear/useStrokes.ts';
import { useTapping, type Tapping } from './useTapping.ts';

/** The keys two digits tap on in turn; one digit may tap on any of them. */
const KEYS = ['f', 'j'] as const;

const nameOf = (target: TapTarget): string => target.map((striker) => STRIKER_NAMES[striker]).join(' and ');

const Tokens = ({ target, size }: { readonly target: TapTarget; readonly size: number }) => (
  <>
    {target.map((striker) => (
      <svg key={striker} viewBox="-16 -16 32 32" width={size} height={size} aria-hidden="true">
        <Token digit={striker === 'pick' ? 'down' : striker} radius={13} pinned />
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
        aria-label={`Tap with ${STRIKER_NAMES[striker]}`}
        onPointerDown={({ timeStamp }) => tap(timeStamp / 1000)}
      >
        <Tokens target={[striker]} size={72} />
        {target.length > 1 && <kbd>{KEYS[index]?.toUpperCase()}</kbd>}
      </button>
    ))}
  </div>
);

/** Keys are taken wherever the focus is, one tap a press. */
const useKeys = (tapping: Tapping): void => {
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
  const measured = measureTaps(run);
  if (!measured.ok) return { text: measured.problems.map(sentence).join(' '), usable: false };
  return {
    text: `every ${measured.value.seconds.toFixed(3)} s, spread ${Math.round(measured.value.spread * 100)} %`,
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
            Again
          </Button>
        </li>
      );
    })}
  </ol>
);

interface KeepProps {
  readonly runs: readonly TapRun[];
  readonly on: TappedOn;
  readonly done: () => void;
}

const Keep = ({ runs, on, done }: KeepProps) => {
  const [name, setName] = useState('');
  const [studentId, setStudentId] = useState('');
  const students = useStudents().data ?? [];
  const keep = useKeepHand();
  const notice = useNotice();
  const hand = handFromTaps('new', name || 'new hand', runs, on);
  if (!hand.ok)
    return (
      <p className="finding finding-trouble">
        No run of a single digit can be used yet, so there is no hand to keep. Do one again.
      </p>
    );
  const { scale, times } = hand.value.hand;
  const own = { otherDigit: times.otherDigit, middleThenRing: times.middleThenRing };
  const student = students.find(({ id }) => id === studentId);
  const save = (): void =>
    keep.mutate(
      { name: name.trim() || student?.name || 'Measured hand', scale, times: own, ...(studentId ? { studentId } : {}) },
      { onSuccess: done, onError: (error) => notice({ text: wordsOf(error) }) },
    );
  return (
    <div className="keep-hand">
      <Form.Select aria-label="Whose hand" value={studentId} onChange={({ target }) => setStudentId(target.value)}>
        <option value="">The teacher’s hand</option>
        {students.map(({ id, name: one }) => (
          <option key={id} value={id}>
            {one}
          </option>
        ))}
      </Form.Select>
      <Form.Control
        aria-label="Name of the hand"
        placeholder={student?.name ?? 'Name'}
        maxLength={80}
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
      <Button onClick={save} disabled={keep.isPending}>
        Keep this hand
      </Button>
    </div>
  );
};

/** The tapping test: each digit by itself, then pairs, five seconds each, on keys, a touch screen or the guitar itself. */
export const MeasureHand = ({ done }: { readonly done: () => void }) => {
  const tapping = useTapping();
  useKeys(tapping);
  const { run, taps, left, runs, brokenOff, tap, begin, heard, breakOff, again } = tapping;
  const ear = useStrokes({ begun: begin, heard, lost: breakOff });
  const on: TappedOn = ear.on ? 'strings' : 'keys';
  const target = TAP_RUNS[run];
  return (
    <section className="tapping" aria-label="Tapping test">
      {target ? (
        <>
          <h2>
            {run + 1} of {TAP_RUNS.length}: {nameOf(target)}
          </h2>
          {ear.on ? (
            <p className="lead-in">
              Play {target.length > 1 ? 'in turn on two strings' : 'with it alone on one string'} as fast as it goes
              evenly, for {TAP_SECONDS} seconds. The time starts with the first stroke. Stop if anything hurts.
            </p>
          ) : (
            <p className="lead-in">
              Tap {target.length > 1 ? 'in turn' : 'with it alone'} as fast as it goes evenly, for {TAP_SECONDS}{' '}
              seconds: on the pad{target.length > 1 ? 's' : ''}, or with the key
              {target.length > 1 ? 's F and J' : ' Space'}. The time starts with the first tap. Stop if anything hurts.
            </p>
          )}
          {ear.on ? <Tokens target={target} size={72} /> : <Pads target={target} tap={tap} />}
          <div className="tap-clock" role="timer" aria-label="Time left">
            <span style={{ width: `${(100 * (taps ? left : TAP_SECONDS)) / TAP_SECONDS}%` }} />
          </div>
          {brokenOff && <p role="status">Some sound was lost. Play this one again.</p>}
          <p className="tap-count">{!taps ? 'Ready' : ear.on ? 'Listening …' : `${taps.length} taps`}</p>
        </>
      ) : (
        <h2>That is all</h2>
      )}
      <Done runs={runs} again={again} />
      {!target && <Keep runs={runs} on={on} done={done} />}
      {runs.length === 0 && (
        <Button variant="quiet" size="sm" onClick={ear.on ? ear.stop : ear.start}>
          {ear.on ? 'On keys instead' : 'On the guitar, by listening'}
        </Button>
      )}
      {ear.trouble && <p role="alert">{ear.trouble}</p>}
      <Button variant="plain" onClick={done}>
        Leave the test
      </Button>
    </section>
  );
};
