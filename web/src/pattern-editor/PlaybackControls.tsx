import { say } from '@fleet-wren/wording';
import { memo } from 'react';
import { Button } from 'react-bootstrap';
import type { PlayerControls } from '../audio/usePlayer.ts';
import { tempoUnitWords } from '../components/document/metre-words.ts';
import { TempoField } from '../components/document/TempoField.tsx';
import { Transport } from '../components/document/Transport.tsx';
import { Say } from '../components/say/Say.tsx';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';

const Tempo = () => {
  const { applyEdit } = usePatternEditorStore().getState();
  const tempo = usePatternEditor((state) => state.document.tempo);
  const metre = usePatternEditor((state) => state.document.metre);
  return (
    <TempoField tempo={tempo} setTempo={(next) => applyEdit({ kind: 'setTempo', tempo: next })}>
      {tempoUnitWords(metre)} <kbd>[</kbd> <kbd>]</kbd>
    </TempoField>
  );
};

/** Listening to a pattern, its tempo, and how much it is. */
export const PlaybackControls = memo(
  ({ playing, showKeys }: { readonly playing: PlayerControls; readonly showKeys: () => void }) => {
    const strokes = usePatternEditor((state) => state.document.strokes.length);
    const bars = usePatternEditor((state) => state.document.bars);
    return (
      <Transport playing={playing} start={<Tempo />} hasKeys>
        <span className="transport-facts">
          {say('term.bars', { count: bars })}, {say('term.notes', { count: strokes })}
        </span>
        <Button variant="plain" size="sm" onClick={showKeys}>
          <Say text="bench.shortcuts" />
        </Button>
      </Transport>
    );
  },
);
