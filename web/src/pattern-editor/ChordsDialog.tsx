import '../components/chords/chords.scss';
import { say, sayProblem } from '@fleet-wren/wording';
import {
  applyPatternEdit,
  createPutChordsEdit,
  findBassString,
  findChordFit,
  hasChordRoles,
  listShapes,
  readChordLine,
  writeChordLine,
  type ChordFit,
  type ChordLine,
  type Instrument,
  type Pattern,
  type Result,
} from '@fleet-wren/core';
import { useDeferredValue, useMemo, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { ChordDiagram } from '../components/chord-diagram/ChordDiagram.tsx';
import { chordWords } from '../components/chords/chord-text.ts';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { createStrokeId } from '../workspace/pattern-editor-store.ts';

/** How the bars of the chords and those of the pattern come together, in words. */
const FIT_WORDS: Readonly<Record<ChordFit, (bars: number, own: number) => string>> = {
  alike: (bars) => say('term.bars', { count: bars }),
  'figure-repeats': (bars, own) => say('bench.chords-figure-repeated', { bars, own }),
  'chords-repeat': (bars, own) => say('bench.chords-again', { bars, own }),
  'last-holds': (bars, own) => say('bench.chords-held', { bars, own }),
};

const Shapes = ({ line, instrument }: { readonly line: ChordLine; readonly instrument: Instrument }) => (
  <ul className="chords-read" aria-label={say('bench.chords-read')}>
    {listShapes(line.course).map((voicing) => (
      <li key={voicing.chord + voicing.frets.join()}>
        <b>{chordWords(voicing.chord)}</b>
        <ChordDiagram voicing={voicing} bass={findBassString(instrument, voicing)} />
      </li>
    ))}
  </ul>
);

const Read = ({ read, pattern }: { readonly read: Result<ChordLine>; readonly pattern: Pattern }) =>
  read.ok ? (
    <>
      <p className="text-soft">{FIT_WORDS[findChordFit(read.value, pattern)](read.value.bars, pattern.bars)}</p>
      <Shapes line={read.value} instrument={pattern.instrument} />
    </>
  ) : (
    <p className="finding finding-trouble" role="alert">
      {read.problems.slice(0, 2).map(sayProblem).join(' ')}
    </p>
  );

/** The chords of a pattern as one line of text, bar by bar, seen before they are taken. */
export const ChordsDialog = ({ hide }: { readonly hide: () => void }) => {
  const bench = usePatternEditorStore();
  const pattern = usePatternEditor((state) => state.document);
  const [text, setText] = useState(() => writeChordLine(pattern));
  const [thumbFollows, setThumbFollows] = useState(!hasChordRoles(pattern));
  const asked = useDeferredValue(text);
  const read = useMemo(() => (asked.trim() === '' ? undefined : readChordLine(asked, pattern)), [asked, pattern]);
  // What was typed a moment ago may not be read yet; Enter takes it all the same.
  const isRefused = asked === text && !read?.ok;
  const take = (): void => {
    const line = readChordLine(text, pattern);
    if (!line.ok) return;
    const edit = createPutChordsEdit(pattern, line.value, createStrokeId, { thumbFollows });
    const done = edit.ok ? applyPatternEdit(pattern, edit.value) : edit;
    if (bench.getState().tryEdit(done.ok ? edit : done)) hide();
  };
  return (
    <Dialog title={say('bench.chords-by-bar')} size="lg" hide={hide}>
      <Modal.Body>
        <Form
          id="chords-by-bar"
          onSubmit={(event) => {
            event.preventDefault();
            take();
          }}
        >
          <Form.Group controlId="chord-line">
            <Form.Label>{say('bench.chords-how')}</Form.Label>
            <Form.Control
              autoFocus
              spellCheck={false}
              className="figure-text"
              value={text}
              onFocus={({ target }) => target.select()}
              onChange={({ target }) => setText(target.value)}
            />
          </Form.Group>
          {!hasChordRoles(pattern) && (
            <Form.Check
              type="switch"
              id="thumb-follows"
              className="mt-3"
              label={say('bench.thumb-follows-chords')}
              checked={thumbFollows}
              onChange={({ target }) => setThumbFollows(target.checked)}
            />
          )}
        </Form>
        <div className="mt-3">{read && <Read read={read} pattern={pattern} />}</div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button type="submit" form="chords-by-bar" disabled={isRefused}>
          {say('bench.chords-take')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
