import { say, sayMessage, sayProblems } from '@fleet-wren/wording';
import { formatMaxTempo, createThumbnail, stringCount, type DrillCell } from '@fleet-wren/core';
import { Check, Play, Square } from 'lucide-react';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';

interface CardProps {
  readonly cell: DrillCell;
  readonly rank: number;
  /** Width of its threads in pixels. */
  readonly width: number;
  readonly playing: boolean;
  readonly known: boolean;
  /** How somebody stands with it, where it was set. */
  readonly standing?: string;
  readonly next: boolean;
  readonly chosen: boolean;
  readonly play: () => void;
  readonly open: () => void;
  readonly toggleKnown: () => void;
  readonly toggleChosen: () => void;
}

const percent = (difficulty: number | null): number => Math.round(100 * (difficulty ?? 0));

/** One drill of the grid: its threads in small, its ceiling and difficulty; it plays, opens, and goes to a set. */
export const DrillCard = ({
  cell,
  rank,
  width,
  playing,
  known,
  standing,
  next,
  chosen,
  play,
  open,
  toggleKnown,
  toggleChosen,
}: CardProps) => {
  const { pattern } = cell;
  if (!pattern)
    return (
      <div className="drill drill-none" title={sayProblems(cell.problems ?? [])}>
        {say('drills.not-playable')}
      </div>
    );
  const share = percent(cell.difficulty);
  return (
    <article
      style={{ width: width + 18 }}
      className={`drill${known ? ' drill-known' : ''}${next ? ' drill-next' : ''}`}
      aria-label={sayMessage(cell.name)}
    >
      <button
        type="button"
        className="drill-play"
        onClick={play}
        aria-label={
          playing
            ? say('drills.stop', { name: sayMessage(cell.name) })
            : say('drills.play', { name: sayMessage(cell.name) })
        }
        aria-pressed={playing}
      >
        <FingeringThumbnail
          strokes={createThumbnail(pattern, cell.digits)}
          strings={stringCount(pattern.instrument)}
          width={width}
          height={Math.round(width * 0.31)}
        />
        <span className="drill-sign">
          {playing ? (
            <Square size={12} fill="currentColor" aria-hidden />
          ) : (
            <Play size={13} fill="currentColor" aria-hidden />
          )}
        </span>
      </button>
      <div className="drill-facts">
        <b>{cell.maxTempo === null ? '–' : formatMaxTempo(cell.maxTempo)}</b>
        <span className="drill-hard" title={say('drills.bpm-is-of-max-tempo', { share, tempo: pattern.tempo })}>
          <span style={{ width: `${Math.min(100, share)}%` }} className={share > 100 ? 'over' : undefined} />
        </span>
        <span className="text-soft" title={say('drills.contents', { ...cell.contents })}>
          {rank}.
        </span>
      </div>
      {standing && <p className="drill-standing">{standing}</p>}
      <div className="drill-actions">
        <button type="button" onClick={open}>
          {say('common.open')}
        </button>
        <button type="button" aria-pressed={known} onClick={toggleKnown} title={say('drills.mark-as-known')}>
          {known && <Check size={12} aria-hidden />} {say('drills.known')}
        </button>
        <label>
          <input
            type="checkbox"
            checked={chosen}
            onChange={toggleChosen}
            aria-label={say('drills.add-to-the-set', { name: sayMessage(cell.name) })}
          />{' '}
          {say('drills.add-to-set')}
        </label>
      </div>
    </article>
  );
};
