import type { HandProfileResponse } from '@fleet-wren/contract';
import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import { HAND_PRESETS, ACTUATORS, type HandProfile, type Actuator, fingerName } from '@fleet-wren/core';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useDeleteHandProfile, useHandProfiles } from '../api/studio-settings.ts';
import { useStudents } from '../api/students.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { useUndoableRemoval } from '../components/toast/useUndoableRemoval.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { getDigitColour } from '../components/stroke-symbol/symbol-shapes.ts';
import { TappingTest } from './TappingTest.tsx';

const colourOf = (striker: Actuator): string => getDigitColour(striker === 'pick' ? 'down' : striker);

/** Per cent by which a finger that takes `scale` times as long is quicker than the able adult's; below 0 slower. */
const speedPercent = (scale: number): number => Math.round(100 / scale - 100);

/** To five per cent: usual speeds are no closer known. */
const roughly = (percent: number): number => 5 * Math.round(percent / 5);

const saySpeed = (scale: number): string => {
  const percent = speedPercent(scale);
  if (percent === 0) return say('settings.speed-average');
  return say(percent > 0 ? 'settings.speed-faster' : 'settings.speed-slower', { percent: Math.abs(percent) });
};

/** A hand's speed as bars around the able adult's in their middle: longer is quicker. */
const Scales = ({ scale }: { readonly scale: HandProfile['scale'] }) => (
  <span className="scales">
    {ACTUATORS.filter((striker) => striker !== 'pick' && striker !== 'c').map((striker) => (
      <span
        key={striker}
        title={say('settings.finger-speed', {
          strikerName: sayMessage(fingerName(striker)),
          speed: saySpeed(scale[striker]),
        })}
      >
        <b style={{ color: colourOf(striker) }}>{striker}</b>
        <span className="scale-track">
          <span style={{ width: `${Math.min(100, 50 / scale[striker])}%`, background: colourOf(striker) }} />
        </span>
        <span className="scale-words">{saySpeed(scale[striker])}</span>
      </span>
    ))}
  </span>
);

const Chosen = ({ hand }: { readonly hand: HandProfile }) => {
  const { hand: now, choose } = useSelectedHand();
  if (now.key === hand.key) return <span className="text-soft">{say('common.in-use')}</span>;
  return (
    <Button variant="quiet" size="sm" onClick={() => choose(hand.key)}>
      {say('common.use')}
    </Button>
  );
};

const ownerName = (kept: HandProfileResponse | undefined, students: readonly { id: string; name: string }[]): string =>
  kept?.studentId
    ? (students.find(({ id }) => id === kept.studentId)?.name ?? say('settings.a-student'))
    : say('settings.the-studio');

const HandLine = ({ hand, kept }: { readonly hand: HandProfile; readonly kept: HandProfileResponse | undefined }) => {
  const drop = useDeleteHandProfile();
  const notice = useToast();
  const students = useStudents().data ?? [];
  const removal = useUndoableRemoval(hand.key);
  const remove = (id: string): void =>
    removal.remove(say('common.deleted-named', { name: sayLabel(hand.name) }), () =>
      drop.mutate(id, { onError: (error) => notice({ text: wordsOf(error) }) }),
    );
  const shipped = HAND_PRESETS.some(({ key }) => key === hand.key);
  if (removal.isRemoved) return null;
  return (
    <li className="hand-line">
      <span>
        <b>{sayLabel(hand.name)}</b>
        <br />
        <small className="text-soft">
          {shipped
            ? say('settings.built-in-estimate')
            : say('settings.measured-for', { ownerName: ownerName(kept, students) })}
        </small>
      </span>
      <Scales scale={hand.scale} />
      <Chosen hand={hand} />
      {kept ? (
        <Button variant="plain" size="sm" onClick={() => remove(kept.id)}>
          {say('common.delete')}
        </Button>
      ) : (
        <span />
      )}
    </li>
  );
};

/** The hands that can be judged for, and the tapping test that measures one. */
export const HandProfilesPage = () => {
  const { hands } = useSelectedHand();
  const kept = useHandProfiles().data ?? [];
  const [measuring, setMeasuring] = useState(false);
  if (measuring) return <TappingTest done={() => setMeasuring(false)} />;
  return (
    <section aria-label={say('settings.hand-profiles')}>
      <p className="lead-in">{say('settings.max-tempo-always-depends-on-the')}</p>
      <p className="text-soft lead-in">
        {say('settings.speed-range', {
          slower: roughly(-speedPercent(HAND_PRESETS[0]?.scale.i ?? 1)),
          faster: roughly(speedPercent(HAND_PRESETS.at(-1)?.scale.i ?? 1)),
        })}
      </p>
      <Button onClick={() => setMeasuring(true)}>{say('settings.measure-a-hand')}</Button>
      <ul className="plain-list hand-list">
        {hands.map((hand) => (
          <HandLine key={hand.key} hand={hand} kept={kept.find(({ id }) => hand.key === `own:${id}`)} />
        ))}
      </ul>
    </section>
  );
};
