import { HANDS, STRIKERS, STRIKER_NAMES, type Hand, type Striker } from '@fleet-wren/core';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useDropHand, useKeptHands, type KeptHand } from '../api/set-up.ts';
import { useStudents } from '../api/students.ts';
import { wordsOf } from '../api/client.ts';
import { useNotice } from '../app/Notice.tsx';
import { useHand } from '../parts/hand/useHand.ts';
import { digitColour } from '../parts/token/shapes.ts';
import { MeasureHand } from './MeasureHand.tsx';

const colourOf = (striker: Striker): string => digitColour(striker === 'pick' ? 'down' : striker);

/** A hand's scales as bars around the able adult's: longer is slower. */
const Scales = ({ scale }: { readonly scale: Hand['scale'] }) => (
  <span className="scales">
    {STRIKERS.filter((striker) => striker !== 'pick' && striker !== 'c').map((striker) => (
      <span
        key={striker}
        title={`${STRIKER_NAMES[striker]} takes ${scale[striker].toFixed(2)} times as long as an able adult’s`}
      >
        <b style={{ color: colourOf(striker) }}>{striker}</b>
        <span className="scale-track">
          <span style={{ width: `${Math.min(100, scale[striker] * 50)}%`, background: colourOf(striker) }} />
        </span>
        {scale[striker].toFixed(2)}
      </span>
    ))}
  </span>
);

const Chosen = ({ hand }: { readonly hand: Hand }) => {
  const { hand: now, choose } = useHand();
  if (now.key === hand.key) return <span className="text-soft">judged for now</span>;
  return (
    <Button variant="quiet" size="sm" onClick={() => choose(hand.key)}>
      Judge for it
    </Button>
  );
};

const ownerName = (kept: KeptHand | undefined, students: readonly { id: string; name: string }[]): string =>
  kept?.studentId ? (students.find(({ id }) => id === kept.studentId)?.name ?? 'a student') : 'the studio';

const HandLine = ({ hand, kept }: { readonly hand: Hand; readonly kept: KeptHand | undefined }) => {
  const drop = useDropHand();
  const notice = useNotice();
  const students = useStudents().data ?? [];
  const remove = (id: string): void => drop.mutate(id, { onError: (error) => notice({ text: wordsOf(error) }) });
  const shipped = HANDS.some(({ key }) => key === hand.key);
  return (
    <li className="hand-line">
      <span>
        <b>{hand.name}</b>
        <br />
        <small className="text-soft">
          {shipped ? 'to start from (est.)' : `measured, of ${ownerName(kept, students)}`}
        </small>
      </span>
      <Scales scale={hand.scale} />
      <Chosen hand={hand} />
      {kept ? (
        <Button variant="plain" size="sm" onClick={() => remove(kept.id)}>
          Delete
        </Button>
      ) : (
        <span />
      )}
    </li>
  );
};

/** The hands that can be judged for, and the tapping test that measures one. */
export const Hands = () => {
  const { hands } = useHand();
  const kept = useKeptHands().data ?? [];
  const [measuring, setMeasuring] = useState(false);
  if (measuring) return <MeasureHand done={() => setMeasuring(false)} />;
  return (
    <section aria-label="Hands">
      <p className="lead-in">
        Every tempo ceiling is for a hand. A tapping test of a minute measures one: each digit as fast as it goes
        evenly, then pairs.
      </p>
      <Button onClick={() => setMeasuring(true)}>Measure a hand</Button>
      <ul className="plain-list hand-list">
        {hands.map((hand) => (
          <HandLine key={hand.key} hand={hand} kept={kept.find(({ id }) => hand.key === `own:${id}`)} />
        ))}
      </ul>
    </section>
  );
};
