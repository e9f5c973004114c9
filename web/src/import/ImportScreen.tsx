import './import.scss';
import { say, sayProblem } from '@fleet-wren/wording';
import type { ImportSelection, ImportResult, ImportedPattern, Pattern, Problem, Result } from '@fleet-wren/core';
import { useRef, useState, type ChangeEvent, type DragEvent } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { Say } from '../components/say/Say.tsx';
import { useCreatePattern } from '../api/patterns.ts';
import { useCreateSong } from '../api/songs.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { LoopField } from '../components/loop/LoopField.tsx';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';
import { ImportOptions } from './ImportOptions.tsx';
import { getSourceName, readSongSource, readSource, type ImportSource } from './read-source.ts';

interface Read {
  readonly source: ImportSource;
  readonly choice: ImportSelection;
  readonly result: Result<ImportResult>;
}

const Remarks = ({ imported }: { readonly imported: ImportedPattern }) => (
  <>
    {imported.hasInferredPositions && <p className="guess">{say('import.where-the-file-gives-no-strings')}</p>}
    {imported.warnings.length > 0 && (
      <ul className="remarks">
        {imported.warnings.slice(0, 12).map((remark, index) => (
          <li key={index}>{sayProblem(remark)}</li>
        ))}
        {imported.warnings.length > 12 && (
          <li>{say('import.and-more-like-these', { remarksCount: imported.warnings.length - 12 })}</li>
        )}
      </ul>
    )}
  </>
);

const Refused = ({ name, problems }: { readonly name: string; readonly problems: readonly Problem[] }) => (
  <div role="alert" className="finding finding-trouble">
    {problems.slice(0, 8).map((one, index) => (
      <p key={index} className="mb-1">
        {index === 0 && `${name}: `}
        {sayProblem(one)}
      </p>
    ))}
  </div>
);

interface KeepProps {
  readonly read: Read;
  readonly pattern: Pattern;
}

/** Keeps what was read as a pattern, or the whole file as a song. */
const Keep = ({ read: { source, choice }, pattern }: KeepProps) => {
  const create = useCreatePattern();
  const createSong = useCreateSong();
  const navigate = useNavigate();
  const notice = useToast();
  const failed = (error: unknown): void => notice({ text: wordsOf(error) });
  const asSong = async (): Promise<void> => {
    const read = await readSongSource(source, choice.part);
    if (!read.ok) return notice({ text: read.problems.slice(0, 2).map(sayProblem).join(' ') });
    const { song, remarks } = read.value;
    createSong.mutate(song, {
      onError: failed,
      onSuccess: ({ id }) => {
        void navigate(`/songs/${id}`);
        if (remarks.length > 0) notice({ text: remarks.slice(0, 3).map(sayProblem).join(' ') });
      },
    });
  };
  return (
    <div className="keep">
      <Button
        onClick={() =>
          create.mutate(pattern, { onSuccess: ({ id }) => void navigate(`/patterns/${id}`), onError: failed })
        }
        disabled={create.isPending}
      >
        {say('import.save-as-pattern')}
      </Button>
      <Button variant="quiet" onClick={() => void asSong()} disabled={createSong.isPending}>
        {say('import.save-all-as-song')}
      </Button>
    </div>
  );
};

interface FoundProps {
  readonly read: Read;
  readonly choose: (choice: ImportSelection) => void;
}

const FoundIn = ({ read, choose }: FoundProps) => {
  const { source, choice, result } = read;
  const [cyclic, setCyclic] = useState<boolean | null>(null);
  if (!result.ok) return <Refused name={getSourceName(source)} problems={result.problems} />;
  const { imported, offer } = result.value;
  const pattern = { ...imported.pattern, cyclic: cyclic ?? imported.pattern.cyclic };
  return (
    <section aria-label={say('common.preview')}>
      <h2 className="found-name">{pattern.name}</h2>
      {offer && <ImportOptions offer={offer} choice={choice} choose={choose} />}
      <Remarks imported={imported} />
      <div className="found-ending">
        <LoopField cyclic={pattern.cyclic} choose={setCyclic} />
      </div>
      <Keep read={read} pattern={pattern} />
      <PatternPreview pattern={pattern} />
    </section>
  );
};

/** Brings music in from a file or from pasted tablature: what was read is shown before anything is stored. */
const ImportScreen = () => {
  const [read, setRead] = useState<Read | null>(null);
  const [pasted, setPasted] = useState('');
  const latest = useRef(0);
  const take = (source: ImportSource, choice: ImportSelection = {}): void => {
    latest.current += 1;
    const turn = latest.current;
    void readSource(source, choice).then((result) => {
      // An answer that comes after a later question is none.
      if (turn === latest.current) setRead({ source, choice, result });
    });
  };
  const choose = ({ target }: ChangeEvent<HTMLInputElement>): void => {
    const file = target.files?.[0];
    if (file) take(file);
    target.value = '';
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    const file = event.dataTransfer.files[0];
    if (file) take(file);
  };
  return (
    <div className="bring-in page" onDragOver={(event) => event.preventDefault()} onDrop={drop}>
      <header className="page-head">
        <Link to="/patterns" className="back-link">
          {say('common.all-patterns')}
        </Link>
        <h1>{say('common.import')}</h1>
      </header>
      <div className="bring-in-body">
        <div>
          <label className="drop-here">
            <input
              type="file"
              className="visually-hidden"
              accept=".json,.mid,.midi,.rmi,.kar,.musicxml,.xml,.mxl,.abc,.txt,.tab"
              onChange={choose}
              aria-label={say('import.file-to-import')}
            />
            <Say text="import.choose-a-file" />
            <span className="text-soft">{say('import.formats')}</span>
          </label>
          <Form.Control
            as="textarea"
            rows={9}
            className="paste-here"
            aria-label={say('import.tablature-to-import')}
            placeholder={say('import.or-paste-tablature-e-0-b')}
            value={pasted}
            onChange={({ target }) => setPasted(target.value)}
            spellCheck={false}
          />
          <Button variant="quiet" onClick={() => take(pasted)} disabled={pasted.trim() === ''}>
            {say('import.read-tablature')}
          </Button>
        </div>
        <div>
          {read ? (
            <FoundIn key={getSourceName(read.source)} read={read} choose={(choice) => take(read.source, choice)} />
          ) : (
            <p className="text-soft">{say('import.youll-see-a-preview-here-before')}</p>
          )}
        </div>
      </div>
    </div>
  );
};

export default ImportScreen;
