import { STRIKER_NAMES, ceilingFigure, type Judgement } from '@fleet-wren/core';
import { digitColour } from '../../parts/token/shapes.ts';

type PartCeiling = Judgement['ceilings'][number];

const partName = ({ striker }: PartCeiling): string => (striker === null ? 'two in turn' : STRIKER_NAMES[striker]);

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
  if (!ceiling) return <p className="text-soft">No stroke follows another yet, so nothing sets a tempo ceiling.</p>;
  const over = ceiling.bpm < tempo;
  return (
    <section className={over ? 'ceiling ceiling-over' : 'ceiling'} aria-label="Tempo ceiling">
      <p className="ceiling-figure">
        <strong>{ceilingFigure(ceiling.bpm)}</strong> a minute is the ceiling
      </p>
      <p className="ceiling-cause">
        set by {ceiling.cause}
        {difficulty !== null && <>; {Math.round(difficulty * 100)} % of it used</>}
      </p>
      {ceilings.length > 1 && <Parts ceilings={ceilings} />}
    </section>
  );
};
