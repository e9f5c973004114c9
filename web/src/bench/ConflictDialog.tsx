import { miniatureOf, stringCount, type Digit, type Pattern } from '@fleet-wren/core';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { Button, Modal } from 'react-bootstrap';
import { createPattern, type KeptPattern } from '../api/patterns.ts';
import { wordsOf } from '../api/client.ts';
import { Miniature } from '../parts/threads/Miniature.tsx';
import { useBench, useBenchStore } from './context.ts';
import { dropDraft } from './drafts.ts';
import { EMPTY_HISTORY } from './history.ts';

const pins = ({ strokes }: Pattern): Readonly<Record<string, Digit | null>> =>
  Object.fromEntries(strokes.map(({ id, pin }) => [id, pin ?? null]));

/** Where two states of a pattern differ, in a few words. */
export const differences = (mine: Pattern, theirs: Pattern): string => {
  const facts: readonly (readonly [string, (pattern: Pattern) => string])[] = [
    ['name', ({ name }) => name],
    ['tempo', ({ tempo }) => String(tempo)],
    ['chord', ({ voicing }) => voicing.chord],
    ['school', ({ school }) => school],
    ['tuning', ({ instrument }) => `${instrument.tuning} ${instrument.capo}`],
    ['metre and length', ({ metre, bars }) => `${metre.beats}/${metre.unit} ${bars}`],
    ['strokes', ({ strokes }) => JSON.stringify(strokes)],
  ];
  const different = facts.filter(([, of]) => of(mine) !== of(theirs)).map(([name]) => name);
  return different.length > 0 ? `They differ in ${different.join(', ')}.` : 'They differ in how the beats are cut.';
};

const State = ({
  title,
  pattern,
  note,
}: {
  readonly title: string;
  readonly pattern: Pattern;
  readonly note: string;
}) => (
  <section className="conflict-state">
    <h3>{title}</h3>
    <p className="mb-1">
      <b>{pattern.name}</b>, {pattern.voicing.chord}, {pattern.tempo} a minute, {pattern.strokes.length} strokes
    </p>
    <Miniature
      strokes={miniatureOf(pattern, pins(pattern))}
      strings={stringCount(pattern.instrument)}
      width={320}
      height={90}
    />
    <p className="text-soft mb-0">{note}</p>
  </section>
);

/** Two windows on one pattern: the later one sees both states and chooses; nothing is overwritten silently. */
export const ConflictDialog = () => {
  const bench = useBenchStore();
  const saving = useBench((state) => state.saving);
  const theirs = useBench((state) => state.theirs);
  const mine = useBench((state) => state.pattern);
  if (saving !== 'conflict' || !theirs) return null;

  const takeTheirs = (kept: KeptPattern): void => {
    dropDraft(kept.id);
    bench
      .getState()
      .set({
        pattern: kept.pattern,
        saved: kept.pattern,
        version: kept.version,
        saving: 'saved',
        theirs: null,
        history: EMPTY_HISTORY,
      });
  };
  const keepMine = (): void => {
    // Theirs becomes what mine is saved on; the change of object sets the saving off.
    bench
      .getState()
      .set({ version: theirs.version, saved: theirs.pattern, saving: 'saving', theirs: null, pattern: { ...mine } });
  };
  const keepBoth = async (): Promise<void> => {
    try {
      await createPattern({ ...mine, name: `${mine.name.slice(0, 100)} (my changes)` });
      takeTheirs(theirs);
    } catch (error) {
      bench.getState().refuse(wordsOf(error));
    }
  };
  return (
    <Modal show centered size="lg" backdrop="static" keyboard={false} aria-labelledby="conflict-title">
      <Modal.Header>
        <Modal.Title id="conflict-title">This pattern was changed in another window</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p>{differences(mine, theirs.pattern)} Nothing is lost yet; choose which to go on with.</p>
        <div className="conflict">
          <State title="Here" pattern={mine} note="not saved yet" />
          <State
            title="In the other window"
            pattern={theirs.pattern}
            note={`saved ${formatDistanceToNowStrict(new Date(theirs.workedAt), { addSuffix: true })}`}
          />
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="quiet" onClick={() => takeTheirs(theirs)}>
          Take the other
        </Button>
        <Button variant="quiet" onClick={() => void keepBoth()}>
          Keep both
        </Button>
        <Button onClick={keepMine}>Keep what is here</Button>
      </Modal.Footer>
    </Modal>
  );
};
