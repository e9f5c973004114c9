import type { PatternListItem } from '@fleet-wren/contract';
import { say, sayLabel } from '@fleet-wren/wording';
import { formatMaxTempo } from '@fleet-wren/core';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { MoreHorizontal } from 'lucide-react';
import { Dropdown } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { chordWords } from '../components/chords/chord-text.ts';
import { Say } from '../components/say/Say.tsx';
import { useDeletePattern, useDuplicatePattern, useRestorePattern } from '../api/patterns.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';

const Menu = ({ line }: { readonly line: PatternListItem }) => {
  const notice = useToast();
  const navigate = useNavigate();
  const duplicate = useDuplicatePattern();
  const remove = useDeletePattern();
  const restore = useRestorePattern();
  const onError = (error: unknown): void => notice({ text: wordsOf(error) });
  const undo = { label: say('common.undo'), run: () => restore.mutate(line.id, { onError }) };
  // The row is gone when the list comes again: what follows must not hang on it.
  const drop = (): void =>
    void remove
      .mutateAsync(line.id)
      .then(() => notice({ text: say('common.deleted-named', { name: line.name }), action: undo }), onError);
  const copy = (): void =>
    duplicate.mutate(line.id, { onError, onSuccess: ({ id }) => void navigate(`/patterns/${id}`) });
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="plain" size="sm" aria-label={say('patterns.more-actions-for', { name: line.name })}>
        <MoreHorizontal size={18} aria-hidden />
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={copy}>{say('common.duplicate')}</Dropdown.Item>
        <Dropdown.Item onClick={drop}>{say('common.delete')}</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
};

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
