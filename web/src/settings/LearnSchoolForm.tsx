import { say, sayLabel, sayMessage, sayProblems, saySentence } from '@fleet-wren/wording';
import {
  findSchool,
  createThumbnail,
  stringCount,
  valueOrThrow,
  type Digit,
  type LearnedSchool,
} from '@fleet-wren/core';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Say } from '../components/say/Say.tsx';
import { fetchLatestPatterns } from '../api/patterns.ts';
import { useCreateSchool } from '../api/studio-settings.ts';
import { wordsOf } from '../api/api-error.ts';
import { SchoolOptions } from '../components/schools/SchoolOptions.tsx';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';
import { getDigitColour } from '../components/stroke-symbol/symbol-shapes.ts';
import { backgroundWorker } from '../workers/workers.ts';

/** Patterns that are looked through for pins, the latest ones. */
const LOOKED_AT = 80;

/** Milliseconds learning may take. */
const DEADLINE = 120_000;

interface Asked {
  readonly base: string;
  readonly name: string;
}

const learn = async (asked: Asked): Promise<LearnedSchool> => {
  const patterns = await fetchLatestPatterns(LOOKED_AT);
  const answer = await backgroundWorker.request('learn', [{ ...asked, patterns }], { timeoutMs: DEADLINE });
  if (!answer.ok) throw new Error(sayProblems(answer.problems));
  return answer.value;
};

const Share = ({ what, all, base, learnt }: { readonly what: string } & LearnedSchool['pins']) => (
  <div className="learnt-share">
    <p>
      <Say text="settings.learned-share" values={{ learned: learnt, all, what, base }} />
    </p>
    <div className="learnt-bar" aria-hidden="true">
      <span className="learnt-now" style={{ width: `${(100 * learnt) / all}%` }} />
      <span className="learnt-before" style={{ left: `${(100 * base) / all}%` }} />
    </div>
  </div>
);

const DigitsRow = ({ digits, other }: { readonly digits: readonly (Digit | null)[]; readonly other: LearntDigits }) => (
  <span className="digits-text">
    {digits.map((digit, index) => (
      <span
        key={index}
        style={digit && digit !== other[index] ? { color: getDigitColour(digit), fontWeight: 700 } : undefined}
      >
        {digit ?? '·'}{' '}
      </span>
    ))}
  </span>
);

type LearntDigits = readonly (Digit | null)[];

const Effect = ({
  effect: { pattern, before, after },
}: {
  readonly effect: LearnedSchool['fingeringChanges'][number];
}) => {
  const digits = Object.fromEntries(pattern.strokes.map(({ id }, index) => [id, after[index] ?? null]));
  return (
    <figure className="school-example">
      <figcaption>
        <b>{pattern.name}</b>
        <span className="text-soft">
          {say('settings.before')} <DigitsRow digits={before.slice(0, 16)} other={after} />
        </span>
        <span>
          {say('settings.after')} <DigitsRow digits={after.slice(0, 16)} other={before} />
        </span>
      </figcaption>
      <FingeringThumbnail
        strokes={createThumbnail(pattern, digits)}
        strings={stringCount(pattern.instrument)}
        width={330}
        height={84}
      />
    </figure>
  );
};

const Learnt = ({ found }: { readonly found: LearnedSchool }) => {
  const { rules, weightChanges, pins, crossValidation, fingeringChanges, pinConflicts, againstRules } = found;
  return (
    <div className="learnt">
      <section>
        <h2>{say('settings.what-it-learned')}</h2>
        <Share what={say('settings.pins-now-follow-automatically')} {...pins} />
        {crossValidation && <Share what={say('settings.pins-predicted-in-patterns-it-had')} {...crossValidation} />}
        {rules.length + weightChanges.length === 0 && <p>{say('settings.nothing-new-the-school-already-does')}</p>}
        <ul>
          {rules.map((words) => (
            <li key={sayMessage(words)}>{saySentence(words)}</li>
          ))}
          {weightChanges.map(({ label, from, to }) => (
            <li key={sayMessage(label)} className="text-soft">
              {say('settings.weight-change', { way: to > from ? 'more' : 'less', label: sayMessage(label), from, to })}
            </li>
          ))}
        </ul>
        {pinConflicts.map((words) => (
          <p key={sayMessage(words)} className="finding finding-notable">
            {saySentence(words)}
          </p>
        ))}
        {againstRules > 0 && <p className="text-soft">{say('settings.pins-against', { count: againstRules })}</p>}
      </section>
      <section>
        <h2>{say('settings.what-changes')}</h2>
        {fingeringChanges.length === 0 && <p>{say('settings.the-fingering-of-your-patterns-doesnt')}</p>}
        {fingeringChanges.map((effect, index) => (
          <Effect key={index} effect={effect} />
        ))}
      </section>
    </div>
  );
};

/** A school learnt from the pins of the studio's patterns: what it learnt, what it changes, and whether to keep it. */
export const LearnSchoolForm = ({ done }: { readonly done: () => void }) => {
  const [base, setBase] = useState('one-per-string');
  const [name, setName] = useState('');
  const learning = useMutation({ mutationFn: learn });
  const keep = useCreateSchool();
  const found = learning.data;
  const chosen =
    name.trim() || say('settings.our-way', { name: sayLabel(valueOrThrow(findSchool(base)).name) }).slice(0, 80);
  const accept = (): void => {
    if (!found) return;
    const { id: _id, ...form } = { ...found.school, name: chosen };
    keep.mutate(form, { onSuccess: done });
  };
  const error = learning.error ?? keep.error;
  return (
    <section aria-label={say('settings.learn-a-school-from-your-pins')}>
      <p className="lead-in">{say('settings.every-finger-you-pin-shows-a', { lookedAt: LOOKED_AT })}</p>
      <div className="learn-form">
        <label>
          {say('settings.start-from')}
          <Form.Select
            value={base}
            onChange={({ target }) => {
              setBase(target.value);
              learning.reset();
            }}
          >
            <SchoolOptions own={[]} />
          </Form.Select>
        </label>
        <label>
          {say('settings.name')}
          <Form.Control
            value={name}
            maxLength={80}
            placeholder={chosen}
            onChange={({ target }) => setName(target.value)}
          />
        </label>
        <Button onClick={() => learning.mutate({ base, name: chosen })} disabled={learning.isPending}>
          {learning.isPending ? say('settings.learning-more') : say('settings.learn-from-pins')}
        </Button>
      </div>
      {error && (
        <p role="alert" className="finding finding-trouble">
          {wordsOf(error)}
        </p>
      )}
      {found && <Learnt found={found} />}
      <div className="form-actions">
        {found && (
          <Button onClick={accept} disabled={keep.isPending}>
            {say('settings.save-school')}
          </Button>
        )}
        <Button variant="plain" onClick={done}>
          {say('common.cancel')}
        </Button>
      </div>
    </section>
  );
};
