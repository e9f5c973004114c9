import './bring-in.scss';
import { sentence, type Imported, type Result } from '@fleet-wren/core';
import { useState, type ChangeEvent, type DragEvent } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { useCreatePattern } from '../api/patterns.ts';
import { wordsOf } from '../api/client.ts';
import { useNotice } from '../app/Notice.tsx';
import { EndingField } from '../parts/ending/EndingField.tsx';
import { Preview } from '../parts/preview/Preview.tsx';
import { kindOf, readFile, readText } from './read.ts';

interface Read {
  readonly name: string;
  readonly result: Result<Imported>;
}

const Remarks = ({ imported }: { readonly imported: Imported }) => (
  <>
    {imported.guessed && <p className="guess">A guess: the file does not say which string plays what.</p>}
    {imported.remarks.length > 0 && (
      <ul className="remarks">
        {imported.remarks.slice(0, 12).map((remark, index) => (
          <li key={index}>{sentence(remark)}</li>
        ))}
        {imported.remarks.length > 12 && <li>and {imported.remarks.length - 12} more like these.</li>}
      </ul>
    )}
  </>
);

const Found = ({ read }: { readonly read: Read }) => {
  const create = useCreatePattern();
  const navigate = useNavigate();
  const notice = useNotice();
  const { result } = read;
  const [cyclic, setCyclic] = useState<boolean | null>(null);
  if (!result.ok)
    return (
      <div role="alert" className="finding finding-trouble">
        {result.problems.slice(0, 8).map((one, index) => (
          <p key={index} className="mb-1">
            {index === 0 && `${read.name}: `}
            {sentence(one)}
          </p>
        ))}
      </div>
    );
  const pattern = { ...result.value.pattern, cyclic: cyclic ?? result.value.pattern.cyclic };
  const keep = (): void =>
    create.mutate(pattern, {
      onSuccess: ({ id }) => void navigate(`/patterns/${id}`),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  return (
    <section aria-label="What was found">
      <Remarks imported={result.value} />
      <div className="found-ending">
        <EndingField cyclic={pattern.cyclic} choose={setCyclic} />
      </div>
      <Preview pattern={pattern} />
      <Button className="mt-3" onClick={keep} disabled={create.isPending}>
        Keep it
      </Button>
    </section>
  );
};

/** Brings a pattern in from a file or from pasted tablature: what was read is shown before anything is stored. */
const BringIn = () => {
  const [read, setRead] = useState<Read | null>(null);
  const [pasted, setPasted] = useState('');
  const takeFile = (file: File | undefined): void => {
    if (file) void readFile(file).then((result) => setRead({ name: file.name, result }));
  };
  const choose = ({ target }: ChangeEvent<HTMLInputElement>): void => {
    takeFile(target.files?.[0]);
    target.value = '';
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    takeFile(event.dataTransfer.files[0]);
  };
  const takeText = (): void => {
    const kind = kindOf('', pasted);
    void readText(kind === 'midi' ? 'tablature' : kind, pasted).then((result) =>
      setRead({ name: 'What was pasted', result }),
    );
  };
  return (
    <div className="bring-in page" onDragOver={(event) => event.preventDefault()} onDrop={drop}>
      <header className="page-head">
        <Link to="/patterns" className="back-link">
          All patterns
        </Link>
        <h1>Bring a pattern in</h1>
      </header>
      <div className="bring-in-body">
        <div>
          <label className="drop-here">
            <input
              type="file"
              className="visually-hidden"
              accept=".json,.mid,.midi,.musicxml,.xml,.txt,.tab"
              onChange={choose}
              aria-label="File to bring in"
            />
            <b>Choose a file</b> or drop it here
            <span className="text-soft">
              Fleet Wren (.json), MusicXML (.musicxml, .xml), MIDI (.mid), tablature (.txt)
            </span>
          </label>
          <Form.Control
            as="textarea"
            rows={9}
            className="paste-here"
            aria-label="Tablature to paste"
            placeholder={'or paste tablature\n\ne|---0---|\nB|-1---1-|\nG|0---0--|\n…'}
            value={pasted}
            onChange={({ target }) => setPasted(target.value)}
            spellCheck={false}
          />
          <Button variant="quiet" onClick={takeText} disabled={pasted.trim() === ''}>
            Read what is pasted
          </Button>
        </div>
        <div>
          {read ? (
            <Found key={read.name + String(read.result.ok)} read={read} />
          ) : (
            <p className="text-soft">What is found in it is shown here before anything is stored.</p>
          )}
        </div>
      </div>
    </div>
  );
};

export default BringIn;
