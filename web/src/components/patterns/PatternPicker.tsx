import '../chords/chords.scss';
import { say, sayLabel } from '@fleet-wren/wording';
import type { Pattern } from '@fleet-wren/core';
import { useDeferredValue, useState } from 'react';
import { Modal } from 'react-bootstrap';
import { Dialog } from '../dialog/Dialog.tsx';
import { SearchField } from '../document/SearchField.tsx';
import { fetchPattern, usePatternList } from '../../api/patterns.ts';
import { wordsOf } from '../../api/api-error.ts';
import { FingeringThumbnail } from '../fingering-diagram/FingeringThumbnail.tsx';

/** Chooses one of the studio's patterns. */
export const PatternPicker = ({
  about,
  take,
  hide,
}: {
  /** What it is for, in a sentence. */
  readonly about: string;
  readonly take: (pattern: Pattern, id: string) => void;
  readonly hide: () => void;
}) => {
  const [typed, setTyped] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const list = usePatternList({ search: useDeferredValue(typed.trim()) });
  const lines = list.data?.pages.flatMap(({ patterns }) => patterns) ?? [];
  const choose = (id: string): void => {
    fetchPattern(id).then(
      (pattern) => take(pattern, id),
      (error: unknown) => setTrouble(wordsOf(error)),
    );
  };
  return (
    <Dialog title={say('parts.choose-a-pattern')} size="lg" hide={hide}>
      <Modal.Body>
        <p className="text-soft">{about}</p>
        <SearchField label={say('common.search-patterns')} typed={typed} type={setTyped} />
        {trouble && <p role="alert">{trouble}</p>}
        <ul className="shapes figure-list" aria-label={say('common.patterns')}>
          {lines.map(({ id, name, summary }) => (
            <li key={id} className="shape">
              <button type="button" className="shape-take" onClick={() => choose(id)}>
                <b>{name}</b>
                <FingeringThumbnail strokes={summary.miniature} strings={summary.strings} />
                <small>
                  {summary.metre}, {sayLabel(summary.schoolName)}
                </small>
              </button>
            </li>
          ))}
        </ul>
      </Modal.Body>
    </Dialog>
  );
};
