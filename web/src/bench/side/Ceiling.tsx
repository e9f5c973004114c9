import { Say } from '../../parts/say/Say.tsx';
import { say, sayMessage } from '@fleet-wren/wording';
import { ceilingFigure, type Judgement, fingerName } from '@fleet-wren/core';
import { digitColour } from '../../parts/token/shapes.ts';

type PartCeiling = Judgement['ceilings'][number];

const partName = ({ striker }: PartCeiling): string =>
  striker === null ? say('bench.two-fingers-alternating') : sayMessage(fingerName(striker));

/** The ceilings each digit would set by itself, so that a teacher sees what comes next once the first is mended. */
const Parts = ({ ceilings }: { readonly ceilings: readonly PartCeiling[] }) => (
  <p className="ceiling-parts">
    {ceilings.map((part) => (
      <span
        key={part.striker ?? 'turn'}
        style={part.striker ? { color: digitColour(part.striker === 'pick' ? 'down' : part.striker) } : undefined}
      >
        {partName(part)} <b>{ceilingFigure(part.bpm)}</b>
      </span>
    ))}
  </p>
);

/** The one serious number: the tempo ceiling, with its cause. */
export const Ceiling = ({ judgement, tempo }: { readonly judgement: Judgement; readonly tempo: number }) => {
  const { ceiling, ceilings, difficulty } = judgement;
  if (!ceiling) return <p className="text-soft">{say('bench.add-notes-to-see-the-max')}</p>;
  const over = ceiling.bpm < tempo;
  return (
    <section className={over ? 'ceiling ceiling-over' : 'ceiling'} aria-label={say('common.max-tempo')}>
      <p className="ceiling-figure">
        <Say text="bench.max-figure" values={{ bpm: ceilingFigure(ceiling.bpm) }} />
      </p>
      <p
        className="ceiling-cause"
        title={say('limit.details', { tempo, need: ceiling.need, has: ceiling.has, share: ceiling.need / ceiling.has })}
      >
        {difficulty === null
          ? say('bench.limited-by', { cause: sayMessage(ceiling.cause) })
          : say('bench.limited-by-share', { cause: sayMessage(ceiling.cause), share: difficulty })}
      </p>
      {ceilings.length > 1 && <Parts ceilings={ceilings} />}
    </section>
  );
};
