import { severityWord, type Cure, type Judgement, type NamedFinding } from '@fleet-wren/core';
import { Button } from 'react-bootstrap';
import { useBenchStore } from '../context.ts';
import { numberedFindings } from '../findings.ts';

const quietWords = (judgement: Judgement): string =>
  Object.keys(judgement.digits).length > 1
    ? 'All is well: no finger doubles, none crosses, none is rushed.'
    : 'Nothing to judge yet.';

interface OneProps {
  readonly finding: NamedFinding;
  readonly number: number;
  readonly cure: Cure | null | undefined;
}

const One = ({ finding, number, cure }: OneProps) => {
  const { run } = useBenchStore().getState();
  const how = severityWord(finding.severity);
  return (
    <li className={`finding finding-${how}`}>
      <b>{number}</b> {finding.sentence} <span className="finding-how">{how}</span>
      {cure && (
        <div>
          <Button variant="cure" size="sm" onClick={() => run(cure.edit)}>
            {cure.label}
          </Button>
        </div>
      )}
    </li>
  );
};

/** What there is to look at, each where it is, with how bad it is and a way out that one click takes. */
export const Findings = ({
  judgement,
  cures,
}: {
  readonly judgement: Judgement;
  readonly cures: readonly (Cure | null)[] | null;
}) => {
  const { shown, more } = numberedFindings(judgement);
  return (
    <section aria-label="Judgement">
      <h2>Judgement</h2>
      {judgement.troubles.map(({ sentence, strokes }) => (
        <p key={`${sentence}${strokes.join()}`} className="finding finding-trouble">
          {sentence}
        </p>
      ))}
      <ol className="findings">
        {shown.map((finding, index) => (
          <One
            key={`${finding.kind}${finding.strokes.join()}`}
            finding={finding}
            number={index + 1}
            cure={cures?.[index]}
          />
        ))}
      </ol>
      {more > 0 && <p className="text-soft">and {more} more like these.</p>}
      {shown.length === 0 && <p className="finding finding-quiet">{quietWords(judgement)}</p>}
    </section>
  );
};
