import { Say } from '../components/say/Say.tsx';
import { say } from '@fleet-wren/wording';
import {
  getFigureTexture,
  createBarPattern,
  createMelodyEdit,
  createIdGenerator,
  createStrokesEdit,
  keepFingerPerString,
  type Bar,
  type EditScope,
  type Stroke,
} from '@fleet-wren/core';
import { useCallback, useRef, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { PatternEditorProvider, usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { createPatternEditorStore } from '../workspace/pattern-editor-store.ts';
import { FingeringDiagramEditor } from '../components/pattern-editor/FingeringDiagramEditor.tsx';
import { MaxTempoPanel } from '../components/pattern-editor/MaxTempoPanel.tsx';
import { usePatternAnalysis } from '../components/pattern-editor/usePatternAnalysis.ts';
import { useKeyboardShortcuts } from '../components/pattern-editor/useKeyboardShortcuts.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { EMPTY_FINGERING } from '../components/analysed-pattern.ts';
import { useElementWidth } from '../components/useElementWidth.ts';
import { usePlayer } from '../audio/usePlayer.ts';
import { useSongStore } from './song-store.ts';

const Editor = ({
  take,
  leave,
  hasFigure,
}: {
  readonly take: (strokes: readonly Stroke[], reach: EditScope) => void;
  readonly leave: () => void;
  readonly hasFigure: boolean;
}) => {
  const bench = usePatternEditorStore();
  const pattern = usePatternEditor((state) => state.document);
  const refused = usePatternEditor((state) => state.rejection);
  const { hand } = useSelectedHand();
  const judged = usePatternAnalysis(bench, hand);
  const digits = judged?.judgement.digits ?? EMPTY_FINGERING;
  const playing = usePlayer(pattern, digits);
  const box = useRef<HTMLDivElement>(null);
  const width = useElementWidth(box);
  const fingerPerString = (): void => {
    const { document, selection, tryEdit } = bench.getState();
    tryEdit(keepFingerPerString(document, [...selection], createIdGenerator(document)));
  };
  const nothing = useCallback(() => undefined, []);
  useKeyboardShortcuts(
    { bench, playing, showKeys: nothing, showView: nothing, showFigure: nothing, showChords: nothing },
    digits,
    true,
  );
  return (
    <>
      <Modal.Body className="bar-bench">
        <p className="text-soft">
          <Say text="songs.bar-bench-how" />
        </p>
        <Button variant="quiet" size="sm" disabled={pattern.strokes.length === 0} onClick={fingerPerString}>
          {say('transform.finger-per-string.name')}
        </Button>
        <div ref={box}>{width > 0 && <FingeringDiagramEditor judged={judged} width={width} playing={playing} />}</div>
        {refused && (
          <p className="finding finding-trouble" role="alert">
            {refused}
          </p>
        )}
        {judged && pattern.strokes.length > 0 && <MaxTempoPanel judgement={judged.judgement} tempo={pattern.tempo} />}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={leave}>
          {say('common.cancel')}
        </Button>
        {hasFigure && (
          <>
            <Button variant="quiet" onClick={() => take(pattern.strokes, 'elsewhere')}>
              {say('songs.apply-to-all-other-bars')}
            </Button>
            <Button variant="quiet" onClick={() => take(pattern.strokes, 'everywhere')}>
              {say('songs.apply-everywhere')}
            </Button>
          </>
        )}
        <Button onClick={() => take(pattern.strokes, 'here')}>{say('songs.apply-to-this-bar-only')}</Button>
      </Modal.Footer>
    </>
  );
};

/** What of a bar is edited: what the picking hand does, or the melody over it. */
export type BarLayer = 'strokes' | 'melody';

/** The bench on one bar of a song: what is edited goes as far as the teacher says; a melody belongs to its bar. */
export const BarEditorDialog = ({
  bar,
  played,
  what,
  hide,
}: {
  readonly bar: Bar;
  readonly played: number;
  readonly what: BarLayer;
  readonly hide: () => void;
}) => {
  const song = useSongStore();
  const [bench] = useState(() => {
    const shown = createBarPattern(song.getState().document, played);
    const document = what === 'strokes' ? shown : { ...shown, strokes: bar.melody ?? [] };
    return createPatternEditorStore({ id: 'bar', version: 1, workedAt: '', document });
  });
  const [before] = useState(() => bench.getState().document.strokes);
  const take = (now: readonly Stroke[], reach: EditScope): void => {
    const { document, selectedBars, applyEdit } = song.getState();
    const edit =
      what === 'strokes'
        ? createStrokesEdit(document, selectedBars, reach, { now, before })
        : createMelodyEdit(document, selectedBars, now);
    if (applyEdit(edit)) hide();
  };
  return (
    <Dialog
      title={what === 'strokes' ? say('songs.edit-the-notes-of-this-bar') : say('songs.edit-the-melody-of-this-bar')}
      size="xl"
      hide={hide}
    >
      <PatternEditorProvider value={bench}>
        <Editor take={take} leave={hide} hasFigure={what === 'strokes' && getFigureTexture(bar) !== undefined} />
      </PatternEditorProvider>
    </Dialog>
  );
};
