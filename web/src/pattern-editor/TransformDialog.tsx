import { say, sayMessage, sayProblems } from '@fleet-wren/wording';
import {
  TRANSFORMS,
  applyPatternEdit,
  createIdGenerator,
  type TransformDefinition,
  type Pattern,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';
import { runTransform } from '../components/pattern-editor/editor-commands.ts';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';

const GROUPS: readonly TransformDefinition['group'][] = ['time', 'strings', 'hand', 'thumb', 'whole'];

type Outcome = { readonly pattern: Pattern } | { readonly trouble: string };

/** What a transform would make of the pattern, or why it cannot. */
const outcomeOf = (pattern: Pattern, ids: readonly string[], { transform }: TransformDefinition): Outcome => {
  const made = transform(pattern)(pattern, ids, createIdGenerator(pattern));
  const done = made.ok ? applyPatternEdit(pattern, made.value) : made;
  return done.ok ? { pattern: done.value.document } : { trouble: sayProblems(done.problems) };
};

/** Every transform, its effect shown before it is applied; to the selection where there is one. */
export const TransformDialog = ({ hide }: { readonly hide: () => void }) => {
  const bench = usePatternEditorStore();
  const pattern = usePatternEditor((state) => state.document);
  const selection = usePatternEditor((state) => state.selection);
  const [key, setKey] = useState('reverse');
  const named = TRANSFORMS.find((one) => one.key === key) ?? (TRANSFORMS[0] as TransformDefinition);
  const outcome = useMemo(() => outcomeOf(pattern, [...selection], named), [pattern, selection, named]);
  const apply = (): void => {
    if (runTransform(bench, named.transform(pattern))) hide();
  };
  return (
    <Dialog title={say('bench.vary-title', { count: selection.size })} size="xl" hide={hide}>
      <Modal.Body className="vary">
        <div className="vary-list pick-list">
          {GROUPS.map((group) => (
            <section key={group} aria-label={say('transform.group', { group })}>
              <h3>{say('transform.group', { group })}</h3>
              {TRANSFORMS.filter((one) => one.group === group).map((one) => (
                <button
                  key={one.key}
                  type="button"
                  aria-pressed={one.key === key}
                  onClick={() => setKey(one.key)}
                  onDoubleClick={apply}
                >
                  {sayMessage(one.name)}
                </button>
              ))}
            </section>
          ))}
        </div>
        <div className="vary-effect" aria-live="polite">
          {'pattern' in outcome ? (
            <PatternPreview pattern={outcome.pattern} />
          ) : (
            <p className="finding finding-trouble">{outcome.trouble}</p>
          )}
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button onClick={apply} disabled={!('pattern' in outcome)}>
          {sayMessage(named.name)}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
