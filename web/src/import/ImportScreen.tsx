import './import.scss';
import { say, sayProblem } from '@fleet-wren/wording';
import type { ImportSelection, ImportResult, ImportedPattern, Pattern, Problem, Result, Song } from '@fleet-wren/core';
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
import { BatchImport } from './BatchImport.tsx';
import { sortBatchFiles, type BatchFile } from './batch.ts';
import { listChosenFiles, listDroppedFiles } from './dropped-files.ts';
import { ImportOptions } from './ImportOptions.tsx';
import { SongFound } from './SongFound.tsx';
import { getSourceName, readForLibrary, readSongSource, readSource, type ImportSource } from './read-source.ts';

interface Read {
  readonly source: ImportSource;
  readonly choice: ImportSelection;
  readonly result: Result<ImportResult>;
  /** The song a file is that is no pattern. */
  readonly song?: Song;
}

/** What a source is: a pattern, else a song, else what is wrong with it. */
const readAny = async (source: ImportSource, choice: ImportSelection): Promise<Read> => {
  const result = await readSource(source, choice);
  if (result.ok) return { source, choice, result };
  const other = await readForLibrary(source);
  if (other.ok) return { source, choice, result, ...(other.value.kind === 'song' ? { song: other.value.song } : {}) };
  // A chart that could not be read says what is wrong with the chart.
  return { source, choice, result: other };
};

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
  if (read.song) return <SongFound song={read.song} />;
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

interface SourceProps {
  readonly take: (source: ImportSource) => void;
  readonly takeFiles: (files: readonly BatchFile[]) => void;
}

const FILE_TYPES = '.json,.mid,.midi,.rmi,.kar,.musicxml,.xml,.mxl,.abc,.txt,.tab';

const FileInputs = ({ takeFiles }: Pick<SourceProps, 'takeFiles'>) => {
  const choose = ({ target }: ChangeEvent<HTMLInputElement>): void => {
    if (target.files) takeFiles(listChosenFiles(target.files));
    target.value = '';
  };
  return (
    <>
      <label className="drop-here">
        <input
          type="file"
          multiple
          className="visually-hidden"
          accept={FILE_TYPES}
          onChange={choose}
          aria-label={say('import.file-to-import')}
        />
        <Say text="import.choose-files" />
        <span className="text-soft">{say('import.formats')}</span>
      </label>
      <label className="btn btn-quiet choose-folder">
        <input
          type="file"
          className="visually-hidden"
          {...{ webkitdirectory: '' }}
          onChange={choose}
          aria-label={say('import.folder-to-import')}
        />
        {say('import.choose-a-folder')}
      </label>
    </>
  );
};

const SourcePanel = ({ take, takeFiles }: SourceProps) => {
  const [pasted, setPasted] = useState('');
  return (
    <div>
      <FileInputs takeFiles={takeFiles} />
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
  );
};

/** Brings music in from files or from pasted tablature: what was read is shown before anything is stored. */
const ImportScreen = () => {
  const [read, setRead] = useState<Read | null>(null);
  const [batch, setBatch] = useState<{ readonly files: readonly BatchFile[]; readonly found: number } | null>(null);
  const latest = useRef(0);
  const take = (source: ImportSource, choice: ImportSelection = {}): void => {
    latest.current += 1;
    const turn = latest.current;
    void readAny(source, choice).then((found) => {
      // An answer that comes after a later question is none.
      if (turn === latest.current) setRead(found);
    });
  };
  const takeFiles = (files: readonly BatchFile[]): void => {
    const [only] = files;
    if (!only) return;
    if (files.length > 1) setBatch({ files: sortBatchFiles(files), found: files.length });
    else {
      setBatch(null);
      take(only.file);
    }
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    void listDroppedFiles(event.dataTransfer).then(takeFiles);
  };
  return (
    <div className="bring-in page" onDragOver={(event) => event.preventDefault()} onDrop={drop}>
      <header className="page-head">
        <Link to="/patterns" className="back-link">
          {say('common.all-patterns')}
        </Link>
        <h1>{say('common.import')}</h1>
      </header>
      {batch ? (
        <BatchImport key={batch.files.map(({ path }) => path).join('\n')} {...batch} leave={() => setBatch(null)} />
      ) : (
        <div className="bring-in-body">
          <SourcePanel take={take} takeFiles={takeFiles} />
          <div>
            {read ? (
              <FoundIn key={getSourceName(read.source)} read={read} choose={(choice) => take(read.source, choice)} />
            ) : (
              <p className="text-soft">{say('import.youll-see-a-preview-here-before')}</p>
            )}
          </div>
        </div>
      )}
    </div>
  );
};

export default ImportScreen;
