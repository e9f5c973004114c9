import { sentence, shiftLick, type Pattern, type ShiftedLick } from '@fleet-wren/core';
import { ArrowLeft, ArrowRight, ClipboardPaste, Copy, Trash2 } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { wordsOf } from '../api/client.ts';
import { useCreatePattern } from '../api/patterns.ts';
import { useNotice } from '../app/Notice.tsx';
import type { Edited } from './BarBench.tsx';
import { useSong, useSongStore } from './store.ts';

/** What a moved lick comes to, in words. */
const shiftWords = ({ by, from, to, frets, lost }: ShiftedLick): string => {
  const way =
    by === 0 ? 'where it is' : `${Math.abs(by)} ${Math.abs(by) === 1 ? 'fret' : 'frets'} ${by > 0 ? 'up' : 'down'}`;
  const lands =
    frets === null ? '' : frets[0] === frets[1] ? `, on fret ${frets[0]}` : `, on frets ${frets[0]} to ${frets[1]}`;
  const gone = lost.map(({ string, fret }) => `string ${string} would need fret ${fret}`).join(', ');
  return `The lick of ${from} is repeated for ${to}, ${way}${lands}.${gone && ` What no longer fits is left out: ${gone}.`}`;
};

/** Takes bars to a bench of their own. */
const useToBench = (shown: Pattern | undefined) => {
  const store = useSongStore();
  const create = useCreatePattern();
  const navigate = useNavigate();
  const toBench = (): void => {
    if (!shown) return;
    if (shown.course)
      return store
        .getState()
        .refuse('These bars have several metres or tempos, and a bench holds one. Choose bars that are alike.');
    const strokes = shown.strokes.map((stroke, index) => ({ ...stroke, id: `s${index}` }));
    const name = `${shown.name}, a part`.slice(0, 120);
    create.mutate(
      { ...shown, name, cyclic: true, strokes },
      {
        onSuccess: ({ id }) => void navigate(`/patterns/${id}`),
        onError: (error) => store.getState().refuse(wordsOf(error)),
      },
    );
  };
  return { toBench, pending: create.isPending };
};

/** Writes the bar into the next one, moved to its chord. */
const useShift = (played: number | undefined) => {
  const store = useSongStore();
  const notice = useNotice();
  return (): void => {
    const { document, run, refuse } = store.getState();
    const shifted = shiftLick(document, played ?? -1);
    if (!shifted.ok) return refuse(shifted.problems.map(sentence).join(' '));
    if (run(shifted.value.edit)) notice({ text: shiftWords(shifted.value) });
  };
};

/** What can be done with the chosen bars. */
export const BarTools = ({
  shown,
  played,
  edit,
}: {
  readonly shown: Pattern | undefined;
  readonly played: number | undefined;
  readonly edit: ((what: Edited) => void) | undefined;
}) => {
  const store = useSongStore();
  const { copy, insertBars, removeBars, moveBars } = store.getState();
  const copied = useSong((state) => state.copied.length);
  const { toBench, pending } = useToBench(shown);
  const shift = useShift(played);
  const double = (): void => {
    copy();
    insertBars(store.getState().copied, 'after');
  };
  return (
    <div className="bar-tools" role="group" aria-label="The chosen bars">
      <Button variant="quiet" size="sm" onClick={() => edit?.('strokes')} disabled={!edit}>
        Edit the strokes
      </Button>
      <Button variant="quiet" size="sm" onClick={() => edit?.('melody')} disabled={!edit}>
        Melody
      </Button>
      <Button
        variant="quiet"
        size="sm"
        onClick={shift}
        disabled={!edit}
        title="Writes this bar into the next one, moved along the neck to its chord"
      >
        Lick to the next chord
      </Button>
      <Button variant="quiet" size="sm" onClick={double} title="Control D">
        Repeat
      </Button>
      <Button variant="plain" size="sm" onClick={copy} aria-label="Copy" title="Copy (Control C)">
        <Copy size={15} aria-hidden />
      </Button>
      <Button
        variant="plain"
        size="sm"
        disabled={copied === 0}
        onClick={() => insertBars(store.getState().copied, 'after')}
        aria-label="Put in after"
        title="Put in after (Control V)"
      >
        <ClipboardPaste size={15} aria-hidden />
      </Button>
      <Button variant="plain" size="sm" onClick={() => moveBars(-1)} aria-label="Earlier" title="Earlier (Alt ←)">
        <ArrowLeft size={15} aria-hidden />
      </Button>
      <Button variant="plain" size="sm" onClick={() => moveBars(1)} aria-label="Later" title="Later (Alt →)">
        <ArrowRight size={15} aria-hidden />
      </Button>
      <Button variant="plain" size="sm" onClick={removeBars} aria-label="Take out" title="Take out (Delete)">
        <Trash2 size={15} aria-hidden />
      </Button>
      <Button variant="quiet" size="sm" onClick={toBench} disabled={!shown || shown.strokes.length === 0 || pending}>
        To the bench
      </Button>
    </div>
  );
};
