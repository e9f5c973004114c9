import type { PatternListItem } from '@fleet-wren/contract';
import { say, sayLabel } from '@fleet-wren/wording';
import { formatMaxTempo } from '@fleet-wren/core';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { Link } from 'react-router';
import { chordWords } from '../components/chords/chord-text.ts';
import { Say } from '../components/say/Say.tsx';
import { useDeletePattern, useDuplicatePattern, useRestorePattern } from '../api/patterns.ts';
import { DocumentRowMenu } from '../components/document/DocumentRowMenu.tsx';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';

const Menu = ({ line }: { readonly line: PatternListItem }) => (
  <DocumentRowMenu
    line={line}
    label={say('patterns.more-actions-for', { name: line.name })}
    place="/patterns"
    duplicate={useDuplicatePattern()}
    remove={useDeletePattern()}
    restore={useRestorePattern()}
  />
);

/** One pattern in the list. */
export const PatternRow = ({ line }: { readonly line: PatternListItem }) => {
  const { summary, workedAt } = line;
  return (
    <div className="pattern-line" role="listitem">
      <FingeringThumbnail strokes={summary.miniature} strings={summary.strings} />
      <div>
        <Link className="pattern-link" to={`/patterns/${line.id}`}>
          {line.name}
        </Link>
        <div className="pattern-facts">
          {summary.metre} · {chordWords(summary.chord)} · {sayLabel(summary.schoolName)} ·{' '}
          {say('term.notes', { count: summary.strokes })}
          {summary.tags.map((tag) => (
            <Link key={tag} className="tag" to={`/patterns?tag=${encodeURIComponent(tag)}`}>
              {tag}
            </Link>
          ))}
        </div>
      </div>
      <div className="pattern-ceiling">
        {summary.unjudged && (
          <>
            <span className="text-soft">{say('patterns.not-analysed-yet')}</span>
            <br />
          </>
        )}
        {summary.ceiling !== null && (
          <>
            <Say text="patterns.max" values={{ bpm: formatMaxTempo(summary.ceiling) }} />
            <br />
          </>
        )}
        {say('patterns.now-bpm', { tempo: summary.tempo })}
      </div>
      <div className="pattern-when">{formatDistanceToNowStrict(new Date(workedAt), { addSuffix: true })}</div>
      <Menu line={line} />
    </div>
  );
};
