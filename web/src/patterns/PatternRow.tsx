import { ceilingFigure } from '@fleet-wren/core';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { MoreHorizontal } from 'lucide-react';
import { Dropdown } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { useDeletePattern, useDuplicatePattern, useRestorePattern, type PatternLine } from '../api/patterns.ts';
import { wordsOf } from '../api/client.ts';
import { useNotice } from '../app/Notice.tsx';
import { Miniature } from '../parts/threads/Miniature.tsx';

const Menu = ({ line }: { readonly line: PatternLine }) => {
  const notice = useNotice();
  const navigate = useNavigate();
  const duplicate = useDuplicatePattern();
  const remove = useDeletePattern();
  const restore = useRestorePattern();
  const onError = (error: unknown): void => notice({ text: wordsOf(error) });
  const undo = { label: 'Undo', run: () => restore.mutate(line.id, { onError }) };
  // The row is gone when the list comes again: what follows must not hang on it.
  const drop = (): void =>
    void remove.mutateAsync(line.id).then(() => notice({ text: `“${line.name}” is deleted.`, action: undo }), onError);
  const copy = (): void =>
    duplicate.mutate(line.id, { onError, onSuccess: ({ id }) => void navigate(`/patterns/${id}`) });
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="plain" size="sm" aria-label={`More for ${line.name}`}>
        <MoreHorizontal size={18} aria-hidden />
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={copy}>Duplicate</Dropdown.Item>
        <Dropdown.Item onClick={drop}>Delete</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
};

/** One pattern in the list. */
export const PatternRow = ({ line }: { readonly line: PatternLine }) => {
  const { summary, workedAt } = line;
  return (
    <div className="pattern-line" role="listitem">
      <Miniature strokes={summary.miniature} strings={summary.strings} />
      <div>
        <Link className="pattern-link" to={`/patterns/${line.id}`}>
          {line.name}
        </Link>
        <div className="pattern-facts">
          {summary.metre} · {summary.chord} · {summary.schoolName} · {summary.strokes}{' '}
          {summary.strokes === 1 ? 'stroke' : 'strokes'}
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
            <span className="text-soft">not judged yet</span>
            <br />
          </>
        )}
        {summary.ceiling !== null && (
          <>
            <strong>{ceilingFigure(summary.ceiling)}</strong> ceiling
            <br />
          </>
        )}
        at {summary.tempo} now
      </div>
      <div className="pattern-when">{formatDistanceToNowStrict(new Date(workedAt), { addSuffix: true })}</div>
      <Menu line={line} />
    </div>
  );
};
