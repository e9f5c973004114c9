import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import {
  formatMaxTempo,
  createThumbnail,
  describeStringChanges,
  stringCount,
  type SchoolResult,
  type Pattern,
  type Actuator,
  fingerName,
} from '@fleet-wren/core';
import { X } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';
import { getDigitColour } from '../components/stroke-symbol/symbol-shapes.ts';

/** What stands beside the one to choose: it is best at the tempo, or only nearest to it. */
const bestWords = (over: boolean, tempo: number): string =>
  over ? say('approaches.closest-to-bpm', { tempo }) : say('approaches.best-at-bpm', { tempo });

interface RowProps {
  readonly approach: SchoolResult;
  readonly number: number;
  readonly pattern: Pattern;
  readonly standing: 'best' | 'level' | null;
  readonly current: boolean;
  readonly pointed: boolean;
  readonly point: (school: string | null) => void;
  readonly use: () => void;
  /** Takes it out of the comparison; none where too few would be left. */
  readonly drop?: () => void;
}

const Attacks = ({ attacks }: Pick<SchoolResult, 'attacks'>) => (
  <span>
    {Object.entries(attacks).map(([striker, count]) => (
      <span
        key={striker}
        className="attack"
        style={{ color: getDigitColour(striker === 'pick' ? 'down' : (striker as Exclude<Actuator, 'pick'>)) }}
      >
        <b>{striker}</b> {count}
      </span>
    ))}
  </span>
);

const Facts = ({ approach }: { readonly approach: SchoolResult }) => {
  const { attacks, busiestActuator, slurs, doubledStrokes, analysis, unplayedStrokes, movement } = approach;
  return (
    <dl className="approach-facts">
      <div>
        <dt>{say('approaches.notes-per-finger')}</dt>
        <dd>
          <Attacks attacks={attacks} />
        </dd>
      </div>
      <div>
        <dt>{say('approaches.busiest-finger')}</dt>
        <dd>
          {busiestActuator
            ? say('approaches.every-s', {
                strikerName: sayMessage(fingerName(busiestActuator.striker)),
                gap: busiestActuator.gap.toFixed(2),
              })
            : say('approaches.no-finger-plays-twice')}
        </dd>
      </div>
      <div>
        <dt>{say('approaches.string-changes')}</dt>
        <dd>{describeStringChanges(approach.steps).map(sayMessage).join(', ')}</dd>
      </div>
      <div>
        <dt>{say('approaches.movement')}</dt>
        <dd>
          {say('approaches.movement-of', {
            centimetres: Math.round(movement.travelPerBar / 10),
            share: Math.round(100 * movement.preparedShare),
          })}
        </dd>
      </div>
      <div>
        <dt>{say('approaches.issues')}</dt>
        <dd>
          {analysis.diagnostics.length === 0 ? say('common.no-problems') : analysis.diagnostics.length}
          {doubledStrokes > 0 && say('approaches.with-a-repeated-finger', { doubled: doubledStrokes })}
          {slurs > 0 && say('approaches.slurred', { slurs })}
          {unplayedStrokes > 0 && (
            <b className="text-warning">{say('approaches.not-playable', { unplayed: unplayedStrokes })}</b>
          )}
        </dd>
      </div>
    </dl>
  );
};

/** One school's way with the notes: its threads in small, what it asks of the hand, its ceiling. */
export const SchoolResultRow = ({
  approach,
  number,
  pattern,
  standing,
  current,
  pointed,
  point,
  use,
  drop,
}: RowProps) => {
  const { limit } = approach.analysis;
  const over = limit !== null && limit.maxTempo < pattern.tempo;
  return (
    <article
      className={`approach${standing ? ` approach-${standing}` : ''}${pointed ? ' pointed' : ''}`}
      aria-label={sayLabel(approach.name)}
      onPointerMove={() => point(approach.school)}
      onPointerLeave={() => point(null)}
    >
      <header>
        <span className={`approach-number series-${number}`}>{number}</span>
        <h2>{sayLabel(approach.name)}</h2>
        {standing && (
          <span className="approach-tag">
            {standing === 'best' ? bestWords(over, pattern.tempo) : say('approaches.equal')}
          </span>
        )}
        {current && <span className="text-soft approach-now">{say('common.in-use')}</span>}
        <span className="approach-actions">
          {!current && (
            <Button variant={standing === 'best' ? 'primary' : 'quiet'} size="sm" onClick={use}>
              {say('common.use-this-school')}
            </Button>
          )}
          {drop && (
            <Button
              variant="plain"
              size="sm"
              onClick={drop}
              aria-label={say('approaches.remove', { name: sayLabel(approach.name) })}
              title={say('common.remove')}
            >
              <X size={15} aria-hidden />
            </Button>
          )}
        </span>
      </header>
      <FingeringThumbnail
        strokes={createThumbnail(pattern, approach.analysis.digits)}
        strings={stringCount(pattern.instrument)}
        width={252}
        height={74}
      />
      <Facts approach={approach} />
      <p className={over ? 'approach-ceiling over' : 'approach-ceiling'}>
        <strong>{limit ? formatMaxTempo(limit.maxTempo) : '–'}</strong>
        <span>{say('approaches.max-tempo')}</span>
      </p>
    </article>
  );
};
