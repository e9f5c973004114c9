import { Say } from '../say/Say.tsx';
import { say, sayMessage } from '@fleet-wren/wording';
import { formatMaxTempo, type PatternAnalysis, fingerName } from '@fleet-wren/core';
import { getDigitColour } from '../stroke-symbol/symbol-shapes.ts';

type PartCeiling = PatternAnalysis['limitsByConstraint'][number];

const partName = ({ actuator }: PartCeiling): string =>
  actuator === null ? say('bench.two-fingers-alternating') : sayMessage(fingerName(actuator));

/** The ceilings each digit would set by itself, so that a teacher sees what comes next once the first is mended. */
const Parts = ({ ceilings }: { readonly ceilings: readonly PartCeiling[] }) => (
  <p className="ceiling-parts">
    {ceilings.map((part) => (
      <span
        key={part.actuator ?? 'turn'}
        style={part.actuator ? { color: getDigitColour(part.actuator === 'pick' ? 'down' : part.actuator) } : undefined}
      >
        {partName(part)} <b>{formatMaxTempo(part.maxTempo)}</b>
      </span>
    ))}
  </p>
);

/** The one serious number: the tempo ceiling, with its cause. */
export const MaxTempoPanel = ({
  judgement,
  tempo,
}: {
  readonly judgement: PatternAnalysis;
  readonly tempo: number;
}) => {
  const { limit, limitsByConstraint, difficulty } = judgement;
  if (!limit) return <p className="text-soft">{say('bench.add-notes-to-see-the-max')}</p>;
  const over = limit.maxTempo < tempo;
  return (
    <section className={over ? 'ceiling ceiling-over' : 'ceiling'} aria-label={say('common.max-tempo')}>
      <p className="ceiling-figure">
        <Say text="bench.max-figure" values={{ bpm: formatMaxTempo(limit.maxTempo) }} />
      </p>
      <p
        className="ceiling-cause"
        title={say('limit.details', {
          tempo,
          need: limit.neededSeconds,
          has: limit.availableSeconds,
          share: limit.neededSeconds / limit.availableSeconds,
        })}
      >
        {difficulty === null
          ? say('bench.limited-by', { cause: sayMessage(limit.reason) })
          : say('bench.limited-by-share', { cause: sayMessage(limit.reason), share: difficulty })}
      </p>
      {limitsByConstraint.length > 1 && <Parts ceilings={limitsByConstraint} />}
    </section>
  );
};
