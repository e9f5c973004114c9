import { patternOfBar, ticksPerBar, type AnySongEdit, type Bar, type Song, type Stroke } from '@fleet-wren/core';
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
import { useSongStore, type ChosenBars } from './store.ts';

/** How far the strokes that were edited go. */
type Reach = 'here' | 'everywhere' | 'elsewhere';

const figureOf = ({ texture }: Bar): string | undefined =>
  typeof texture === 'object' && 'figure' in texture ? texture.figure : undefined;

/** The section's bars with one of them given strokes of its own. */
const withWritten = (
  song: Song,
  { section, from }: ChosenBars,
  strokes: readonly Stroke[],
): Extract<AnySongEdit, { kind: 'setBars' }> => {
  const bars = song.sections.find(({ id }) => id === section)?.bars ?? [];
  return {
    kind: 'setBars',
    section,
    bars: bars.map((bar, index) => (index === from ? { ...bar, texture: { written: strokes } } : bar)),
  };
};

/** The edit that takes a bar's strokes into the bar alone, into its figure, or into its figure everywhere but here. */
const taking = (
  song: Song,
  chosen: ChosenBars,
  reach: Reach,
  { now, before }: { readonly now: readonly Stroke[]; readonly before: readonly Stroke[] },
): AnySongEdit => {
  const bar = song.sections.find(({ id }) => id === chosen.section)?.bars[chosen.from];
  const figure = bar && figureOf(bar);
  if (reach === 'here' || figure === undefined) return withWritten(song, chosen, now);
  const length = ticksPerBar(song.metre);
  const figures = song.figures.map((one) => (one.id === figure ? { ...one, length, strokes: now } : one));
  const changed: AnySongEdit = { kind: 'setFigures', figures };
  return reach === 'everywhere' ? changed : { kind: 'batch', edits: [changed, withWritten(song, chosen, before)] };
};

const Editor = ({
  take,
  leave,
  hasFigure,
}: {
  readonly take: (strokes: readonly Stroke[], reach: Reach) => void;
  readonly leave: () => void;
  readonly hasFigure: boolean;
}) => {
  const bench = useBenchStore();
  const pattern = useBench((state) => state.document);
  const refused = useBench((state) => state.refused);
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
          Click a string over a beat, or walk with the arrows and press <kbd>Enter</kbd>; a letter pins a digit,{' '}
          <kbd>Space</kbd> plays.
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
          Leave it
        </Button>
        {hasFigure && (
          <>
            <Button variant="quiet" onClick={() => take(pattern.strokes, 'elsewhere')}>
              Everywhere but here
            </Button>
            <Button variant="quiet" onClick={() => take(pattern.strokes, 'everywhere')}>
              Everywhere this figure is
            </Button>
          </>
        )}
        <Button onClick={() => take(pattern.strokes, 'here')}>Into this bar only</Button>
      </Modal.Footer>
    </>
  );
};

/** The bench on one bar of a song: its strokes are edited as on any bench, and then go as far as the teacher says. */
export const BarBench = ({
  bar,
  played,
  hide,
}: {
  readonly bar: Bar;
  readonly played: number;
  readonly hide: () => void;
}) => {
  const song = useSongStore();
  const [bench] = useState(() => {
    const document = patternOfBar(song.getState().document, played);
    return createBench({ id: 'bar', version: 1, workedAt: '', document });
  });
  const [before] = useState(() => bench.getState().document.strokes);
  const take = (now: readonly Stroke[], reach: Reach): void => {
    const { document, chosen, run } = song.getState();
    if (run(taking(document, chosen, reach, { now, before }))) hide();
  };
  return (
    <Modal show onHide={hide} size="xl" centered aria-labelledby="bar-bench-title">
      <Modal.Header closeButton>
        <Modal.Title id="bar-bench-title">The strokes of this bar</Modal.Title>
      </Modal.Header>
      <BenchProvider value={bench}>
        <Editor take={take} leave={hide} hasFigure={figureOf(bar) !== undefined} />
      </BenchProvider>
    </Modal>
  );
};
