import { useMemo } from 'react';
import { usePlayer } from '../audio/usePlayer.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { usePatternAnalysis } from '../components/pattern-editor/usePatternAnalysis.ts';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { StandView } from './StandView.tsx';
import { pagesOfPattern } from './stand-pages.ts';

const NO_DIGITS = {};

/** A pattern on the stand. */
const PatternStand = () => {
  const bench = usePatternEditorStore();
  const pattern = usePatternEditor((state) => state.document);
  const { hand } = useSelectedHand();
  const digits = usePatternAnalysis(bench, hand)?.judgement.digits ?? NO_DIGITS;
  const playing = usePlayer(pattern, digits);
  const pages = useMemo(() => pagesOfPattern(pattern), [pattern]);
  return (
    <StandView
      title={pattern.name}
      pages={pages}
      digits={digits}
      playing={playing}
      loops={pattern.cyclic}
      piece={pattern}
      hand={hand}
    />
  );
};

export default PatternStand;
