import { say, sayProblem } from '@fleet-wren/wording';
import {
  applyPatternEdit,
  createPutFigureEdit,
  createReplaceByFigureEdit,
  readFigureText,
  type FigureText,
  type Pattern,
  type Result,
} from '@fleet-wren/core';
import { useDeferredValue, useMemo, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { createStrokeId } from '../workspace/pattern-editor-store.ts';

/** The bench as it would be with nothing but the figure on it. */
const previewOf = (pattern: Pattern, figure: FigureText): Pattern | undefined => {
  let count = 0;
  const made = createReplaceByFigureEdit(pattern, figure, () => `preview-${(count += 1)}`);
  const done = made.ok ? applyPatternEdit(pattern, made.value) : undefined;
  return done?.ok ? { ...done.value.document, name: '' } : undefined;
};

const READ_AS = {
  strings: say('bench.figure-as-strings'),
  fingers: say('bench.figure-as-fingers'),
  tablature: say('bench.figure-as-tablature'),
} as const;

/** What was read, drawn; or why it could not be. */
const Shown = ({ read, preview }: { readonly read: Result<FigureText>; readonly preview: Pattern | undefined }) => {
  if (!read.ok)
    return (
      <p className="finding finding-trouble" role="alert">
        {read.problems.slice(0, 2).map(sayProblem).join(' ')}
      </p>
    );
  const { kind, warnings } = read.value;
  return (
    <>
      <p className="text-soft">{[READ_AS[kind], ...warnings.slice(0, 2).map(sayProblem)].join(' ')}</p>
      {preview && <PatternPreview pattern={preview} />}
    </>
  );
};

/** Notes typed or pasted as text: a line of strings or fingers, or tablature, seen before it is put on the bench. */
export const FigureDialog = ({ given = '', hide }: { readonly given?: string; readonly hide: () => void }) => {
  const bench = usePatternEditorStore();
  const pattern = usePatternEditor((state) => state.document);
  const cell = usePatternEditor((state) => state.cell);
  const [text, setText] = useState(given);
  const asked = useDeferredValue(text);
  const read = useMemo(() => (asked.trim() === '' ? undefined : readFigureText(asked, pattern)), [asked, pattern]);
  const preview = useMemo(() => (read?.ok ? previewOf(pattern, read.value) : undefined), [read, pattern]);
  const put = (made: ReturnType<typeof createPutFigureEdit>): void => {
    if (bench.getState().tryEdit(made)) hide();
  };
  const figure = read?.ok && asked === text ? read.value : undefined;
  return (
    <Dialog title={say('bench.type-or-paste-notes')} size="lg" hide={hide}>
      <Modal.Body>
        <Form.Group controlId="figure-text">
          <Form.Label>{say('bench.figure-how')}</Form.Label>
          <Form.Control
            as="textarea"
            rows={given.includes('\n') ? 7 : 2}
            autoFocus
            spellCheck={false}
            className="figure-text"
            value={text}
            onChange={({ target }) => setText(target.value)}
          />
        </Form.Group>
        {read && <Shown read={read} preview={preview} />}
      </Modal.Body>
      <Modal.Footer>
        <Button
          variant="quiet"
          disabled={!figure}
          onClick={() => figure && put(createReplaceByFigureEdit(pattern, figure, createStrokeId))}
        >
          {say('bench.figure-replace')}
        </Button>
        <Button
          disabled={!figure}
          onClick={() => figure && put(createPutFigureEdit(pattern, figure, cell.at, createStrokeId))}
        >
          {say('bench.figure-put')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
