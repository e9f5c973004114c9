import {
  detectFileType,
  measureImport,
  type LibraryImport,
  type LibraryKind,
  type Problem,
  type Result,
} from '@fleet-wren/core';
import { say, sayProblem } from '@fleet-wren/wording';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { BatchRow } from './batch.ts';

/** Remarks of a file that are listed. */
const LISTED = 12;

const Problems = ({ problems, label }: { readonly problems: readonly Problem[]; readonly label: string }) => (
  <details className="batch-remarks">
    <summary>{label}</summary>
    <ul>
      {problems.slice(0, LISTED).map((problem, index) => (
        <li key={index}>{sayProblem(problem)}</li>
      ))}
      {problems.length > LISTED && (
        <li>{say('import.and-more-like-these', { remarksCount: problems.length - LISTED })}</li>
      )}
    </ul>
  </details>
);

const Warnings = ({ item }: { readonly item: LibraryImport }) => (
  <>
    {item.kind === 'pattern' && item.hasInferredPositions && (
      <span className="text-soft">{say('import.batch.strings-guessed')}</span>
    )}
    {item.warnings.length > 0 && (
      <Problems problems={item.warnings} label={say('import.batch.remarks', { count: item.warnings.length })} />
    )}
  </>
);

const Refusal = ({ problems }: { readonly problems: readonly Problem[] }) => (
  <span className="batch-refusal">
    {problems.slice(0, 2).map(sayProblem).join(' ')}
    {problems.length > 2 && ` ${say('import.and-more-like-these', { remarksCount: problems.length - 2 })}`}
  </span>
);

const describeContents = (read: Result<LibraryImport> | null): string => {
  if (read === null) return say('import.batch.reading');
  if (!read.ok) return say('import.batch.not-read');
  const { bars, parts } = measureImport(read.value);
  return say('import.batch.contents', { kind: read.value.kind, bars, parts });
};

const Outcome = ({ row: { read, savedAs, twin, error } }: { readonly row: BatchRow }) => {
  if (savedAs !== undefined && read?.ok)
    return (
      <Link to={read.value.kind === 'song' ? `/songs/${savedAs}` : `/patterns/${savedAs}`}>
        {say('import.batch.open')}
      </Link>
    );
  return (
    <>
      {error !== undefined && <span className="batch-refusal">{error}</span>}
      {twin !== undefined && <span className="text-soft">{say('import.batch.same-as', { path: twin })}</span>}
      {read?.ok && <Warnings item={read.value} />}
      {read && !read.ok && <Refusal problems={read.problems} />}
    </>
  );
};

interface RowProps {
  readonly row: BatchRow;
  readonly choose: (path: string, isChosen: boolean) => void;
  readonly chooseKind: (row: BatchRow, kind: LibraryKind) => Promise<void>;
}

/** Our own files are what they are; others may be kept either way. */
const KindSelect = ({ row, chooseKind }: Pick<RowProps, 'row' | 'chooseKind'>) => {
  const { read, path, wanted, savedAs, file } = row;
  const kind = wanted ?? (read?.ok ? read.value.kind : undefined);
  if (!kind || savedAs !== undefined || detectFileType(file.name, '') === 'ours')
    return kind ? say('import.batch.kind', { kind }) : null;
  return (
    <Form.Select
      size="sm"
      aria-label={say('import.batch.kind-of', { path })}
      value={kind}
      onChange={({ target }) => void chooseKind(row, target.value as LibraryKind)}
    >
      {(['pattern', 'song'] as const).map((one) => (
        <option key={one} value={one}>
          {say('import.batch.kind', { kind: one })}
        </option>
      ))}
    </Form.Select>
  );
};

const Row = ({ row, choose, chooseKind }: RowProps) => {
  const { path, read, isChosen, savedAs } = row;
  return (
    <tr className={read && !read.ok ? 'batch-refused' : undefined}>
      <td>
        {read?.ok && savedAs === undefined && (
          <Form.Check
            aria-label={say('import.batch.choose', { path })}
            checked={isChosen}
            onChange={({ target }) => choose(path, target.checked)}
          />
        )}
      </td>
      <th scope="row">{path}</th>
      <td>
        <KindSelect row={row} chooseKind={chooseKind} />
      </td>
      <td>{describeContents(read)}</td>
      <td>
        <Outcome row={row} />
      </td>
    </tr>
  );
};

/** What became of each file of a batch. */
export const BatchTable = ({ rows, ...actions }: Omit<RowProps, 'row'> & { readonly rows: readonly BatchRow[] }) => (
  <div className="batch-scroll">
    <table className="batch-table">
      <thead>
        <tr>
          <td />
          <th scope="col">{say('import.batch.file')}</th>
          <th scope="col">{say('import.batch.import-as')}</th>
          <th scope="col">{say('import.batch.holds')}</th>
          <th scope="col">{say('import.batch.notes')}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <Row key={row.path} row={row} {...actions} />
        ))}
      </tbody>
    </table>
  </div>
);
