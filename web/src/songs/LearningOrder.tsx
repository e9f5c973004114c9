import { say, sayLabel } from '@fleet-wren/wording';
import {
  computeLearningOrder,
  withName,
  extractBenchBars,
  type Motif,
  type Pattern,
  type SongAnalysis,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useCreatePattern, useCreatePatterns } from '../api/patterns.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { FigureBadge } from '../components/figure/FigureBadge.tsx';
import { useSongStore } from './song-store.ts';
import { useNavigateToBar, type SongPanelProps } from './useNavigateToBar.ts';

/** The longest a set's name may be: it is a tag. */
const TAG = 30;

/** A motif as a pattern to practise: the first bar it comes in, going round. */
const patternOfMotif = ({ expanded }: SongAnalysis, { name, number, bars }: Motif): Pattern => {
  const pattern = extractBenchBars(expanded, bars[0] ?? 0, 1);
  const called = say('songs.figure-of-song', { song: pattern.name, number, name: sayLabel(name) });
  return withName({ ...pattern, cyclic: true }, called);
};

const useMotifs = ({ song, study }: SongPanelProps) => {
  const store = useSongStore();
  const create = useCreatePattern();
  const createAll = useCreatePatterns();
  const navigate = useNavigate();
  const notice = useToast();
  const onError = (error: unknown): void => store.getState().reject(wordsOf(error));
  const open = (motif: Motif): void =>
    create.mutate(patternOfMotif(study, motif), { onError, onSuccess: ({ id }) => void navigate(`/patterns/${id}`) });
  const toSet = (motifs: readonly Motif[]): void => {
    const set = song.name.slice(0, TAG);
    const patterns = motifs.map((motif) => ({ ...patternOfMotif(study, motif), tags: [set] }));
    createAll.mutate(patterns, {
      onError,
      onSuccess: () =>
        notice({
          text: say('songs.drills-in-set', { count: patterns.length, set }),
          action: { label: say('common.show'), run: () => void navigate(`/patterns?tag=${encodeURIComponent(set)}`) },
        }),
    });
  };
  return { open, toSet, pending: create.isPending || createAll.isPending };
};

const strokesFrom = ({ nearest }: Motif): string => {
  if (!nearest) return '';
  const words = say('term.notes', { count: nearest.differs });
  return say('songs.different-from', { words, number: nearest.motif + 1 });
};

/** What there is to learn in a song, in which order; each goes to the bench or to a set. */
export const LearningOrder = ({ song, study }: SongPanelProps) => {
  const goTo = useNavigateToBar({ study });
  const { open, toSet, pending } = useMotifs({ song, study });
  const order = useMemo(() => computeLearningOrder(study.motifs), [study]);
  const inOrder = order.flatMap(({ motif }) => study.motifs[motif] ?? []);
  if (order.length === 0) return null;
  return (
    <section aria-label={say('songs.what-to-learn')}>
      <h2>{say('songs.what-to-learn')}</h2>
      <ol className="learning">
        {order.map(({ motif, playableBars, totalBars }) => {
          const one = study.motifs[motif];
          if (!one) return null;
          return (
            <li key={motif}>
              <span className="learning-head">
                <span>
                  <FigureBadge number={one.number} />{' '}
                  <button type="button" className="link-button" onClick={() => goTo(one.bars[0] ?? 0)}>
                    {sayLabel(one.name)}
                  </button>
                </span>
                <Button
                  variant="plain"
                  size="sm"
                  disabled={pending}
                  aria-label={say('songs.open-as-a-new-pattern', { number: one.number })}
                  onClick={() => open(one)}
                >
                  {say('common.open-as-new-pattern')}
                </Button>
              </span>
              <span className="text-soft">
                {say('songs.motif-facts', { bars: one.bars.length, strain: one.strain })}
                {strokesFrom(one)}
              </span>
              <span
                className="reached"
                title={say('songs.after-this-of-bars-are-playable', { reached: playableBars, of: totalBars })}
              >
                <span style={{ width: `${(100 * playableBars) / totalBars}%` }} />
              </span>
              <small className="text-soft">
                {say('songs.then-of-bars-playable', { reached: playableBars, of: totalBars })}
              </small>
            </li>
          );
        })}
      </ol>
      <Button variant="quiet" size="sm" disabled={pending} onClick={() => toSet(inOrder)}>
        {say('songs.add-all-to-a-drill-set')}
      </Button>
    </section>
  );
};
