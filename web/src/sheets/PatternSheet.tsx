import { say, sayLabel } from '@fleet-wren/wording';
import { listShapes, formatMaxTempo, listSheetFacts } from '@fleet-wren/core';
import { usePatternEditor } from '../workspace/pattern-editor-context.ts';
import { PrintedPattern, useSheetAnalysis } from './PrintedPattern.tsx';
import { SheetPage } from './SheetPage.tsx';
import { ChordDiagramsLink } from './ChordDiagramsLink.tsx';

/** A pattern on paper, by itself. */
const PatternSheet = () => {
  const pattern = usePatternEditor((state) => state.document);
  const ceiling = useSheetAnalysis(pattern)?.limit;
  return (
    <SheetPage
      title={pattern.name}
      back=".."
      ways={<ChordDiagramsLink voicings={listShapes(pattern)} instrument={pattern.instrument} />}
      facts={[
        ...listSheetFacts(pattern).map(sayLabel),
        ceiling ? say('sheet.bpm-max', { bpm: formatMaxTempo(ceiling.maxTempo) }) : '',
      ]}
    >
      {(paper) => <PrintedPattern pattern={pattern} paper={paper} />}
    </SheetPage>
  );
};

export default PatternSheet;
