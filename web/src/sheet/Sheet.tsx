import './sheet.scss';
import { NAMINGS, type Naming } from '@fleet-wren/core';
import { Printer } from 'lucide-react';
import { useEffect, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useAccount } from '../api/account.ts';
import { useRules } from '../parts/useRules.ts';
import { usePaper, type Paper } from './paper.ts';

interface SheetProps {
  readonly title: string;
  /** What stands under the title: school, tempo, tuning. */
  readonly facts: readonly string[];
  readonly back: string;
  /** What is chosen for this sheet alone; in place of the ways music is written, which it has none of. */
  readonly choices?: ReactNode;
  /** Ways on to other sheets. */
  readonly ways?: ReactNode;
  /** What is on it, for the paper that is chosen. */
  readonly children: (paper: Paper) => ReactNode;
}

/** What the note above A is called shows how all are. */
const NAMED: Readonly<Record<Naming, string>> = { letters: 'A B C', 'letters with H': 'A H C', syllables: 'La Si Do' };

/** Ways music is written on a sheet, and what goes with them. */
const WRITTEN = [
  ['notes', 'notes'],
  ['counts', 'counts'],
  ['threads', 'threads'],
  ['text', 'text'],
] as const;

const Written = ({ paper, change }: ReturnType<typeof usePaper>) => (
  <fieldset className="sheet-written">
    <legend className="visually-hidden">Written as</legend>
    {WRITTEN.map(([key, words]) => (
      <label key={key}>
        <input type="checkbox" checked={paper[key]} onChange={({ target }) => change({ [key]: target.checked })} />
        {words}
      </label>
    ))}
  </fieldset>
);

const PaperChoices = ({ paper, change, own }: ReturnType<typeof usePaper> & { readonly own: ReactNode }) => (
  <>
    {own}
    <label>
      Paper
      <select
        value={paper.size}
        onChange={({ target }) => change({ size: target.value === 'letter' ? 'letter' : 'A4' })}
      >
        <option>A4</option>
        <option value="letter">Letter</option>
      </select>
    </label>
    <label>
      Lies
      <select
        value={paper.across ? 'across' : 'upright'}
        onChange={({ target }) => change({ across: target.value === 'across' })}
      >
        <option>upright</option>
        <option>across</option>
      </select>
    </label>
    <label>
      Print
      <select
        value={paper.print}
        onChange={({ target }) => change({ print: target.value === 'large' ? 'large' : 'usual' })}
      >
        <option value="usual">usual</option>
        <option value="large">large</option>
      </select>
    </label>
    <label>
      Notes called
      <select
        value={paper.names}
        onChange={({ target }) => change({ names: NAMINGS.find((one) => one === target.value) ?? 'letters' })}
      >
        {NAMINGS.map((naming) => (
          <option key={naming} value={naming}>
            {NAMED[naming]}
          </option>
        ))}
      </select>
    </label>
    {!own && <Written paper={paper} change={change} />}
    <label>
      For
      <input
        value={paper.student}
        maxLength={60}
        placeholder="a student"
        onChange={({ target }) => change({ student: target.value })}
      />
    </label>
  </>
);

/** A page that prints as it looks: title, facts, what there is to play. What is for the screen only is left out on paper. */
export const Sheet = ({ title, facts, back, choices, ways, children }: SheetProps) => {
  const { data: account } = useAccount();
  const settings = usePaper();
  const { paper } = settings;
  useEffect(() => {
    const before = document.title;
    document.title = title;
    return () => {
      document.title = before;
    };
  }, [title]);
  useRules(`@page { size: ${paper.size} ${paper.across ? 'landscape' : 'portrait'}; margin: 14mm 13mm; }`);
  return (
    <div className={`sheet-room sheet-${paper.print}`}>
      <div className="sheet-bar">
        <Link to={back} relative="path" className="btn btn-quiet btn-sm">
          Back
        </Link>
        {ways}
        <PaperChoices {...settings} own={choices} />
        <Button onClick={() => window.print()}>
          <Printer size={15} aria-hidden /> Print
        </Button>
      </div>
      <article
        className={`paper paper-${paper.size}${paper.across ? ' paper-across' : ''}`}
        aria-label={`Sheet: ${title}`}
      >
        <header>
          <h1>{title}</h1>
          <p>{facts.filter(Boolean).join(' · ')}</p>
          <p className="sheet-who">
            {account?.studio}
            {paper.student && `, for ${paper.student}`},{' '}
            {new Date().toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })}
          </p>
        </header>
        {children(paper)}
      </article>
    </div>
  );
};
