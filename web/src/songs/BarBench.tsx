import { Say } from '../parts/say/Say.tsx';
import { say } from '@fleet-wren/wording';
import {
  getFigureTexture,
  createBarPattern,
  createMelodyEdit,
  createStrokesEdit,
  type Bar,
  type EditScope,
  type Stroke,
} from '@fleet-wren/core';
import { useCallback, useRef, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { BenchProvider, useBench, useBenchStore } from '../bench/context.ts';
import { createBench } from '../bench/store.ts';
import { ThreadsEditor } from '../bench/ThreadsEditor.tsx';
import { Ceiling } from '../bench/side/Ceiling.tsx';
import { useJudgement } from '../bench/useJudgement.ts';
import { useKeys } from '../bench/useKeys.ts';
import { useHand } from '../parts/hand/useHand.ts';
import { NO_DIGITS } from '../parts/judged.ts';
import { useWidth } from '../parts/useWidth.ts';
import { usePlayer } from '../sound/usePlayer.ts';
import { useSongStore } from './store.ts';

const Editor = ({
  take,
  leave,
  hasFigure,
}: {
  readonly take: (strokes: readonly Stroke[], reach: EditScope) => void;
  readonly leave: () => void;
  readonly hasFigure: boolean;
}) => {
  const bench = useBenchStore();
  const pattern = useBench((state) => state.document);
  const refused = useBench((state) => state.rejection);
  const { hand } = useHand();
  const judged = useJudgement(bench, hand);
  const digits = judged?.judgement.digits ?? NO_DIGITS;
  const playing = usePlayer(pattern, digits);
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const nothing = useCallback(() => undefined, []);
  useKeys({ bench, playing, showKeys: nothing, showView: nothing }, digits);
  return (
    <>
      <Modal.Body className="bar-bench">
        <p className="text-soft">
          <Say text="songs.bar-bench-how" />
        </p>
        <div ref={box}>{width > 0 && <ThreadsEditor judged={judged} width={width} playing={playing} />}</div>
        {refused && (
          <p className="finding finding-trouble" role="alert">
            {refused}
          </p>
        )}
        {judged && pattern.strokes.length > 0 && <Ceiling judgement={judged.judgement} tempo={pattern.tempo} />}
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
export type Edited = 'strokes' | 'melody';

/** The bench on one bar of a song: what is edited goes as far as the teacher says; a melody belongs to its bar. */
export const BarBench = ({
  bar,
  played,
  what,
  hide,
}: {
  readonly bar: Bar;
  readonly played: number;
  readonly what: Edited;
  readonly hide: () => void;
}) => {
  const song = useSongStore();
  const [bench] = useState(() => {
    const shown = createBarPattern(song.getState().document, played);
    const document = what === 'strokes' ? shown : { ...shown, strokes: bar.melody ?? [] };
    return createBench({ id: 'bar', version: 1, workedAt: '', document });
  });
  const [before] = useState(() => bench.getState().document.strokes);
  const take = (now: readonly Stroke[], reach: EditScope): void => {
    const { document, chosen, applyEdit: run } = song.getState();
    const edit =
      what === 'strokes'
        ? createStrokesEdit(document, chosen, reach, { now, before })
        : createMelodyEdit(document, chosen, now);
    if (run(edit)) hide();
  };
  return (
    <Modal show onHide={hide} size="xl" centered aria-labelledby="bar-bench-title">
      <Modal.Header closeButton closeLabel={say('common.close')}>
        <Modal.Title id="bar-bench-title">
          {what === 'strokes' ? say('songs.edit-the-notes-of-this-bar') : say('songs.edit-the-melody-of-this-bar')}
        </Modal.Title>
      </Modal.Header>
      <BenchProvider value={bench}>
        <Editor take={take} leave={hide} hasFigure={what === 'strokes' && getFigureTexture(bar) !== undefined} />
      </BenchProvider>
    </Modal>
  );
};
