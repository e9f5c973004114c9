import { say, sayProblems } from '@fleet-wren/wording';
import { followChords, moveLick, type Pattern, type MovedLick } from '@fleet-wren/core';
import { ArrowLeft, ArrowRight, ClipboardPaste, Copy, Trash2 } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useCreatePattern } from '../api/patterns.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import type { BarLayer } from './BarEditorDialog.tsx';
import { useSong, useSongStore } from './song-store.ts';

const fretWords = ([from, to]: readonly [number, number]): string =>
  from === to ? say('songs.at-fret', { frets: from }) : say('songs.at-frets', { from, to });

/** What of a lick was made to fit the other chord, and what may not. */
const fitWords = ({ to, fittedNotes, clashes }: MovedLick): readonly string[] => [
  ...(fittedNotes.length > 0 ? [say('songs.lick-fitted', { count: fittedNotes.length, to })] : []),
  ...(clashes.length > 0
    ? [
        say('songs.lick-clashes', {
          count: clashes.length,
          to,
          notes: clashes.map(({ string, fret }) => say('songs.string-and-fret', { string, fret })).join('; '),
        }),
      ]
    : []),
];

/** What a moved lick comes to, in words. */
const shiftWords = (lick: MovedLick): string => {
  const { fretShift, from, to, frets, droppedStrokes } = lick;
  const way =
    fretShift === 0
      ? say('songs.in-the-same-position')
      : say('songs.frets-moved', { by: Math.abs(fretShift), way: fretShift > 0 ? 'up' : 'down' });
  const lands = frets === null ? '' : fretWords(frets);
  const gone = droppedStrokes
    .map(({ string, fret }) => say('songs.string-would-need-fret', { string, fret }))
    .join(', ');
  const moved = say('songs.lick-repeated', { from, to, way, lands, count: droppedStrokes.length, gone });
  return [moved, ...fitWords(lick)].join(' ');
};

/** Takes bars to a bench of their own. */
const useToBench = (shown: Pattern | undefined) => {
  const store = useSongStore();
  const create = useCreatePattern();
  const navigate = useNavigate();
  const toBench = (): void => {
    if (!shown) return;
    if (shown.course) return store.getState().reject(say('songs.these-bars-have-different-time-signatures'));
    const free = followChords(shown);
    const strokes = free.strokes.map((stroke, index) => ({ ...stroke, id: `s${index}` }));
    const name = say('songs.excerpt', { name: shown.name }).slice(0, 120);
    create.mutate(
      { ...free, name, cyclic: true, strokes },
      {
        onSuccess: ({ id }) => void navigate(`/patterns/${id}`),
        onError: (error) => store.getState().reject(wordsOf(error)),
      },
    );
  };
  return { toBench, pending: create.isPending };
};

/** Writes the bar into the next one, moved to its chord. */
const useShift = (played: number | undefined) => {
  const store = useSongStore();
  const notice = useToast();
  return (): void => {
    const { document, applyEdit, reject } = store.getState();
    const shifted = moveLick(document, played ?? -1);
    if (!shifted.ok) return reject(sayProblems(shifted.problems));
    if (applyEdit(shifted.value.edit)) notice({ text: shiftWords(shifted.value) });
  };
};

/** What can be done with the chosen bars. */
export const BarActions = ({
  shown,
  played,
  edit,
}: {
  readonly shown: Pattern | undefined;
  readonly played: number | undefined;
  readonly edit: ((what: BarLayer) => void) | undefined;
}) => {
  const store = useSongStore();
  const { copy, insertBars, removeBars, moveBars } = store.getState();
  const copied = useSong((state) => state.clipboard.length);
  const { toBench, pending } = useToBench(shown);
  const shift = useShift(played);
  const double = (): void => {
    copy();
    insertBars(store.getState().clipboard, 'after');
  };
  return (
    <div className="bar-tools" role="group" aria-label={say('songs.selected-bars')}>
      <Button variant="quiet" size="sm" onClick={() => edit?.('strokes')} disabled={!edit}>
        {say('songs.edit-notes')}
      </Button>
      <Button variant="quiet" size="sm" onClick={() => edit?.('melody')} disabled={!edit}>
        {say('songs.melody')}
      </Button>
      <Button
        variant="quiet"
        size="sm"
        onClick={shift}
        disabled={!edit}
        title={say('songs.copies-this-bar-to-the-next')}
      >
        {say('songs.repeat-lick-over-next-chord')}
      </Button>
      <Button variant="quiet" size="sm" onClick={double} title={say('songs.duplicate-ctrl-d')}>
        {say('common.duplicate')}
      </Button>
      <Button variant="plain" size="sm" onClick={copy} aria-label={say('common.copy')} title={say('songs.copy-ctrl-c')}>
        <Copy size={15} aria-hidden />
      </Button>
      <Button
        variant="plain"
        size="sm"
        disabled={copied === 0}
        onClick={() => insertBars(store.getState().clipboard, 'after')}
        aria-label={say('songs.paste-after')}
        title={say('songs.paste-after-ctrl-v')}
      >
        <ClipboardPaste size={15} aria-hidden />
      </Button>
      <Button
        variant="plain"
        size="sm"
        onClick={() => moveBars(-1)}
        aria-label={say('songs.move-earlier')}
        title={say('songs.move-earlier-alt')}
      >
        <ArrowLeft size={15} aria-hidden />
      </Button>
      <Button
        variant="plain"
        size="sm"
        onClick={() => moveBars(1)}
        aria-label={say('songs.move-later')}
        title={say('songs.move-later-alt')}
      >
        <ArrowRight size={15} aria-hidden />
      </Button>
      <Button
        variant="plain"
        size="sm"
        onClick={removeBars}
        aria-label={say('common.delete')}
        title={say('songs.delete-delete-key')}
      >
        <Trash2 size={15} aria-hidden />
      </Button>
      <Button variant="quiet" size="sm" onClick={toBench} disabled={!shown || shown.strokes.length === 0 || pending}>
        {say('common.open-as-new-pattern')}
      </Button>
    </div>
  );
};
