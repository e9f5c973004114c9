import { say, sayLabel } from '@fleet-wren/wording';
import { ceilingFigure, sheetFacts } from '@fleet-wren/core';
import { useBench } from '../bench/context.ts';
import { PatternOnPaper, useJudged } from './PatternOnPaper.tsx';
import { Sheet } from './Sheet.tsx';
import { ToShapes } from './ToShapes.tsx';

/** A pattern on paper, by itself. */
const PatternSheet = () => {
  const pattern = useBench((state) => state.document);
  const ceiling = useJudged(pattern)?.limit;
  return (
    <Sheet
      title={pattern.name}
      back=".."
      ways={<ToShapes voicings={[pattern.voicing]} instrument={pattern.instrument} />}
      facts={[
        ...sheetFacts(pattern).map(sayLabel),
        ceiling ? say('sheet.bpm-max', { bpm: ceilingFigure(ceiling.maxTempo) }) : '',
      ]}
    >
      {(paper) => <PatternOnPaper pattern={pattern} paper={paper} />}
    </Sheet>
  );
};

export default PatternSheet;
